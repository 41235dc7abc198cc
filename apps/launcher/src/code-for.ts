import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { serverEnvironment } from './serve';
import { PlainError } from './say';

/**
 * A code with which somebody sets a new password, made by the server itself.
 * @throws PlainError when nobody has that name
 */
export function codeFor(root: string, url: string, signInName: string): Promise<string> {
  const { status, stdout, stderr } = spawnSync('node', [join(root, 'dist/server.mjs')], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ...serverEnvironment(root, url, 0), VARIATUM_NEW_PASSWORD_FOR: signInName },
  });
  if (status !== 0) throw new PlainError(stderr.trim().split('\n').at(-1) ?? 'no code could be made');
  return Promise.resolve(stdout.trim());
}
