/** Tells the person at the terminal what is going on; standard output stays free for results. */
export function say(message: string): void {
  process.stderr.write(`variatum: ${message}\n`);
}

/** An error a person can do something about: shown as it is. */
export class PlainError extends Error {}

const SYSTEM: Readonly<Record<string, string>> = {
  EACCES: 'this user may not write there; give it the rights, or choose another --data-dir',
  EPERM: 'this user may not do that there; give it the rights, or choose another --data-dir',
  EROFS: 'it can only be read; choose another --data-dir',
  ENOSPC: 'the disk is full; make room, or choose another --data-dir',
  EDQUOT: 'this user’s share of the disk is used up; make room, or choose another --data-dir',
  ENOTDIR: 'something on the way to it is a file, not a directory; choose another --data-dir',
  EEXIST: 'a file of that name is in the way; choose another --data-dir',
  ENOENT: 'it is not there',
  ENAMETOOLONG: 'its name is too long; choose another --data-dir',
  ELOOP: 'its links go in a circle; choose another --data-dir',
};

/** An error in words that say what to do; what has none yet is said as it is, without the program's own places. */
export function inWords(error: unknown): string {
  if (error instanceof PlainError) return error.message;
  const { code, path, message } = error as NodeJS.ErrnoException;
  const words = SYSTEM[code ?? ''];
  if (words) return `${path ?? 'a file'} cannot be used: ${words}`;
  return `this went wrong and has no better words yet: ${message ?? String(error)}`;
}
