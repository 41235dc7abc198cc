import { request as plain } from 'node:http';
import { request as encrypted } from 'node:https';

/** Where lines go. */
export interface Receiver {
  /** Address of the program, such as http://127.0.0.1:8080. */
  readonly url: string;
  /** Key of the meter. */
  readonly key: string;
}

/** Sends lines of a meter until it is stopped. */
export interface LineSender {
  /** Takes a line; it is kept until the program says that it has it. */
  line(document: Readonly<Record<string, unknown>>): void;
  /** Lines the program has not said it has. */
  readonly unanswered: number;
  /** Sends what is left and ends. */
  end(): Promise<void>;
}

/** A request is answered before the program closes it by itself, ms. */
const HELD_MS = 20_000;
const AGAIN_AFTER_MS = 500;
/** Older lines are let go: a program that is gone for long is told how it stands, not how it stood. */
const MOST_KEPT = 20_000;

/**
 * Sends lines of one meter over requests that are held open. When a request breaks, what it had sent is sent again: the
 * program takes the same moment once.
 * @param said told of what went wrong, in words
 */
export function sendLines({ url, key }: Receiver, said: (words: string) => void = () => undefined): LineSender {
  let kept: string[] = [];
  let sent = 0;
  let ending: (() => void) | undefined;
  let write: ((line: string) => void) | undefined;
  let finish: (() => void) | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const target = new URL('/api/meters/lines', url);
  const open = (): void => {
    timer = undefined;
    const ask = target.protocol === 'https:' ? encrypted : plain;
    const held = ask(target, {
      method: 'POST',
      headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'application/x-ndjson' },
    });
    sent = 0;
    let over = false;
    const settle = (answered: boolean, words = ''): void => {
      if (over) return;
      over = true;
      clearTimeout(close);
      [write, finish] = [undefined, undefined];
      if (answered) kept = kept.slice(sent);
      else if (words) said(words);
      if (ending && kept.length === 0) ending();
      else timer = setTimeout(open, answered ? 0 : AGAIN_AFTER_MS);
    };
    const end = (): void => {
      write = undefined;
      held.end();
    };
    const close = setTimeout(end, HELD_MS);
    held.on('error', (error) => settle(false, error.message));
    held.on('response', (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (chunk: string) => (text += chunk));
      response.on('error', (error) => settle(false, error.message));
      response.on('end', () => {
        const good = response.statusCode === 200;
        settle(good, good ? '' : `${response.statusCode ?? ''} ${text}`);
      });
    });
    write = (line) => {
      held.write(line);
      sent++;
    };
    finish = end;
    for (const line of kept) write(line);
    if (ending) end();
  };
  open();
  return {
    line: (document) => {
      const line = `${JSON.stringify({ at: new Date().toISOString(), ...document })}\n`;
      if (kept.length >= MOST_KEPT && !write) kept.shift();
      kept.push(line);
      write?.(line);
    },
    get unanswered() {
      return kept.length;
    },
    end: () =>
      new Promise((done) => {
        ending = () => {
          clearTimeout(timer);
          done();
        };
        finish?.();
      }),
  };
}
