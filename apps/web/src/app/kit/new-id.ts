let count = 0;

/** An identifier no other element of the page has. @example newId('field') // "field-7" */
export const newId = (what: string): string => `${what}-${++count}`;
