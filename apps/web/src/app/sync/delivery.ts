import type { HttpErrorResponse } from '@angular/common/http';
import type { Problem } from '@variatum/contracts';

/**
 * Why operations wait: nobody answers, the server cannot take them now, it cannot say whether it has, it is asked too
 * often, or it does not know who asks.
 */
export type Waiting = 'unreachable' | 'unable' | 'not-known' | 'busy' | 'unknown-person';

/** Pause before sending anew when nobody said how long, ms. */
const PAUSE_MS = 1500;
export const LONGEST_PAUSE_MS = 30_000;

/** That an operation must wait, why, and for how long. */
export interface Wait {
  readonly why: Waiting;
  readonly milliseconds: number;
  /** Whether the fault may lie with this operation alone: the server answered, and failed. */
  readonly mayBeItsOwn: boolean;
}

/**
 * Why an operation must wait after such an answer, and for how long. Only a verdict on the operation itself ends its
 * waiting: everything else may pass, and what was typed is kept until it does.
 * @returns undefined when the answer is a verdict
 */
export function waitAfter({ status, headers, error }: HttpErrorResponse): Wait | undefined {
  const seconds = Number(headers?.get('Retry-After') ?? Number.NaN);
  const milliseconds = seconds > 0 ? Math.min(seconds * 1000, LONGEST_PAUSE_MS) : PAUSE_MS;
  // An answer that cannot be read, though the server meant it well: whether the operation counts is found out by asking
  // again.
  if (status === 0 || status < 400) return { why: 'unreachable', milliseconds, mayBeItsOwn: false };
  if (status >= 500) {
    const nothing = (error as Problem | null)?.saved === 'nothing';
    return { why: nothing ? 'unable' : 'not-known', milliseconds, mayBeItsOwn: true };
  }
  if (status === 401) return { why: 'unknown-person', milliseconds, mayBeItsOwn: false };
  if (status === 429 || status === 408 || status === 425) return { why: 'busy', milliseconds, mayBeItsOwn: false };
  return undefined;
}

/** The problem document of a refusal, or a general one. */
export function problemOf(error: HttpErrorResponse): Problem {
  const body = error.error as Problem | string | null;
  if (body && typeof body === 'object' && 'title' in body) return body;
  if (typeof body === 'string')
    try {
      return JSON.parse(body) as Problem;
    } catch {
      // Not a problem document: fall through to a general one.
    }
  return { type: 'about:blank', title: 'The server refused this', status: error.status };
}
