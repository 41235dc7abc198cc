import type { Change } from '@variatum/contracts';

/**
 * A change as the live stream tells it; undefined for what is none. The server has checked it by its schema; checking
 * that again here would need a part of the program that is fetched later, and a page must hear of changes when that
 * could not be fetched.
 */
export function readChange(text: string): Change | undefined {
  try {
    const told = JSON.parse(text) as Partial<Change> | null;
    return typeof told?.kind === 'string' && typeof told.id === 'string' && typeof told.version === 'number'
      ? (told as Change)
      : undefined;
  } catch {
    return undefined;
  }
}
