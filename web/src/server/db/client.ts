import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js';
import postgres from 'postgres';
import * as schema from './schema';

export type Database = PostgresJsDatabase<typeof schema>;

// One pool per process, also across reloads of this module in development.
const store = globalThis as typeof globalThis & { needlefileDb?: Database };

/** Opens on first use: `next build` imports this module without a database. */
export function db(): Database {
  if (!store.needlefileDb) {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Error('DATABASE_URL is not set');
    store.needlefileDb = drizzle(postgres(url, { max: 5, connect_timeout: 5, onnotice: () => {} }), { schema });
  }
  return store.needlefileDb;
}
