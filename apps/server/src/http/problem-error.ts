import type { Problem } from '@variatum/contracts';

/** An error that is answered as a problem document. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title);
    this.name = 'ProblemError';
  }

  /** 404 for a thing that is not there. */
  static notFound(what: string): ProblemError {
    return new ProblemError({
      type: 'about:blank',
      title: 'Not found',
      status: 404,
      detail: `There is no such ${what}.`,
    });
  }

  /** 409 for a change based on an older version; `current` is what stands now, so that nothing typed need be lost. */
  static conflict(what: string, current: unknown): ProblemError {
    return new ProblemError({
      type: 'about:blank',
      title: 'Changed meanwhile',
      status: 409,
      detail: `This ${what} was changed elsewhere since you read it.`,
      current,
    });
  }
}
