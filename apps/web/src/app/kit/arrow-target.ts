/** Place an arrow key, Home or End leads to in a row that goes round; undefined for any other key. */
export function arrowTarget(key: string, from: number, count: number): number | undefined {
  const last = count - 1;
  switch (key) {
    case 'ArrowRight':
    case 'ArrowDown':
      return from === last ? 0 : from + 1;
    case 'ArrowLeft':
    case 'ArrowUp':
      return from === 0 ? last : from - 1;
    case 'Home':
      return 0;
    case 'End':
      return last;
    default:
      return undefined;
  }
}
