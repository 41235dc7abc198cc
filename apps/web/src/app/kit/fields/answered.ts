/** What was answered of a thing: fields left open, or taken back, are not in it. */
export function answered<Thing extends object>(thing: Thing): Partial<Thing> {
  const said = Object.entries(thing).filter(([, answer]) => (answer ?? null) !== null);
  // Entries lose their types; they are those of the thing.
  return Object.fromEntries(said) as Partial<Thing>;
}
