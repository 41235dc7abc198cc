import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { PlainError } from './say';

/** A running server process. */
export interface ServerProcess {
  readonly port: number;
  /** Resolves when the process has ended, with its exit code. */
  readonly ended: Promise<number>;
  stop(): Promise<void>;
}

/** Starts the server and waits until it listens. */
export function startServer(root: string, environment: Readonly<Record<string, string>>): Promise<ServerProcess> {
  const child: ChildProcess = spawn('node', ['--enable-source-maps', join(root, 'dist/server.mjs')], {
    cwd: root,
    env: { ...process.env, NODE_ENV: 'production', ...environment },
    stdio: ['ignore', process.stderr, process.stderr, 'ipc'],
  });
  const ended = new Promise<number>((resolve) => child.on('close', (code) => resolve(code ?? 1)));
  return new Promise((resolve, reject) => {
    void ended.then((code) => reject(new PlainError(`the server ended with code ${code} before it listened`)));
    child.on('error', reject);
    child.on('message', (message) => {
      const { listening } = message as { listening?: number };
      if (listening === undefined) return;
      resolve({
        port: listening,
        ended,
        stop: async () => {
          if (child.exitCode === null) child.kill('SIGTERM');
          await ended;
        },
      });
    });
  });
}
