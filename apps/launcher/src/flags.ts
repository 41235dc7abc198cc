import { isIP } from 'node:net';
import { parseArgs } from 'node:util';
import { PlainError } from './say';

/** How the program is reached from other machines. */
export interface NetworkFlags {
  /** Address it listens on besides the machine's own, with transport encryption; undefined: none. */
  readonly listen: string | undefined;
  readonly securePort: number | undefined;
  /** Further names it is reached by. */
  readonly hosts: readonly string[];
  /** A certificate of the workshop's own. */
  readonly certificate: string | undefined;
  readonly key: string | undefined;
  /** Addresses of proxies whose forwarded headers are believed. */
  readonly proxies: readonly string[];
}

/** Flags of the commands that start something. */
export interface Flags extends NetworkFlags {
  readonly port: number | undefined;
  readonly dataDir: string | undefined;
  readonly fresh: boolean;
  /** Whether an empty database is made where there was one before. */
  readonly beginAnew: boolean;
  readonly processes: number;
  readonly metricsPort: number | undefined;
  readonly rest: readonly string[];
}

/** Flags that take a value, and the environment variables that stand in for them. */
const VALUES = {
  port: 'VARIATUM_PORT',
  'data-dir': 'VARIATUM_DATA_DIR',
  listen: 'VARIATUM_LISTEN',
  'secure-port': 'VARIATUM_SECURE_PORT',
  host: 'VARIATUM_HOSTS',
  certificate: 'VARIATUM_CERTIFICATE',
  key: 'VARIATUM_KEY',
  'behind-proxy': 'VARIATUM_BEHIND_PROXY',
  processes: 'VARIATUM_PROCESSES',
  'metrics-port': 'VARIATUM_METRICS_PORT',
} as const;
type Valued = keyof typeof VALUES;
const MOST_PROCESSES = 64;

function whole(flag: string, value: string | undefined, most: number): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (!Number.isInteger(number) || number < 1 || number > most)
    throw new PlainError(`--${flag} takes a whole number from 1 to ${most}`);
  return number;
}

const listed = (text: string | undefined): string[] =>
  (text ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

function parsed(args: readonly string[]) {
  const options = Object.fromEntries(
    Object.keys(VALUES).map((name) => [name, { type: 'string' as const, multiple: true }]),
  );
  try {
    return parseArgs({
      args: [...args],
      options: { ...options, fresh: { type: 'boolean' }, 'begin-anew': { type: 'boolean' } },
      allowPositionals: true,
    });
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    const flag = /--[\w-]+/.exec(message)?.[0] ?? args.join(' ');
    throw new PlainError(code === 'ERR_PARSE_ARGS_UNKNOWN_OPTION' ? `${flag} is no flag` : `${flag} needs a value`);
  }
}

/** Reads flags; environment variables of the same meaning stand in for what is not given. @throws PlainError */
export function readFlags(args: readonly string[], environment: NodeJS.ProcessEnv): Flags {
  const { values, positionals } = parsed(args);
  // All but one are lists of text, as they were declared above.
  const given = values as Readonly<Partial<Record<Valued, readonly string[]>>>;
  const all = (flag: Valued): readonly string[] => given[flag] ?? listed(environment[VALUES[flag]]);
  const last = (flag: Valued): string | undefined => given[flag]?.at(-1) ?? environment[VALUES[flag]];
  const [listen, certificate, key] = [last('listen'), last('certificate'), last('key')];
  const proxies = all('behind-proxy').flatMap(listed);
  const hosts = all('host').flatMap(listed);
  if (listen !== undefined && !isIP(listen))
    throw new PlainError(`--listen takes an address of this machine, or 0.0.0.0 for all it has; "${listen}" is none`);
  if ((certificate === undefined) !== (key === undefined))
    throw new PlainError('--certificate and --key belong together: give both files, or neither');
  if (certificate !== undefined && listen === undefined)
    throw new PlainError('--certificate is for --listen: give the address to listen on too');
  for (const proxy of proxies)
    if (!isIP(proxy.replace(/\/\d{1,3}$/, '')))
      throw new PlainError(`--behind-proxy takes the addresses of the proxies; "${proxy}" is none`);
  if (proxies.length > 0 && hosts.length === 0)
    throw new PlainError('--behind-proxy needs --host: the name people reach the proxy by');
  return {
    port: whole('port', last('port'), 65535),
    dataDir: last('data-dir'),
    fresh: values.fresh === true,
    beginAnew: (values as { readonly 'begin-anew'?: boolean })['begin-anew'] === true,
    listen,
    securePort: whole('secure-port', last('secure-port'), 65535),
    hosts,
    certificate,
    key,
    proxies,
    processes: whole('processes', last('processes'), MOST_PROCESSES) ?? 1,
    metricsPort: whole('metrics-port', last('metrics-port'), 65535),
    rest: positionals,
  };
}
