import { join } from 'node:path';
import { buildServer, buildWeb } from './build';
import { dataDirectory } from './data-directory';
import { freePort } from './free-port';
import { needPostgres } from './install-packages';
import { claim } from './lock';
import { startCluster, type Cluster } from './private-cluster';
import { say } from './say';
import { startServer, type ServerProcess } from './server-process';

/** How to run the program. */
export interface ServeOptions {
  readonly root: string;
  readonly dataDir: string | undefined;
  readonly port: number | undefined;
  readonly demo: boolean;
  readonly fresh: boolean;
}

const USUAL_PORT = 4280;
/** The demo keeps its jobs apart from the workshop's own. */
export const DEMO_DATABASE = 'variatum_demo';

/** Environment every server process of this checkout shares. */
export function serverEnvironment(root: string, url: string, port: number): Record<string, string> {
  return {
    VARIATUM_DATABASE_URL: url,
    VARIATUM_PORT: String(port),
    VARIATUM_WEB_DIRECTORY: join(root, 'dist/web/browser'),
    VARIATUM_MIGRATIONS_DIRECTORY: join(root, 'apps/server/migrations'),
    VARIATUM_LOG_LEVEL: process.env['VARIATUM_LOG_LEVEL'] ?? 'warn',
  };
}

/** Runs database and server until told to stop; answers the exit code. */
export async function serve({ root, dataDir, port, demo, fresh }: ServeOptions): Promise<number> {
  const programs = await needPostgres();
  await buildServer(root);
  await buildWeb(root);
  const home = dataDirectory(root, dataDir);
  const release = claim(home);
  let cluster: Cluster | undefined;
  let server: ServerProcess | undefined;
  const asked = new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => resolve());
  });
  try {
    cluster = await startCluster(programs, home, demo ? DEMO_DATABASE : undefined);
    server = await startServer(root, {
      ...serverEnvironment(root, cluster.url, await freePort(port ?? USUAL_PORT)),
      VARIATUM_DEMO: demo ? '1' : '0',
      VARIATUM_FRESH: fresh ? '1' : '0',
    });
    process.stdout.write(`Variatum is at http://127.0.0.1:${server.port}/  (Ctrl-C stops it)\n`);
    const code = await Promise.race([asked.then(() => 0), server.ended]);
    if (code !== 0) say('the server ended unexpectedly');
    return code;
  } finally {
    await server?.stop();
    cluster?.stop();
    release();
  }
}
