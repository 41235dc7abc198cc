import { spawn } from 'node:child_process';
import { buildServer } from './build';
import { dataDirectory } from './data-directory';
import { needPostgres } from './install-packages';
import { claim } from './lock';
import { startCluster } from './private-cluster';
import { DEMO_DATABASE, serverEnvironment } from './serve';
import { startServers } from './server-group';

const SERVER_PORT = 4280;

/** Demo data, server and the web application in watch mode; answers the exit code. */
export async function dev(root: string, dataDir: string | undefined): Promise<number> {
  const programs = await needPostgres();
  await buildServer(root);
  const home = dataDirectory(root, dataDir);
  const release = claim(home);
  const cluster = await startCluster(programs, home, DEMO_DATABASE);
  try {
    const environment = { ...serverEnvironment(root, cluster.url, SERVER_PORT), VARIATUM_DEMO: '1' };
    const server = await startServers(root, environment, 1);
    const watcher = spawn('npm', ['run', 'dev', '--workspace', 'apps/web', '--', '--proxy-config', 'proxy.json'], {
      cwd: root,
      stdio: 'inherit',
    });
    await new Promise<void>((resolve) => {
      watcher.on('close', () => resolve());
      for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => watcher.kill(signal));
    });
    await server.stop();
    return 0;
  } finally {
    cluster.stop();
    release();
  }
}
