import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { PlainError } from './say';

/** A running server process. */
export interface ServerProcess {
  readonly port: number;
  /** Code the first owner begins with, while the workshop has no people; null once it has. */
  readonly ownerCode: string | null;
  /** Resolves when the process has ended, with its exit code. */
  readonly ended: Promise<number>;
  stop(): Promise<void>;
}

/** The server's port was taken between looking for it and listening on it. */
export class PortTakenError extends Error {}

/** A server that does not end when asked is made to, ms. */
const END_WITHIN_MS = 12_000;

/** Starts the server and waits until it listens. @throws PortTakenError, PlainError */
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
      const { listening, ownerCode, cannotListen } = message as { listening?: number; ownerCode?: string | null; cannotListen?: string }; // prettier-ignore
      if (cannotListen === 'EADDRINUSE') reject(new PortTakenError());
      if (listening === undefined) return;
      resolve({
        port: listening,
        ownerCode: ownerCode ?? null,
        ended,
        stop: async () => {
          if (child.exitCode === null) child.kill('SIGTERM');
          const force = setTimeout(() => child.kill('SIGKILL'), END_WITHIN_MS);
          await ended;
          clearTimeout(force);
        },
      });
    });
  });
}
