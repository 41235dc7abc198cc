import type { Role } from '@variatum/contracts';
import type { Request } from 'express';
import { isLoopback } from '../http/loopback';
import { ONLY_WORKSHOP_ID } from '../workshop/store';
import { holdsOn } from './sessions';

/** Who asks: somebody who is signed in, whoever sits at the machine while nobody has a password, or nobody yet. */
export interface Asker {
  readonly state: 'open' | 'signed-in' | 'signed-out';
  /** Empty: no workshop is served. */
  readonly workshop: string;
  readonly person: string | null;
  readonly name: string | null;
  readonly role: Role | null;
  /** Whether they gave their short number only. */
  readonly byPin: boolean;
}

const AT_THE_MACHINE: Asker = {
  state: 'open',
  workshop: ONLY_WORKSHOP_ID,
  person: null,
  name: null,
  role: 'owner',
  byPin: false,
};
export const NOBODY: Asker = { state: 'signed-out', workshop: '', person: null, name: null, role: null, byPin: false };

/**
 * Who asks, by the session of a request. What somebody may do was taken along when they signed in: whoever changes it
 * ends the session.
 * @param isOpen whether the workshop is open to whoever sits at its machine
 */
export async function askerOf({ session, secure, hostname }: Request, isOpen: () => Promise<boolean>): Promise<Asker> {
  const { person, name = null, workshop, role, byPin = false } = session;
  if (person !== undefined && workshop !== undefined && holdsOn(session, Date.now()))
    return { state: 'signed-in', workshop, person, name, role: role as Role, byPin };
  // Only whoever sits at the machine itself may work without a sign-in.
  const atTheMachine = !secure && isLoopback(hostname);
  return atTheMachine && (await isOpen()) ? AT_THE_MACHINE : NOBODY;
}
