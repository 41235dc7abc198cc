/** Keys that work anywhere, and what they do. */
export const SHORTCUTS: readonly (readonly [string, string])[] = [
  ['Ctrl K', 'find a job, a grade, a rod, a term or a page'],
  ['Ctrl Z', 'take back the last change, outside a text field'],
  ['Alt 1 … Alt 5', 'the stages of the open job'],
  ['Arrow keys', 'move inside a group of answers; space answers'],
  ['?', 'the sheet of keys'],
];
