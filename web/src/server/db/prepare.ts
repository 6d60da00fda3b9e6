/** Applies the migrations in web/drizzle, then puts the demo shop's jobs into a database that never held any. */
import { createHash } from 'node:crypto';
import path from 'node:path';
import { readRecipe } from '@needlefile/core/recipe/read';
import { DEMO_ARTWORKS } from '@needlefile/demo/artworks';
import { DEMO_JOBS } from '@needlefile/demo/jobs';
import { DEMO_SHOP } from '@needlefile/demo/shop';
import { drizzle } from 'drizzle-orm/postgres-js';
import { migrate } from 'drizzle-orm/postgres-js/migrator';
import postgres from 'postgres';
import { artworks, jobs, revisions, shops } from './schema';

const url = process.env.DATABASE_URL;
if (!url) throw new Error('DATABASE_URL is not set');
const sql = postgres(url, { max: 1, onnotice: () => {} });
const db = drizzle(sql);
try {
  // Two starts at once must not both migrate.
  await sql`select pg_advisory_lock(47120)`;
  await migrate(db, { migrationsFolder: path.join(import.meta.dirname, '../../../drizzle') });
  // Drawings and states in the list may have been made by an older Needlefile: they are made again when they are looked
  // at.
  await db.update(jobs).set({ summary: null, summaryRevision: null });
  if ((await db.$count(jobs)) === 0) await seed();
} finally {
  await sql.end();
}

async function seed(): Promise<void> {
  await db.insert(shops).values({ id: 1, revision: 1, shop: DEMO_SHOP }).onConflictDoNothing();
  for (const { id, fileName, bytes: own } of DEMO_ARTWORKS) {
    const bytes = Buffer.from(own);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    await db.insert(artworks).values({ id, sha256, fileName, bytes }).onConflictDoNothing();
  }
  const begin = Date.now() - DEMO_JOBS.length * 60_000;
  for (const [i, input] of DEMO_JOBS.entries()) {
    const read = readRecipe(input);
    if (!read.ok) throw new Error(`Demo job ${input.name}: ${read.problems.join('; ')}`);
    const { recipe } = read;
    const savedAt = new Date(begin + i * 60_000);
    const [job] = await db
      .insert(jobs)
      .values({ recipe, name: recipe.name, tags: recipe.tags, createdAt: savedAt, updatedAt: savedAt })
      .returning({ id: jobs.id });
    await db.insert(revisions).values({ jobId: job!.id, revision: 1, recipe, savedAt });
  }
  console.log(`The demo shop's ${DEMO_JOBS.length} jobs are in the database.`);
}
