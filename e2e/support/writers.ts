import { randomUUID } from 'node:crypto';

/** What was found out about a program that was made to fail while it was written to. */
export interface Verdict {
  readonly acknowledged: number;
  /** Acknowledged entries that are not there. */
  readonly lost: readonly string[];
  /** Entries that are there more than once, or under somebody else. */
  readonly doubled: readonly string[];
  /** Entries that are there although it was said that they were not saved. */
  readonly untrue: readonly string[];
  /** Answers that were neither a success nor a problem document that says what to do. */
  readonly odd: readonly string[];
  /** Answers by status; 0 is no answer at all. */
  readonly answers: Readonly<Record<number, number>>;
}

interface Piece {
  readonly id: string;
  readonly name: string;
  readonly origin: string;
  readonly version: number;
}

const ANSWER_WITHIN_MS = 30_000;
const PAUSE_MS = 40;

/**
 * Writes to a program as its pages do, several at once, for as long as asked: each adds pieces under ids of its own,
 * renames them upon their version, and sends what was not answered again until it is. What the program says was not
 * saved is believed and left alone. At the end everything is read back.
 */
export class Writers {
  private readonly wanted = new Map<string, string>();
  private readonly acknowledgedNames = new Map<string, string>();
  private readonly refusedIds = new Set<string>();
  private readonly jobs: string[] = [];
  private readonly odd: string[] = [];
  private readonly answers: Record<number, number> = {};
  private running = true;
  private all: Promise<unknown> = Promise.resolve();
  /** Entries acknowledged so far. */
  acknowledged = 0;

  /** @param url of the program; it stays the same however often it is started anew */
  constructor(private readonly url: string) {}

  start(count: number): void {
    this.all = Promise.all(Array.from({ length: count }, (_, number) => this.write(number)));
  }

  /** Lets what is on its way arrive, and reads everything back. */
  async finish(): Promise<Verdict> {
    this.running = false;
    await this.all;
    const [lost, doubled, untrue]: [string[], string[], string[]] = [[], [], []];
    const seen = new Set<string>();
    for (const job of this.jobs) {
      const { pieces } = (await this.read(`/api/jobs/${job}`)) as { pieces: Piece[] };
      for (const { id, name } of pieces) {
        if (seen.has(id) || !this.wanted.has(id)) doubled.push(`${id} ${name}`);
        seen.add(id);
        if (this.refusedIds.has(id)) untrue.push(`${id} ${name}`);
      }
      const names = new Map(pieces.map((piece) => [piece.id, piece.name]));
      for (const [id, name] of this.acknowledgedNames)
        if (this.wanted.get(id) === job && names.get(id) !== name)
          lost.push(`${id} ${name}, there stands ${names.get(id) ?? 'nothing'}`);
    }
    return { acknowledged: this.acknowledged, lost, doubled, untrue, odd: this.odd, answers: this.answers };
  }

  private async write(number: number): Promise<void> {
    const job = randomUUID();
    if ((await this.persist('POST', '/api/jobs', { id: job, title: `Writer ${number}` })) === undefined) return;
    this.jobs.push(job);
    for (let count = 0; this.running; count++) {
      const id = randomUUID();
      this.wanted.set(id, job);
      const name = `Piece ${number}.${count}`;
      const added = await this.send('POST', `/api/jobs/${job}/pieces`, { id, name });
      if (added === 'not saved') {
        this.refusedIds.add(id);
        await pause();
        continue;
      }
      const piece = (
        added === 'not known' ? await this.persist('POST', `/api/jobs/${job}/pieces`, { id, name }) : added
      ) as Piece | undefined;
      if (!piece) continue;
      this.acknowledge(id, name);
      const renamed = `${name}, renamed`;
      const body = { version: piece.version, name: renamed };
      let answer = await this.send('PATCH', `/api/pieces/${id}`, body);
      while (answer === 'not known' || answer === 'not saved') {
        await pause();
        answer = await this.send('PATCH', `/api/pieces/${id}`, body);
      }
      // Answered twice: the first time had arrived, and what stands is what was sent.
      const stands = 'conflict' in answer ? answer.conflict.name === renamed : true;
      if (stands) this.acknowledge(id, renamed);
      else this.odd.push(`PATCH ${id}: 409, but there stands ${JSON.stringify(answer)}`);
    }
  }

  private acknowledge(id: string, name: string): void {
    this.acknowledgedNames.set(id, name);
    this.acknowledged++;
  }

  /** Sends until it is answered. */
  private async persist(method: string, path: string, body: object): Promise<object | undefined> {
    for (;;) {
      const answer = await this.send(method, path, body);
      if (typeof answer === 'object') return answer;
      await pause();
    }
  }

  private async read(path: string): Promise<object> {
    for (;;) {
      const answer = await fetch(new URL(path, this.url), { signal: AbortSignal.timeout(ANSWER_WITHIN_MS) }).catch(
        () => undefined,
      );
      if (answer?.ok) return (await answer.json()) as object;
      await answer?.body?.cancel();
      await pause();
    }
  }

  private async send(
    method: string,
    path: string,
    body: object,
  ): Promise<'not known' | 'not saved' | (Piece & object) | { conflict: Piece }> {
    const count = (status: number): void => void (this.answers[status] = (this.answers[status] ?? 0) + 1);
    try {
      const answer = await fetch(new URL(path, this.url), {
        method,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
        signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
      });
      const document = (await answer.json()) as Piece & { saved?: string; current?: Piece };
      count(answer.status);
      if (answer.ok) return document;
      if (answer.status === 409 && document.current) return { conflict: document.current };
      if (answer.status !== 503 || !answer.headers.has('retry-after'))
        this.odd.push(`${method} ${path}: ${answer.status} ${JSON.stringify(document)}`);
      return document.saved === 'nothing' ? 'not saved' : 'not known';
    } catch {
      count(0);
      return 'not known';
    }
  }
}

const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
