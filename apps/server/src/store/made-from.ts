import { inOrder } from '@variatum/contracts';
import { createHash } from 'node:crypto';

/**
 * Fingerprint of the request that makes a thing. The thing is kept with it: the same request sent again, because its
 * answer was lost, is a repetition and answers what it made; another request under a used identifier is refused.
 * @param parts what the thing belongs to and everything it is made from
 */
export const madeFrom = (...parts: readonly unknown[]): string =>
  createHash('sha256')
    .update(JSON.stringify(parts.map(inOrder)))
    .digest('base64url');
