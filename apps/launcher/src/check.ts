import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildServer, buildWeb } from './build';
import { dataDirectory } from './data-directory';
import { needChromium, needPostgres } from './install-packages';
import { startCluster, type Cluster } from './private-cluster';
import { runCode } from './run';
import { inWords, say } from './say';

interface Count {
  passed: number;
  failed: number;
}

interface JestReport {
  readonly numPassedTests: number;
  readonly numFailedTests: number;
  readonly numRuntimeErrorTestSuites: number;
}

interface PlaywrightReport {
  readonly stats: { readonly expected: number; readonly unexpected: number; readonly flaky: number };
  readonly errors: readonly unknown[];
}

function readReport<Report>(file: string): Report | undefined {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Report;
  } catch {
    return undefined;
  }
}

/** Runs every check and prints `N passed, N failed` last; answers the exit code. */
export async function check(root: string): Promise<number> {
  const total: Count = { passed: 0, failed: 0 };
  const scratch = mkdtempSync(join(tmpdir(), 'variatum-check-'));
  const step = async (what: string, program: string, args: readonly string[]): Promise<void> => {
    say(what);
    const code = await runCode(program, args, { cwd: root });
    if (code === 0) total.passed++;
    else {
      total.failed++;
      say(`${what}: failed`);
    }
  };
  const jest = async (
    what: string,
    args: readonly string[],
    environment: Record<string, string> = {},
  ): Promise<void> => {
    say(what);
    const report = join(scratch, `${what.replace(/\W+/g, '-')}.json`);
    const code = await runCode('npx', ['jest', ...args, '--json', `--outputFile=${report}`], {
      cwd: root,
      env: { ...process.env, ...environment },
      stdio: ['ignore', 'ignore', process.stderr],
    });
    const result = readReport<JestReport>(report);
    total.passed += result?.numPassedTests ?? 0;
    // A suite that cannot even be loaded counts as one failure.
    total.failed += result ? result.numFailedTests + result.numRuntimeErrorTestSuites : 1;
    if (code !== 0 && result && result.numFailedTests + result.numRuntimeErrorTestSuites === 0) total.failed++;
  };

  let cluster: Cluster | undefined;
  try {
    const programs = await needPostgres();
    await needChromium();
    await step('types', 'npm', ['run', '--silent', 'types']);
    await step('lint', 'npm', ['run', '--silent', 'lint']);
    await step('format', 'npm', ['run', '--silent', 'format']);
    await step('pages made from the data', 'npm', ['run', '--silent', 'docs', '--', '--check']);
    // All but the server's, which want a database. One of two processors would stand still if it were left out as usual.
    await jest('unit tests', ['--ignoreProjects', 'server', '--maxWorkers=100%']);
    await buildServer(root);
    await buildWeb(root);
    await step('command line build', 'npm', ['run', '--silent', 'build', '--workspace', 'apps/cli']);
    await step('instruments build', 'npm', ['run', '--silent', 'build', '--workspace', 'apps/instruments']);
    cluster = await startCluster(programs, dataDirectory(root, join('/var/tmp', `variatum-check-${process.pid}`)));
    await jest('server tests against PostgreSQL', ['--selectProjects', 'server', '--maxWorkers=2'], {
      VARIATUM_TEST_DATABASE_URL: cluster.url,
    });
    cluster.stop();
    cluster = undefined;
    say('browser tests');
    const report = join(scratch, 'browser.json');
    await runCode('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts'], {
      cwd: root,
      env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    });
    const browser = readReport<PlaywrightReport>(report);
    total.passed += (browser?.stats.expected ?? 0) + (browser?.stats.flaky ?? 0);
    total.failed += browser ? browser.stats.unexpected + browser.errors.length : 1;
  } catch (error) {
    total.failed++;
    say(inWords(error));
  } finally {
    cluster?.stop();
    rmSync(scratch, { recursive: true, force: true });
    rmSync(join('/var/tmp', `variatum-check-${process.pid}`), { recursive: true, force: true });
  }
  process.stdout.write(`${total.passed} passed, ${total.failed} failed\n`);
  return total.failed === 0 && total.passed > 0 ? 0 : 1;
}
