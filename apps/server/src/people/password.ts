import { hash, verify } from '@node-rs/argon2';

/**
 * Argon2id with 19 MiB, two passes, one lane (OWASP, Password Storage Cheat Sheet). The parameters stand in each hash.
 */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** Hash of a password, with its salt and its cost. */
export const hashPassword = (password: string): Promise<string> => hash(password, COST);

let nobody: Promise<string> | undefined;

/**
 * Whether a password is the one a hash was made from.
 * @param known undefined: nobody has that name; it takes as long as if somebody had
 */
export async function isPassword(known: string | null | undefined, password: string): Promise<boolean> {
  nobody ??= hashPassword('nobody has this password');
  const matches = await verify(known ?? (await nobody), password);
  return matches && known !== null && known !== undefined;
}
