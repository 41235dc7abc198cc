export { entryLog } from './entry-log';
export { insertedOnce } from './inserted-once';
export { madeFrom } from './made-from';
export { ownedBy } from './owned-by';
export type { Scope } from './scope';
export { mine, next, orConflict, orNotFound, upon } from './versioned';
export { bringsBack, withdraws } from './withdrawal';
