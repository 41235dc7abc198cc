import { HttpErrorResponse } from '@angular/common/http';
import { problemOf } from '../../sync';

/** Why a decision was not saved. Sent again unchanged it counts once, so that trying again is always right. */
export function undecidedWords(error: unknown): string {
  const problem = error instanceof HttpErrorResponse ? problemOf(error) : null;
  const said = problem?.errors?.map(({ message }) => message).join('; ') || problem?.detail;
  return error instanceof HttpErrorResponse && error.status === 0
    ? 'The server does not answer. What you chose stands here: decide again when it does.'
    : `The decision is not saved here: ${said ?? 'the server could not take it'}`;
}
