import { dotted, type InputError } from '@variatum/metallurgy';
import type { Problem } from './records';

/** Faults named in one answer: more are not read by anybody, and an answer must stay small whatever was sent. */
const MOST_ERRORS = 50;
const LONGEST_PATH = 160;
const LONGEST_MESSAGE = 400;
const LONGEST_DETAIL = 2000;

const shortened = (words: string, longest: number): string =>
  words.length <= longest ? words : `${words.slice(0, longest - 1)}…`;

/** Problem document of a bad input: the first faults by name, and how many more there are. */
export function inputProblem(error: InputError): Problem {
  const errors = error.errors.slice(0, MOST_ERRORS).map(({ path, message }) => ({
    path: shortened(dotted(path), LONGEST_PATH),
    message: shortened(message, LONGEST_MESSAGE),
  }));
  const more = error.errors.length - errors.length;
  return {
    type: 'about:blank',
    title: 'The input cannot be computed with',
    status: 422,
    detail:
      shortened(errors.map(({ path, message }) => `${path}: ${message}`).join('; '), LONGEST_DETAIL) +
      (more > 0 ? `; and ${more} more` : ''),
    errors,
  };
}
