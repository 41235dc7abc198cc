import { ProblemError } from '../http/problem-error';

interface Waiting {
  readonly owner: string;
  start(): void;
}

/** How long a client is asked to wait when the line is full, s. */
const AGAIN_AFTER_S = 3;

/**
 * Lets long work through a few at a time. Owners take turns, so that one who asks for twenty things at once does not
 * hold up the one who asks for one; a full line says so instead of growing.
 */
export class Turns {
  private running = 0;
  private readonly waiting: Waiting[] = [];
  /** Owners in the order in which they were served last, longest ago first. */
  private readonly served = new Map<string, number>();
  private clock = 0;

  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting: number,
  ) {}

  /**
   * Runs work when its owner's turn comes.
   * @param signal takes it out of the line again
   * @throws ProblemError 503 when the line is full; the signal's reason when it was taken out
   */
  async take<Result>(owner: string, work: () => Promise<Result>, signal?: AbortSignal): Promise<Result> {
    signal?.throwIfAborted();
    if (this.running >= this.atOnce) await this.wait(owner, signal);
    else this.running++;
    this.served.delete(owner);
    this.served.set(owner, ++this.clock);
    try {
      return await work();
    } finally {
      this.running--;
      this.next();
    }
  }

  private wait(owner: string, signal: AbortSignal | undefined): Promise<void> {
    if (this.waiting.length >= this.mostWaiting)
      throw ProblemError.unavailable(
        'Too much to compute at once',
        `${this.waiting.length} computations wait already; nothing was done with this one, ask again in a moment.`,
        { seconds: AGAIN_AFTER_S, saved: 'nothing' },
      );
    return new Promise((resolve, reject) => {
      const left = (): void => {
        this.waiting.splice(this.waiting.indexOf(entry), 1);
        // Whoever ends a wait gives an error as the reason.
        reject(signal?.reason as Error);
      };
      const entry: Waiting = {
        owner,
        start: () => {
          signal?.removeEventListener('abort', left);
          this.running++;
          resolve();
        },
      };
      signal?.addEventListener('abort', left, { once: true });
      this.waiting.push(entry);
    });
  }

  private next(): void {
    let best: number | undefined;
    this.waiting.forEach(({ owner }, place) => {
      const since = this.served.get(owner) ?? 0;
      if (best === undefined || since < (this.served.get((this.waiting[best] as Waiting).owner) ?? 0)) best = place;
    });
    if (this.waiting.length === 0 && this.running === 0) this.served.clear();
    if (best !== undefined) this.waiting.splice(best, 1)[0]?.start();
  }
}
