/** Whom something is typed for. */
export interface OnBehalf {
  readonly workshop: string;
  /** null while the program knows no people. */
  readonly person: string | null;
}

/**
 * Header of a change that waited in a browser: whom it was typed for, as `<workshop>` or `<workshop>/<person>`. It is
 * done for nobody else, whoever has signed in on that machine since.
 */
export const ON_BEHALF_HEADER = 'Variatum-On-Behalf';

/** Value of that header. */
export const behalf = ({ workshop, person }: OnBehalf): string =>
  person === null ? workshop : `${workshop}/${person}`;
