import { type InputError } from '@variatum/metallurgy';
import type { Problem } from './records';

/** Problem document of a bad input. */
export function inputProblem(error: InputError): Problem {
  return {
    type: 'about:blank',
    title: 'The input cannot be computed with',
    status: 422,
    detail: error.message,
    errors: error.errors.map(({ path, message }) => ({ path, message })),
  };
}
