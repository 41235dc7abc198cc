import { HttpErrorResponse } from '@angular/common/http';
import { waitAfter, type Waiting } from './delivery';

/**
 * Asks until there is an answer: what a server cannot answer now it may answer in a moment, and nobody would ask again.
 * @param wanted whether the answer is still wanted
 * @param onWait told each time it must be asked again, and why
 * @returns undefined when it no longer is, or when the answer is that there is none
 */
export async function untilAnswered<Answer>(
  ask: () => Promise<Answer>,
  wanted: () => boolean,
  onWait: (why: Waiting) => void = () => undefined,
): Promise<Answer | undefined> {
  while (wanted())
    try {
      const answer = await ask();
      return wanted() ? answer : undefined;
    } catch (error) {
      const wait = error instanceof HttpErrorResponse ? waitAfter(error) : undefined;
      if (!wait) return undefined;
      onWait(wait.why);
      await new Promise((resolve) => setTimeout(resolve, wait.milliseconds));
    }
  return undefined;
}
