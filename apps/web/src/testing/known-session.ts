import { type Provider, signal } from '@angular/core';
import { type Owner, Session } from '../app/sync/session';

export const OWNER: Owner = { workshop: '00000000-0000-4000-8000-000000000001', person: null };

/** A page that knows whose it is without asking. */
export const knownSession = (owner: Owner = OWNER): Provider => ({
  provide: Session,
  useValue: {
    owner: signal(owner),
    known: Promise.resolve(),
    now: signal(null),
    served: signal(owner),
    claim: signal(null),
    tablet: signal(null),
    isSignedOut: signal(false),
    may: () => true,
    ask: () => Promise.resolve(),
    take: () => undefined,
  },
});
