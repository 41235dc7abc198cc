import { browserDatabase } from '../sync/browser-database';

const DATABASE = 'variatum reckoned';
const ANSWERS = 'answers';
const BY_TIME = 'by time';
/** Answers kept on a device; those reckoned longest ago go first. */
const MOST_KEPT = 200;

interface KeptAnswer {
  /** What reckoned it, and all it was asked. */
  readonly key: string;
  /** When it was reckoned, ms since 1970. */
  readonly at: number;
  readonly answer: unknown;
}

const open = () =>
  browserDatabase(DATABASE, (database) =>
    database.createObjectStore(ANSWERS, { keyPath: 'key' }).createIndex(BY_TIME, 'at'),
  );

/**
 * Answers this device has reckoned once: the same question to the same program has the same answer, on the next page
 * and without a network. It is a convenience: where the browser keeps nothing, everything is reckoned anew.
 */
export class ReckonedAnswers {
  private readonly database = open();

  /** @param program what names the program that reckons, to the letter: answers of another one count for nothing */
  constructor(private readonly program: string) {}

  /** The answer to a question as it was kept, else as it is reckoned now. @throws whatever reckoning throws */
  async of<Answer>(asked: readonly unknown[], reckon: () => Answer): Promise<Answer> {
    const key = JSON.stringify([this.program, ...asked]);
    const database = await this.database;
    const kept = (await database?.get(ANSWERS, key).catch(() => undefined)) as KeptAnswer | undefined;
    if (kept) return kept.answer as Answer;
    const answer = reckon();
    // Nobody waits for it to be written down.
    void this.keep({ key, at: Date.now(), answer });
    return answer;
  }

  private async keep(one: KeptAnswer): Promise<void> {
    const database = await this.database;
    if (!database) return;
    try {
      const transaction = database.transaction(ANSWERS, 'readwrite');
      await transaction.store.put(one);
      const tooMany = (await transaction.store.count()) - MOST_KEPT;
      let oldest = tooMany > 0 ? await transaction.store.index(BY_TIME).openCursor() : null;
      for (let gone = 0; oldest && gone < tooMany; gone++) {
        await oldest.delete();
        oldest = await oldest.continue();
      }
      await transaction.done;
    } catch {
      // The browser's disk is full, or what was reckoned cannot be kept: it is reckoned anew.
    }
  }
}

/** Forgets all that was reckoned on this device. */
export async function forgetReckoned(): Promise<void> {
  const database = await open();
  await database?.clear(ANSWERS).catch(() => undefined);
  database?.close();
}
