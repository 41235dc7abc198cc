import { isLoopback } from './http/loopback';

/** How a server process is run; read once from the environment. */
export interface Settings {
  readonly host: string;
  readonly port: number;
  readonly databaseUrl: string;
  readonly webDirectory: string | undefined;
  readonly migrationsDirectory: string;
  /** Where the launcher keeps backups; undefined: nowhere. */
  readonly backupsDirectory: string | undefined;
  /** Name somebody signs in with who gets a code for a new password; the program ends after that. */
  readonly newPasswordFor: string | undefined;
  readonly demo: boolean;
  readonly freshDemo: boolean;
  readonly logLevel: string;
  /** Requests one client may send within a minute; undefined: the usual number. */
  readonly requestsPerMinute: number | undefined;
}

/**
 * Reads the settings.
 * @throws Error with a plain message when one is missing or not allowed
 */
export function readSettings(environment: NodeJS.ProcessEnv): Settings {
  const databaseUrl = environment['VARIATUM_DATABASE_URL'];
  if (!databaseUrl)
    throw new Error('VARIATUM_DATABASE_URL is not set; start the program with ./variatum demo or ./variatum start');
  const host = environment['VARIATUM_HOST'] ?? '127.0.0.1';
  if (!isLoopback(host))
    throw new Error(
      `VARIATUM_HOST is ${host}: there is no sign-in yet, so the program listens on this machine only. Use 127.0.0.1 or ::1.`,
    );
  const port = Number(environment['VARIATUM_PORT'] ?? 0);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error('VARIATUM_PORT must be a whole number from 0 to 65535');
  const asked = environment['VARIATUM_REQUESTS_PER_MINUTE'];
  const requestsPerMinute = asked === undefined ? undefined : Number(asked);
  if (requestsPerMinute !== undefined && !(Number.isInteger(requestsPerMinute) && requestsPerMinute > 0))
    throw new Error('VARIATUM_REQUESTS_PER_MINUTE must be a whole number above 0');
  return {
    host,
    port,
    databaseUrl,
    webDirectory: environment['VARIATUM_WEB_DIRECTORY'],
    migrationsDirectory: environment['VARIATUM_MIGRATIONS_DIRECTORY'] ?? 'apps/server/migrations',
    backupsDirectory: environment['VARIATUM_BACKUPS_DIRECTORY'],
    newPasswordFor: environment['VARIATUM_NEW_PASSWORD_FOR'],
    demo: environment['VARIATUM_DEMO'] === '1',
    freshDemo: environment['VARIATUM_FRESH'] === '1',
    logLevel: environment['VARIATUM_LOG_LEVEL'] ?? 'info',
    requestsPerMinute,
  };
}
