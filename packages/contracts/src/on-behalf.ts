import type { Session } from './session';

/**
 * Header of a change that waited in a browser: whom it was typed for, as `<workshop>` or `<workshop>/<person>`. It is done for
 * nobody else, whoever has signed in on that machine since.
 */
export const ON_BEHALF_HEADER = 'Variatum-On-Behalf';

/** Value of that header. */
export const behalf = ({ workshop, person }: Pick<Session, 'workshop' | 'person'>): string =>
  person === null ? workshop : `${workshop}/${person}`;
