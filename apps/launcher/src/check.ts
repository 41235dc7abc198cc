import { createWriteStream, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { spawn, type SpawnOptions } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { buildServer, buildWeb } from './build';
import { dataDirectory } from './data-directory';
import { needChromium, needPostgres } from './install-packages';
import { startCluster, type Cluster } from './private-cluster';
import { inWords, say } from './say';

interface Count {
  passed: number;
  failed: number;
}

interface JestReport {
  readonly numPassedTests: number;
  readonly numFailedTests: number;
  readonly numRuntimeErrorTestSuites: number;
  readonly testResults: readonly {
    readonly name: string;
    readonly status: string;
    readonly assertionResults: readonly { readonly fullName: string; readonly status: string }[];
  }[];
}

interface PlaywrightSuite {
  readonly suites?: readonly PlaywrightSuite[];
  readonly specs?: readonly {
    readonly title: string;
    readonly file: string;
    readonly ok: boolean;
    readonly tests: readonly {
      readonly status: string;
      readonly results: readonly { readonly attachments: readonly { readonly path?: string }[] }[];
    }[];
  }[];
}

interface PlaywrightReport extends PlaywrightSuite {
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

/** Runs a program with what it says on the terminal's error stream and in a file; answers its exit code. */
function told(program: string, args: readonly string[], log: string, options: SpawnOptions): Promise<number> {
  return new Promise((resolve, reject) => {
    const file = createWriteStream(log, { flags: 'a' });
    const child = spawn(program, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr])
      stream?.on('data', (chunk: Buffer) => {
        process.stderr.write(chunk);
        file.write(chunk);
      });
    child.on('error', reject);
    child.on('close', (code) => file.end(() => resolve(code ?? 1)));
  });
}

/** Names of tests of Jest that did not pass, with the file each stands in. */
const redOfJest = ({ testResults }: JestReport, root: string): readonly string[] =>
  testResults.flatMap(({ name, status, assertionResults }) => {
    const red = assertionResults.filter((one) => one.status === 'failed');
    const file = relative(root, name);
    if (red.length === 0) return status === 'failed' ? [`${file}: it could not be loaded`] : [];
    return red.map(({ fullName }) => `${file}: ${fullName}`);
  });

/** Names of stories that did not pass, or only at a second try, with where their pictures lie. */
function redOfStories({ suites = [], specs = [] }: PlaywrightSuite, root: string): readonly string[] {
  const own = specs
    .filter(({ ok, tests }) => !ok || tests.some(({ status }) => status === 'flaky'))
    .map(({ file, title, tests }) => {
      const kept = tests.flatMap(({ results }) => results.flatMap(({ attachments }) => attachments));
      const places = kept.flatMap(({ path }) => (path === undefined ? [] : [relative(root, path)]));
      return `e2e/${file}: ${title}${places.length > 0 ? ` (${places.join(', ')})` : ''}`;
    });
  return [...own, ...suites.flatMap((suite) => redOfStories(suite, root))];
}

/** Runs every check and prints `N passed, N failed` last; answers the exit code. */
export async function check(root: string): Promise<number> {
  const total: Count = { passed: 0, failed: 0 };
  const red: string[] = [];
  const scratch = mkdtempSync(join(tmpdir(), 'variatum-check-'));
  const logs = join(root, 'test-logs');
  rmSync(logs, { recursive: true, force: true });
  mkdirSync(logs, { recursive: true });
  const named = (what: string): string => what.replace(/\W+/g, '-');
  const logOf = (what: string): string => join(logs, `${named(what)}.log`);
  const fail = (what: string, names: readonly string[]): void => {
    for (const name of names.length > 0 ? names : [what]) red.push(`${name}: see ${relative(root, logOf(what))}`);
  };
  const npm = async (what: string, ...words: string[]): Promise<void> => {
    say(what);
    const code = await told('npm', ['run', '--silent', ...words], logOf(what), { cwd: root });
    if (code === 0) total.passed++;
    else {
      total.failed++;
      fail(what, []);
      say(`${what}: failed`);
    }
  };
  const jest = async (
    what: string,
    args: readonly string[],
    environment: Record<string, string> = {},
  ): Promise<void> => {
    say(what);
    const report = join(scratch, `${named(what)}.json`);
    const code = await told('npx', ['jest', ...args, '--json', `--outputFile=${report}`], logOf(what), {
      cwd: root,
      env: { ...process.env, ...environment },
    });
    const result = readReport<JestReport>(report);
    total.passed += result?.numPassedTests ?? 0;
    // A suite that cannot even be loaded counts as one failure.
    const failures = result ? result.numFailedTests + result.numRuntimeErrorTestSuites : 1;
    total.failed += failures > 0 || code === 0 ? failures : 1;
    if (failures > 0 || code !== 0) fail(what, result ? redOfJest(result, root) : []);
  };

  let cluster: Cluster | undefined;
  try {
    const programs = await needPostgres();
    await needChromium();
    // Each of them keeps one processor busy.
    await Promise.all([
      npm('lint', 'lint'),
      npm('types', 'types')
        .then(() => npm('format', 'format'))
        .then(() => npm('pages made from the data', 'docs', '--', '--check')),
    ]);
    // All but the server's, which want a database. One of two processors would stand still if it were left out as
    // usual.
    await jest('unit tests', ['--ignoreProjects', 'server', '--maxWorkers=100%']);
    await buildServer(root);
    cluster = await startCluster(programs, dataDirectory(root, join('/var/tmp', `variatum-check-${process.pid}`)));
    // The server's tests wait for the database a good part of their time: the rest is built meanwhile.
    const both = await Promise.allSettled([
      jest('server tests against PostgreSQL', ['--selectProjects', 'server', '--maxWorkers=2'], {
        VARIATUM_TEST_DATABASE_URL: cluster.url,
      }),
      buildWeb(root)
        .then(() => npm('command line build', 'build', '--workspace', 'apps/cli'))
        .then(() => npm('instruments build', 'build', '--workspace', 'apps/instruments')),
    ]);
    for (const one of both) if (one.status === 'rejected') throw one.reason;
    cluster.stop();
    cluster = undefined;
    const what = 'browser tests';
    say(what);
    const report = join(scratch, 'browser.json');
    await told('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts'], logOf(what), {
      cwd: root,
      env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    });
    const browser = readReport<PlaywrightReport>(report);
    total.passed += (browser?.stats.expected ?? 0) + (browser?.stats.flaky ?? 0);
    const failures = browser ? browser.stats.unexpected + browser.errors.length : 1;
    total.failed += failures;
    const stories = browser ? redOfStories(browser, root) : [];
    if (failures > 0 || stories.length > 0) fail(what, stories);
  } catch (error) {
    total.failed++;
    red.push(inWords(error));
    say(inWords(error));
  } finally {
    cluster?.stop();
    rmSync(scratch, { recursive: true, force: true });
    rmSync(join('/var/tmp', `variatum-check-${process.pid}`), { recursive: true, force: true });
  }
  if (red.length > 0) say(`not green:\n  ${red.join('\n  ')}`);
  process.stdout.write(`${total.passed} passed, ${total.failed} failed\n`);
  return total.failed === 0 && total.passed > 0 ? 0 : 1;
}
