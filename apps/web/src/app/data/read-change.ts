import { changeSchema, type Change } from '@variatum/contracts';

/** A change as the live stream tells it; undefined for what is none. */
export function readChange(text: string): Change | undefined {
  return changeSchema.safeParse(JSON.parse(text)).data;
}
