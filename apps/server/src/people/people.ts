import type { Session } from '@variatum/contracts';
import type pg from 'pg';
import { contextOf, type RequestContext } from '../http/context';
import type { OpenDatabase } from '../database';
import type { Compute } from '../compute';
import { ONLY_WORKSHOP_ID } from '../workshop/store';
import { Attempts } from './attempts';
import { hasPeople, listPeople } from './store';

/** What is asked about people before it is known on whose behalf. */
export interface People {
  readonly pool: pg.Pool;
  readonly attempts: Attempts;
  /** Whether whoever sits at the machine may work without a sign-in: nobody has a password yet, or it is the demo. */
  isOpen(): Promise<boolean>;
  /** Requests of a workshop that are made before anybody is signed in to it. */
  of(workshop: string): RequestContext;
  /** Made-up people of the demo; nobody elsewhere. */
  offered(): Promise<Session['offered']>;
}

/** @param demo whether the program shows made-up data on its own machine */
export function openPeople(open: OpenDatabase, compute: Compute, demo: boolean): People {
  const context = contextOf(open, compute, { workshop: ONLY_WORKSHOP_ID });
  // Once somebody belongs to a workshop, somebody always will: it is never without an owner.
  let known = false;
  return {
    pool: open.pool,
    attempts: new Attempts(open.pool),
    of: (workshop) => contextOf(open, compute, { workshop }),
    isOpen: async () => {
      if (demo) return true;
      known ||= await hasPeople(context);
      return !known;
    },
    offered: async () =>
      demo
        ? (await listPeople(context)).flatMap(({ id, name, role, leftAt }) =>
            leftAt === null ? [{ person: id, name, role }] : [],
          )
        : [],
  };
}
