import type { Role } from '@variatum/contracts';
import type { Request } from 'express';
import { ONLY_WORKSHOP_ID } from '../workshop/store';
import { LONGEST_MS } from './sessions';

/** Who asks: somebody who is signed in, whoever sits at the machine while nobody has a password, or nobody yet. */
export interface Asker {
  readonly state: 'open' | 'signed-in' | 'signed-out';
  /** Empty: no workshop is served. */
  readonly workshop: string;
  readonly person: string | null;
  readonly name: string | null;
  readonly role: Role | null;
}

const AT_THE_MACHINE: Asker = { state: 'open', workshop: ONLY_WORKSHOP_ID, person: null, name: null, role: 'owner' };
const NOBODY: Asker = { state: 'signed-out', workshop: '', person: null, name: null, role: null };

/**
 * Who asks, by the session of a request. What somebody may do was taken along when they signed in: whoever changes it ends the
 * session.
 * @param isOpen whether the workshop is open to whoever sits at its machine
 */
export async function askerOf({ session }: Request, isOpen: () => Promise<boolean>): Promise<Asker> {
  const { person, name = null, workshop, role, signedInAt = 0 } = session;
  if (person !== undefined && workshop !== undefined && Date.now() - signedInAt < LONGEST_MS)
    return { state: 'signed-in', workshop, person, name, role: role as Role };
  return (await isOpen()) ? AT_THE_MACHINE : NOBODY;
}
