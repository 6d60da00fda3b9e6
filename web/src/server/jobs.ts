import 'server-only';
import { isDeepStrictEqual } from 'node:util';
import { readRecipe } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { and, desc, eq, isNull, max, sql } from 'drizzle-orm';
import type { JobDetail, JobRow } from '../api/job-types';
import { drawSummary } from './builds/builds';
import { db, type Connection } from './db/client';
import { jobs, releases, revisions } from './db/schema';
import { Refusal } from './refusal';

/** Jobs that are not deleted, newest change first; with `search`, those whose name or a tag has it in it. */
export async function listJobs(search = ''): Promise<JobRow[]> {
  const released = db()
    .select({ jobId: releases.jobId, revision: max(releases.revision).as('released_revision') })
    .from(releases)
    .groupBy(releases.jobId)
    .as('released');
  const pattern = `%${search.trim().replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await db()
    .select({
      id: jobs.id,
      name: jobs.name,
      tags: jobs.tags,
      revision: jobs.revision,
      updatedAt: jobs.updatedAt,
      summary: jobs.summary,
      summaryRevision: jobs.summaryRevision,
      releasedRevision: released.revision,
    })
    .from(jobs)
    .leftJoin(released, eq(released.jobId, jobs.id))
    .where(
      and(
        isNull(jobs.deletedAt),
        search.trim() === ''
          ? undefined
          : sql`(${jobs.name} ilike ${pattern} or array_to_string(${jobs.tags}, ' ') ilike ${pattern})`,
      ),
    )
    .orderBy(desc(jobs.updatedAt));
  return rows.map(({ summary, summaryRevision, updatedAt, ...row }) => ({
    ...row,
    updatedAt: updatedAt.toISOString(),
    summary: summaryRevision === row.revision ? summary : null,
  }));
}

export async function getJob(id: string, connection: Connection = db()): Promise<JobDetail> {
  const [job] = await connection
    .select()
    .from(jobs)
    .where(and(eq(jobs.id, id), isNull(jobs.deletedAt)));
  if (!job) throw new Refusal(404, 'There is no such job. It may have been deleted.');
  return { id: job.id, revision: job.revision, updatedAt: job.updatedAt.toISOString(), recipe: job.recipe };
}

export async function createJob(recipe: Recipe): Promise<JobDetail> {
  return db().transaction(async (tx) => {
    const [job] = await tx.insert(jobs).values({ recipe, name: recipe.name, tags: recipe.tags }).returning();
    await tx.insert(revisions).values({ jobId: job!.id, revision: 1, recipe });
    return { id: job!.id, revision: 1, updatedAt: job!.updatedAt.toISOString(), recipe };
  });
}

/**
 * Saves a new revision on top of `base`. The same recipe on the same base again is the same save: its first answer got
 * lost on the way.
 * @throws Refusal 409 with the job as it stands where someone else saved since
 */
export async function saveJob(
  id: string,
  base: number,
  recipe: Recipe,
): Promise<{ revision: number; updatedAt: string }> {
  // Told again word for word where the answer gets lost.
  const savedAt = new Date();
  return db().transaction(async (tx) => {
    const [job] = await tx
      .update(jobs)
      .set({ recipe, name: recipe.name, tags: recipe.tags, revision: base + 1, updatedAt: savedAt })
      .where(and(eq(jobs.id, id), eq(jobs.revision, base), isNull(jobs.deletedAt)))
      .returning({ revision: jobs.revision, updatedAt: jobs.updatedAt });
    if (!job) {
      const done = await savedBefore(tx, id, base, recipe);
      if (done) return done;
      const current = await getJob(id, tx);
      throw new Refusal(
        409,
        `This job was saved elsewhere as revision ${current.revision} while you worked on revision ${base}.`,
        { current },
      );
    }
    await tx.insert(revisions).values({ jobId: id, revision: job.revision, recipe, savedAt });
    return { revision: job.revision, updatedAt: job.updatedAt.toISOString() };
  });
}

/** The revision on top of `base`, where it is of this very recipe. */
async function savedBefore(connection: Connection, id: string, base: number, recipe: Recipe) {
  const [next] = await connection
    .select({ recipe: revisions.recipe, revision: revisions.revision, savedAt: revisions.savedAt })
    .from(revisions)
    .where(and(eq(revisions.jobId, id), eq(revisions.revision, base + 1)));
  // As it is stored: without what JSON leaves out.
  return next && isDeepStrictEqual(next.recipe, JSON.parse(JSON.stringify(recipe)))
    ? { revision: next.revision, updatedAt: next.savedAt.toISOString() }
    : null;
}

export async function duplicateJob(id: string): Promise<JobDetail> {
  const { recipe } = await getJob(id);
  const read = readRecipe(recipe);
  if (!read.ok) throw new Refusal(422, `The job cannot be copied: ${read.problems.join('; ')}`);
  return createJob({ ...read.recipe, name: `${read.recipe.name.slice(0, 110)} (copy)` });
}

export async function setDeleted(id: string, deleted: boolean): Promise<void> {
  const changed = await db()
    .update(jobs)
    .set({ deletedAt: deleted ? new Date() : null })
    .where(eq(jobs.id, id))
    .returning({ id: jobs.id });
  if (changed.length === 0) throw new Refusal(404, 'There is no such job.');
}

/** The drawing and state of a job's newest revision, made once and kept. */
export async function jobSummary(id: string, signal?: AbortSignal) {
  const [job] = await db().select().from(jobs).where(eq(jobs.id, id));
  if (!job) throw new Refusal(404, 'There is no such job.');
  if (job.summary && job.summaryRevision === job.revision) return job.summary;
  const summary = await drawSummary(job.recipe, signal);
  await db()
    .update(jobs)
    .set({ summary, summaryRevision: job.revision })
    .where(and(eq(jobs.id, id), eq(jobs.revision, job.revision)));
  return summary;
}
