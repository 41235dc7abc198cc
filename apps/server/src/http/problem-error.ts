import type { Problem } from '@variatum/contracts';

const problem = (status: number, title: string, detail: string, more: Partial<Problem> = {}): Problem => ({
  type: 'about:blank',
  title,
  status,
  detail,
  ...more,
});

/** An error that is answered as a problem document. */
export class ProblemError extends Error {
  /** @param headers sent along, such as when to ask again */
  constructor(
    readonly problem: Problem,
    readonly headers: Readonly<Record<string, string>> = {},
  ) {
    super(problem.detail ?? problem.title);
    this.name = 'ProblemError';
  }

  /** 404 for a thing that is not there. */
  static notFound(what: string): ProblemError {
    return new ProblemError(problem(404, 'Not found', `There is no such ${what}.`));
  }

  /** 401 for a change that was typed on behalf of somebody else than who is signed in. */
  static notYours(): ProblemError {
    return new ProblemError(
      problem(
        401,
        'Typed by somebody else',
        'This was typed on behalf of another person or workshop; nothing was stored.',
      ),
    );
  }

  /** 403 for a request that must not come from where it comes from. */
  static forbidden(title: string, detail: string): ProblemError {
    return new ProblemError(problem(403, title, detail));
  }

  /** 405 for an address that knows other methods. */
  static notAllowed(method: string, allowed: readonly string[]): ProblemError {
    const list = allowed.join(', ');
    return new ProblemError(problem(405, 'Method not known here', `${method} is not known here; use ${list}.`), {
      Allow: list,
    });
  }

  /** 409 for a change based on an older version; `current` is what stands now, so that nothing typed need be lost. */
  static conflict(what: string, current: unknown): ProblemError {
    return new ProblemError(
      problem(409, 'Changed meanwhile', `This ${what} was changed elsewhere since you read it.`, { current }),
    );
  }

  /** 409 for a new thing under an identifier that another one has. */
  static taken(what: string, id: string): ProblemError {
    return new ProblemError(
      problem(409, 'Identifier in use', `The identifier ${id} belongs to another ${what}; nothing was stored.`, {
        errors: [{ path: 'id', message: `belongs to another ${what}; leave it out, or give a new one` }],
      }),
    );
  }

  /** 415 for a body of a kind that is not read here. */
  static unsupported(detail: string): ProblemError {
    return new ProblemError(problem(415, 'Kind of content not read here', detail));
  }

  /** 429 for one who asks too often. @param seconds until asking makes sense again */
  static tooMany(seconds: number): ProblemError {
    return new ProblemError(
      problem(429, 'Too many requests', `Nothing was done with this one; ask again in ${seconds} s.`),
      { 'Retry-After': String(seconds) },
    );
  }

  /**
   * 503 for what cannot be done at present.
   * @param more seconds until asking makes sense again, and whether something may have been saved
   */
  static unavailable(
    title: string,
    detail: string,
    { seconds = 2, saved }: { readonly seconds?: number; readonly saved?: Problem['saved'] } = {},
  ): ProblemError {
    return new ProblemError(problem(503, title, detail, saved === undefined ? {} : { saved }), {
      'Retry-After': String(seconds),
    });
  }
}
