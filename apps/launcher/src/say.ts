/** Tells the person at the terminal what is going on; standard output stays free for results. */
export function say(message: string): void {
  process.stderr.write(`variatum: ${message}\n`);
}

/** An error a person can do something about: shown without a stack. */
export class PlainError extends Error {}
