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

  /** 401 for one who must sign in first. */
  static signInFirst(): ProblemError {
    return new ProblemError(problem(401, 'Sign in first', 'Nobody is signed in here; nothing was done.'));
  }

  /** 401 for a name and password that do not go together; which of them is wrong is not said. */
  static wrongPassword(): ProblemError {
    return new ProblemError(problem(401, 'Not signed in', 'Name and password do not go together.'));
  }

  /** 401 for a short number that is not right, or not taken any more; which of them is not said. */
  static wrongPin(): ProblemError {
    return new ProblemError(
      problem(
        401,
        'Not signed in',
        'This number is not right, or was given wrong too often: with your password you sign in, and set it anew.',
      ),
    );
  }

  /** 401 for a key no meter has, or has any more. */
  static unknownMeter(): ProblemError {
    return new ProblemError(
      problem(
        401,
        'No such meter',
        'Send the key of a meter as "Authorization: Bearer KEY"; the settings give a new one.',
      ),
    );
  }

  /** 413 for what is longer than is taken. */
  static tooLarge(detail: string): ProblemError {
    return new ProblemError(problem(413, 'Too long', detail));
  }

  /** 403 for somebody whose role does not allow it. */
  static notForRole(role: string): ProblemError {
    return new ProblemError(
      problem(403, 'Not for this role', `Somebody who is ${role} here may not do this; nothing was done.`),
    );
  }

  /** 429 for one who has tried too often to sign in. @param seconds until trying makes sense again */
  static tooManyAttempts(seconds: number): ProblemError {
    const wait = seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`;
    return new ProblemError(problem(429, 'Too many attempts', `This one was not looked at; try again in ${wait}.`), {
      'Retry-After': String(seconds),
    });
  }

  /**
   * 429 for one of many that ask for the same at once: it is asked to wait.
   * @param seconds until asking makes sense again
   */
  static comeAgain(title: string, detail: string, seconds: number): ProblemError {
    return new ProblemError(problem(429, title, detail, { saved: 'nothing' }), { 'Retry-After': String(seconds) });
  }

  /** 409 for what cannot be done as things stand. */
  static conflictOf(title: string, detail: string): ProblemError {
    return new ProblemError(problem(409, title, detail));
  }

  /** 409 for a name to sign in with that somebody else has. */
  static nameTaken(): ProblemError {
    return new ProblemError(
      problem(409, 'Name taken', 'Somebody else signs in with this name.', {
        errors: [{ path: 'signInName', message: 'taken; choose another, or give the password that belongs to it' }],
      }),
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
