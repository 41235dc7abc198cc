import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './schema';
import { ensureServingRole, servingUrl } from './serving-role';

/** The database with its tables. */
export type Database = NodePgDatabase<typeof schema>;

/** An open database and how to close it. */
export interface OpenDatabase {
  /**
   * Queries of one workshop, for one person, each on a connection of its own: what they make is theirs. The database
   * itself shows and takes no row of another: a connection serves one workshop at a time and is told which before a
   * query for another goes out. That lasts until the next time, and costs a round trip only when the workshop changes.
   */
  of(workshop: string, person?: string | null): Database;
  /** The connections themselves, for a library that brings queries of its own; they show no row of any workshop. */
  readonly pool: pg.Pool;
  /**
   * Runs queries of one workshop as one: all of them count, or none. A connection on which anything but the queries
   * themselves went wrong is thrown away: an unfinished transaction on it would swallow what others write later.
   */
  transaction<Result>(
    workshop: string,
    person: string | null,
    work: (database: Database) => Promise<Result>,
  ): Promise<Result>;
  /** Answers whether the database answers. */
  ready(): Promise<boolean>;
  close(): Promise<void>;
}

const prepared = new WeakMap<Database, Map<string, unknown>>();

/**
 * A statement that is asked often, made once for each database and parsed and planned by it once for each connection.
 * @param name of the statement, one for each text
 */
export function preparedOnce<Statement>(
  database: Database,
  name: string,
  make: (database: Database) => Statement,
): Statement {
  let known = prepared.get(database);
  if (!known) prepared.set(database, (known = new Map()));
  if (!known.has(name)) known.set(name, make(database));
  return known.get(name) as Statement;
}

/** Time limits, ms: no request waits for ever on a database that is gone, frozen or busy. */
const CONNECT_WITHIN_MS = 4000;
const STATEMENT_WITHIN_MS = 5000;
/** Longer than the database's own limit, so that its answer comes first where it can still answer. */
const ANSWER_WITHIN_MS = 6000;
const LOCK_WITHIN_MS = 3000;
/** Connections of one process; the database allows forty in all. */
const MOST_CONNECTIONS = 12;

/** Settings of every connection of the program. */
export const connectionSettings = (url: string): pg.ClientConfig => ({
  connectionString: url,
  connectionTimeoutMillis: CONNECT_WITHIN_MS,
  query_timeout: ANSWER_WITHIN_MS,
  keepAlive: true,
  options:
    `-c statement_timeout=${STATEMENT_WITHIN_MS} -c lock_timeout=${LOCK_WITHIN_MS} -c ` +
    `idle_in_transaction_session_timeout=${2 * ANSWER_WITHIN_MS}`,
});

const keyOf = (workshop: string, person: string | null): string => `${workshop}/${person ?? ''}`;

/** Opens a pool of connections; no connection is made until the first query. */
export function openDatabase(url: string, onIdleError: (error: Error) => void): OpenDatabase {
  const pool = new pg.Pool({ ...connectionSettings(url), max: MOST_CONNECTIONS });
  // Without a listener a dropped idle connection would end the process.
  pool.on('error', onIdleError);
  // One that breaks while in use fails its query; what it says besides, after the pool has let go of it, would end the
  // process too.
  pool.on('connect', (client) => client.on('error', () => undefined));
  const served = new WeakMap<pg.PoolClient, string>();
  const databases = new Map<string, Database>();
  const connectionFor = async (workshop: string, person: string | null): Promise<pg.PoolClient> => {
    const client = await pool.connect();
    const behalf = keyOf(workshop, person);
    if (served.get(client) === behalf) return client;
    try {
      // Outside any transaction: one that is rolled back would take this back too.
      await client.query(
        `select set_config('variatum.workshop', $1, false), set_config('variatum.person', $2, false)`,
        [workshop, person ?? ''],
      );
    } catch (error) {
      client.release(true);
      throw error;
    }
    served.set(client, behalf);
    return client;
  };
  const query = async (
    workshop: string,
    person: string | null,
    ...question: Parameters<pg.PoolClient['query']>
  ): Promise<unknown> => {
    const client = await connectionFor(workshop, person);
    let broken = false;
    try {
      return await client.query(...question);
    } catch (error) {
      // What the database answered is no fault of the connection.
      broken = !(error instanceof pg.DatabaseError && error.severity === 'ERROR');
      throw error;
    } finally {
      client.release(broken);
    }
  };
  return {
    of: (workshop, person = null) => {
      const behalf = keyOf(workshop, person);
      let database = databases.get(behalf);
      if (!database) {
        const client = { query: (...question: Parameters<typeof pool.query>) => query(workshop, person, ...question) };
        // Of a client the builder calls nothing but this.
        databases.set(behalf, (database = drizzle(client as unknown as pg.Pool, { schema })));
      }
      return database;
    },
    pool,
    transaction: async (workshop, person, work) => {
      const client = await connectionFor(workshop, person);
      let broken = true;
      try {
        await client.query('begin');
        try {
          const result = await work(drizzle(client, { schema }));
          await client.query('commit');
          broken = false;
          return result;
        } catch (error) {
          broken = await client.query('rollback').then(
            () => false,
            () => true,
          );
          throw error;
        }
      } finally {
        client.release(broken);
      }
    },
    ready: async () => {
      try {
        await pool.query('select 1');
        return true;
      } catch {
        return false;
      }
    },
    close: () => pool.end(),
  };
}

// Any fixed number: processes that start together take turns at the migrations.
const MIGRATION_LOCK = 7268102;

/**
 * Brings the tables up to date, and with them what the serving role may do; safe when several processes start together.
 * @param ownerUrl address of the database as its owner
 * @returns address under which the program is served
 */
export async function prepareDatabase(ownerUrl: string, migrationsFolder: string): Promise<string> {
  const client = new pg.Client({ connectionString: ownerUrl, connectionTimeoutMillis: CONNECT_WITHIN_MS });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await migrate(drizzle(client), { migrationsFolder });
    await ensureServingRole(client, ownerUrl);
    return servingUrl(ownerUrl);
  } finally {
    await client.end();
  }
}
