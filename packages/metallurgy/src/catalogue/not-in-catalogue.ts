/** Message for a name nobody has: entries that begin alike first, then all of them. */
export function notInCatalogue(name: string, entries: readonly { readonly id: string }[]): string {
  const start = name
    .toLowerCase()
    .replace(/[^a-z\d]/g, '')
    .slice(0, 3);
  const alike = entries.filter(
    ({ id }) =>
      start.length > 1 &&
      id
        .toLowerCase()
        .replace(/[^a-z\d]/g, '')
        .includes(start),
  );
  const near = alike.length > 0 && alike.length < 12 ? `did you mean ${alike.map(({ id }) => id).join(' or ')}? ` : '';
  return `"${name}" is not in the catalogue; ${near}it has ${entries.map(({ id }) => id).join(', ')}`;
}
