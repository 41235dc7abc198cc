/** Whether a key asks to take the last change back; inside a field it belongs to the text. */
export function isUndoKey(event: KeyboardEvent): boolean {
  const inField = (event.target as HTMLElement | null)?.closest('input, textarea, [contenteditable]');
  return event.key === 'z' && (event.ctrlKey || event.metaKey) && !event.shiftKey && !inField;
}
