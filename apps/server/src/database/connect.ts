import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './schema';

/** The database with its tables. */
export type Database = NodePgDatabase<typeof schema>;

/** An open database and how to close it. */
export interface OpenDatabase {
  readonly database: Database;
  /** Answers whether the database answers. */
  ready(): Promise<boolean>;
  close(): Promise<void>;
}

/** Opens a pool of connections; no connection is made until the first query. */
export function openDatabase(url: string, onIdleError: (error: Error) => void): OpenDatabase {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 5000 });
  // Without a listener a dropped idle connection would end the process.
  pool.on('error', onIdleError);
  return {
    database: drizzle(pool, { schema }),
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

/** Brings the tables up to date; safe when several processes start together. */
export async function migrateDatabase(url: string, migrationsFolder: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await migrate(drizzle(client), { migrationsFolder });
  } finally {
    await client.end();
  }
}
