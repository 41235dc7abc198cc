/** Where other machines reach the program. */
export interface SecureSettings {
  readonly address: string;
  readonly port: number;
  readonly certificateFile: string;
  readonly keyFile: string;
  /** Authority of this machine, for devices to trust; undefined with a certificate of the workshop's own. */
  readonly authorityFile: string | undefined;
}

/** How a server process is run; read once from the environment. */
export interface Settings {
  /** Port on this machine itself, without transport encryption. */
  readonly port: number;
  /** Where other machines reach it, with transport encryption; undefined: nowhere. */
  readonly secure: SecureSettings | undefined;
  /** Names it is reached by besides those of its certificate. */
  readonly hosts: readonly string[];
  /** Addresses of proxies whose forwarded headers are believed. */
  readonly proxies: readonly string[];
  readonly databaseUrl: string;
  readonly webDirectory: string | undefined;
  readonly migrationsDirectory: string;
  /** Where the launcher keeps backups; undefined: nowhere. */
  readonly backupsDirectory: string | undefined;
  /** Name somebody signs in with who gets a code for a new password; the program ends after that. */
  readonly newPasswordFor: string | undefined;
  readonly demo: boolean;
  readonly freshDemo: boolean;
  /** Whether this is the first process of the program: what is done once is for it. */
  readonly first: boolean;
  readonly logLevel: string;
  /** Requests one client may send within a minute; undefined: the usual number. */
  readonly requestsPerMinute: number | undefined;
}

/** A port. @throws Error */
function portOf(name: string, text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`${name} must be a whole number from 0 to 65535`);
  return port;
}

const listed = (text = ''): readonly string[] =>
  text
    .split(',')
    .map((one) => one.trim().toLowerCase())
    .filter(Boolean);

function secureSettings(environment: NodeJS.ProcessEnv): SecureSettings | undefined {
  const address = environment['VARIATUM_SECURE_ADDRESS'];
  if (!address) return undefined;
  const [certificateFile, keyFile] = [environment['VARIATUM_CERTIFICATE_FILE'], environment['VARIATUM_KEY_FILE']];
  if (!certificateFile || !keyFile)
    throw new Error(
      'VARIATUM_SECURE_ADDRESS needs VARIATUM_CERTIFICATE_FILE and VARIATUM_KEY_FILE: other machines are served ' +
        'with transport encryption only',
    );
  return {
    address,
    port: portOf('VARIATUM_SECURE_PORT', environment['VARIATUM_SECURE_PORT'] ?? '0'),
    certificateFile,
    keyFile,
    authorityFile: environment['VARIATUM_AUTHORITY_FILE'],
  };
}

/**
 * Reads the settings.
 * @throws Error with a plain message when one is missing or not allowed
 */
export function readSettings(environment: NodeJS.ProcessEnv): Settings {
  const databaseUrl = environment['VARIATUM_DATABASE_URL'];
  if (!databaseUrl)
    throw new Error('VARIATUM_DATABASE_URL is not set; start the program with ./variatum demo or ./variatum start');
  const asked = environment['VARIATUM_REQUESTS_PER_MINUTE'];
  const requestsPerMinute = asked === undefined ? undefined : Number(asked);
  if (requestsPerMinute !== undefined && !(Number.isInteger(requestsPerMinute) && requestsPerMinute > 0))
    throw new Error('VARIATUM_REQUESTS_PER_MINUTE must be a whole number above 0');
  const settings = {
    port: portOf('VARIATUM_PORT', environment['VARIATUM_PORT'] ?? '0'),
    secure: secureSettings(environment),
    hosts: listed(environment['VARIATUM_ALLOWED_HOSTS']),
    proxies: listed(environment['VARIATUM_TRUSTED_PROXIES']),
    databaseUrl,
    webDirectory: environment['VARIATUM_WEB_DIRECTORY'],
    migrationsDirectory: environment['VARIATUM_MIGRATIONS_DIRECTORY'] ?? 'apps/server/migrations',
    backupsDirectory: environment['VARIATUM_BACKUPS_DIRECTORY'],
    newPasswordFor: environment['VARIATUM_NEW_PASSWORD_FOR'],
    demo: environment['VARIATUM_DEMO'] === '1',
    first: environment['VARIATUM_FIRST'] === '1',
    freshDemo: environment['VARIATUM_FRESH'] === '1',
    logLevel: environment['VARIATUM_LOG_LEVEL'] ?? 'info',
    requestsPerMinute,
  };
  if (settings.demo && isReached(settings))
    throw new Error('the demo signs its made-up people in by one tap, so it is there on its own machine only');
  return settings;
}

/** Whether other machines reach the program. */
export const isReached = ({ secure, proxies }: Pick<Settings, 'secure' | 'proxies'>): boolean =>
  secure !== undefined || proxies.length > 0;
