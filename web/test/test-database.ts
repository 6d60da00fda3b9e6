import { spawnSync } from 'node:child_process';
import path from 'node:path';

import { dataFolder } from '../../scripts/data-folder.mjs';
import { ensureDatabase, startPostgres } from '../../scripts/postgres.mjs';
import { bin, root } from '../../scripts/setup.mjs';

export interface TestDatabase {
  readonly url: string;
  readonly stop: () => void;
}

/**
 * A database with all its tables and the demo shop, in a cluster of its own.
 * @param name whose it is: tests run at once
 */
export async function startTestDatabase(name: string): Promise<TestDatabase> {
  const settings = { fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' };
  const cluster = await startPostgres({ folder: path.join(dataFolder(), 'unit', name), settings });
  const url = await ensureDatabase(cluster, 'unit', { fresh: true });
  const env = { ...process.env, DATABASE_URL: url };
  const prepared = spawnSync(bin('tsx'), [path.join(root, 'web/src/server/db/prepare.ts')], { env, encoding: 'utf8' });
  if (prepared.status !== 0) throw new Error(prepared.stderr);
  return { url, stop: () => void cluster.stop() };
}
