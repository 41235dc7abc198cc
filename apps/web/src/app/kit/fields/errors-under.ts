/**
 * What is wrong with the parts of one field, by their paths inside it.
 * @param errors what is wrong with the whole, by dotted path
 * @param field dotted path of the field
 * @example errorsUnder({ 'gases.0.name': 'give the gas a name' }, 'gases.0') // { name: 'give the gas a name' }
 */
export function errorsUnder(errors: Readonly<Record<string, string>>, field: string): Readonly<Record<string, string>> {
  const at = `${field}.`;
  return Object.fromEntries(
    Object.entries(errors).flatMap(([path, message]) =>
      path.startsWith(at) ? [[path.slice(at.length), message]] : [],
    ),
  );
}
