import type { Choice, ChooseInput } from '@variatum/metallurgy';
import { Piscina } from 'piscina';

/** Computes choices on worker threads. */
export interface Chooser {
  choose(question: ChooseInput, seed: number): Promise<Choice>;
  close(): Promise<void>;
}

/** A chooser with up to two threads that end when idle. @param filename the built worker */
export function threadChooser(filename: string): Chooser {
  const threads = new Piscina({ filename, minThreads: 0, maxThreads: 2, idleTimeout: 10_000 });
  return {
    choose: (question, seed) => threads.run({ question, seed }) as Promise<Choice>,
    close: () => threads.close(),
  };
}
