import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { CHROMIUM_PROGRAMS, chromiumProgram } from './chromium';
import { quiet, run } from './run';
import { PlainError, say } from './say';

const POSTGRES_PROGRAMS = '/usr/lib/postgresql/15/bin';
const CREATE_CLUSTER = '/etc/postgresql-common/createcluster.conf';

const isRoot = (): boolean => process.getuid?.() === 0;

function asRoot(args: readonly string[]): [string, string[]] {
  if (isRoot()) return [args[0] as string, args.slice(1)];
  if (quiet('sudo', ['-n', 'true']).code === 0) return ['sudo', ['-n', ...args]];
  throw new PlainError(
    'packages are missing and this user may not install them; as root run: apt-get install ' +
      `--no-install-recommends ${args.slice(-1).join(' ')}`,
  );
}

async function aptInstall(packages: readonly string[]): Promise<void> {
  say(`installing ${packages.join(', ')} from Debian's packages`);
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const [update, updateArgs] = asRoot(['apt-get', 'update', '-q']);
  await run(update, updateArgs, { env: environment });
  const [install, installArgs] = asRoot(['apt-get', 'install', '-q', '-y', '--no-install-recommends', ...packages]);
  await run(install, installArgs, { env: environment });
}

/** Makes sure PostgreSQL's programs are there; answers their directory. */
export async function needPostgres(): Promise<string> {
  if (existsSync(`${POSTGRES_PROGRAMS}/postgres`)) return POSTGRES_PROGRAMS;
  if (isRoot() && !existsSync(CREATE_CLUSTER)) {
    // Keeps the package from starting a server of its own; the program runs a private one.
    mkdirSync('/etc/postgresql-common', { recursive: true });
    writeFileSync(CREATE_CLUSTER, 'create_main_cluster = false\n');
  } else if (isRoot() && !/^\s*create_main_cluster/m.test(readFileSync(CREATE_CLUSTER, 'utf8')))
    writeFileSync(CREATE_CLUSTER, `${readFileSync(CREATE_CLUSTER, 'utf8')}create_main_cluster = false\n`);
  await aptInstall(['postgresql-15']);
  if (!existsSync(`${POSTGRES_PROGRAMS}/postgres`))
    throw new PlainError(`PostgreSQL 15 is still not at ${POSTGRES_PROGRAMS}`);
  return POSTGRES_PROGRAMS;
}

/** Gives a browser of the tests an authority to trust. */
const CERTUTIL = '/usr/bin/certutil';

/**
 * Makes sure a Chromium and what its tests need are there. Where the preferred one cannot be had, another that is
 * there does.
 */
export async function needChromium(): Promise<void> {
  const [[path, name]] = CHROMIUM_PROGRAMS;
  const missing = [...(existsSync(path) ? [] : [name]), ...(existsSync(CERTUTIL) ? [] : ['libnss3-tools'])];
  if (missing.length === 0) return;
  try {
    await aptInstall([...missing, 'fonts-liberation']);
  } catch (error) {
    const other = chromiumProgram();
    if (!existsSync(other) || !existsSync(CERTUTIL)) throw error;
    say(`${missing.join(', ')} could not be installed; going on with ${other}`);
  }
}
