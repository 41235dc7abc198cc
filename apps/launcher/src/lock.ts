import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PlainError } from './say';

function alive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('launch.mjs');
  } catch {
    return false;
  }
}

/**
 * Claims a data directory for this process, so that two programs never share one database server.
 * @returns gives the claim back
 */
export function claim(home: string): () => void {
  const file = join(home, 'launcher.pid');
  if (existsSync(file)) {
    const pid = Number(readFileSync(file, 'utf8'));
    if (pid !== process.pid && alive(pid))
      throw new PlainError(
        `the program is already running on ${home} as process ${pid}; stop it, or use another --data-dir`,
      );
  }
  writeFileSync(file, String(process.pid));
  return () => rmSync(file, { force: true });
}
