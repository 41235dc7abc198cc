import type { Workshop } from '@variatum/contracts';

/** What a workshop has said of what is learnt: what is left out of answers, and from when on it is learnt anew. */
export interface Choices {
  off(key: string): boolean;
  /** Whether what happened at a moment still counts. */
  counts(key: string, at: string | Date | number): boolean;
}

export function choicesOf({ learntOff, learntSince }: Pick<Workshop, 'learntOff' | 'learntSince'>): Choices {
  const out = new Set(learntOff);
  return {
    off: (key) => out.has(key),
    counts: (key, at) => {
      const since = learntSince[key];
      return since === undefined || new Date(at).getTime() >= Date.parse(since);
    },
  };
}
