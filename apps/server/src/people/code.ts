import { createHash, randomInt } from 'node:crypto';

/** Letters and figures that are not taken for one another. */
const SIGNS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const GROUPS = 3;
const GROUP = 4;

/** A code somebody types once: three groups of four, some 59 bits. @example 'K7QD-2XMN-P4RT' */
export function newCode(): string {
  const group = (): string => Array.from({ length: GROUP }, () => SIGNS[randomInt(SIGNS.length)]).join('');
  return Array.from({ length: GROUPS }, group).join('-');
}

/** What is kept of a code. Case, blanks and dashes do not count. */
export const codeHash = (code: string): string =>
  createHash('sha256')
    .update(code.toUpperCase().replace(/[^A-Z0-9]/g, ''))
    .digest('base64url');
