import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js';
import postgres from 'postgres';
import * as schema from './schema';

export type Database = PostgresJsDatabase<typeof schema>;

/** The pool, or the one connection that a transaction has: inside it, nothing else may be asked. */
export type Connection = Pick<Database, 'select' | 'insert' | 'update' | 'delete'>;

const MOST_CONNECTIONS = 10;

/** No statement, no wait for a lock and no forgotten transaction keeps a connection longer than this, ms. */
const LIMITS = {
  statement_timeout: 15_000,
  lock_timeout: 5_000,
  idle_in_transaction_session_timeout: 15_000,
};

// One pool per process, also across reloads of this module in development.
const store = globalThis as typeof globalThis & { needlefileDb?: Database };

/** Opens on first use: `next build` imports this module without a database. */
export function db(): Database {
  if (!store.needlefileDb) {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Error('DATABASE_URL is not set');
    const pool = postgres(url, { max: MOST_CONNECTIONS, connect_timeout: 5, onnotice: () => {}, connection: LIMITS });
    store.needlefileDb = drizzle(pool, { schema });
  }
  return store.needlefileDb;
}
