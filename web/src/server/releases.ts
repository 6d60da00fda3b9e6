import 'server-only';
import { createHash } from 'node:crypto';
import { fileName, type NameFacts } from '@needlefile/core/job/file-name';
import { FORMATS } from '@needlefile/core/job/files';
import type { ReleaseProgress } from '@needlefile/core/job/release';
import type { Report } from '@needlefile/core/job/report';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { asc, desc, eq, and } from 'drizzle-orm';
import { zipSync } from 'fflate';
import type { ReleaseRow } from '../api/job-types';
import { writeRelease } from './builds/builds';
import { db } from './db/client';
import { fileContents, releaseFiles, releases } from './db/schema';
import { Refusal } from './refusal';
import { getJob } from './jobs';

/**
 * Writes, reads back and keeps the files of a job's newest revision.
 * @param revision the one the person looked at; another would be a surprise on the machine
 * @param only the things that the files are of, by id; null: all
 */
export async function releaseJob(
  jobId: string,
  revision: number,
  only: readonly string[] | null,
  tell: (progress: ReleaseProgress) => void,
  signal: AbortSignal,
): Promise<ReleaseRow> {
  const job = await getJob(jobId);
  if (job.revision !== revision)
    throw new Refusal(
      409,
      `The job is at revision ${job.revision} now, and you looked at ${revision}. Look again before you release.`,
    );
  const { files, report, recipe } = await writeRelease(job.recipe, revision, only, signal, tell);
  const things = only && report.assemblies.map(({ name }) => name);
  const base = fileName(recipe.release.name, factsOf(report, recipe, revision, things));
  const id = await db().transaction(async (tx) => {
    const [row] = await tx.insert(releases).values({ jobId, revision, things, report }).returning({ id: releases.id });
    for (const { format, part, bytes, readBack } of files) {
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      await tx.insert(fileContents).values({ sha256, bytes, size: bytes.length }).onConflictDoNothing();
      const name = `${base}${part === null ? '' : `-${part.toLowerCase()}`}.${format}`;
      await tx.insert(releaseFiles).values({ releaseId: row!.id, format, part, fileName: name, sha256, readBack });
    }
    return row!.id;
  });
  return (await listReleases(jobId)).find((row) => row.id === id)!;
}

/** A job's releases, newest first. */
export async function listReleases(jobId: string): Promise<ReleaseRow[]> {
  const rows = await db()
    .select({
      id: releases.id,
      revision: releases.revision,
      things: releases.things,
      releasedAt: releases.releasedAt,
      report: releases.report,
      format: releaseFiles.format,
      part: releaseFiles.part,
      fileName: releaseFiles.fileName,
      sha256: releaseFiles.sha256,
      readBack: releaseFiles.readBack,
      size: fileContents.size,
    })
    .from(releases)
    .innerJoin(releaseFiles, eq(releaseFiles.releaseId, releases.id))
    .innerJoin(fileContents, eq(fileContents.sha256, releaseFiles.sha256))
    .where(eq(releases.jobId, jobId))
    .orderBy(desc(releases.releasedAt));
  const byId = new Map<string, ReleaseRow>();
  for (const { id, revision, things, releasedAt, report, ...file } of rows) {
    const { format, part, fileName: name, sha256, readBack, size } = file;
    const known = byId.get(id) ?? {
      id,
      revision,
      things,
      releasedAt: releasedAt.toISOString(),
      files: [],
      time: report.time,
      stops: report.findings.filter(({ severity }) => severity === 'stop').length,
    };
    byId.set(id, {
      ...known,
      files: [...known.files, { format, part, fileName: name, sha256, size, deviation: readBack?.deviation ?? null }],
    });
  }
  const order = (format: string) => (FORMATS as readonly string[]).indexOf(format);
  return [...byId.values()].map((row) => ({
    ...row,
    files: row.files.toSorted((a, b) => order(a.format) - order(b.format) || (a.fileName < b.fileName ? -1 : 1)),
  }));
}

export interface Download {
  readonly fileName: string;
  readonly bytes: Uint8Array;
}

/** @param name of one of its files */
export async function releasedFile(releaseId: string, name: string): Promise<Download> {
  const [file] = await db()
    .select({ fileName: releaseFiles.fileName, bytes: fileContents.bytes })
    .from(releaseFiles)
    .innerJoin(fileContents, eq(fileContents.sha256, releaseFiles.sha256))
    .where(and(eq(releaseFiles.releaseId, releaseId), eq(releaseFiles.fileName, name)));
  if (!file) throw new Refusal(404, 'There is no such file in this release.');
  return file;
}

/** All files of a release, with its report, as one ZIP. */
export async function releasedZip(releaseId: string): Promise<Download> {
  const files = await db()
    .select({
      fileName: releaseFiles.fileName,
      part: releaseFiles.part,
      bytes: fileContents.bytes,
      report: releases.report,
      releasedAt: releases.releasedAt,
    })
    .from(releaseFiles)
    .innerJoin(fileContents, eq(fileContents.sha256, releaseFiles.sha256))
    .innerJoin(releases, eq(releases.id, releaseFiles.releaseId))
    .where(eq(releaseFiles.releaseId, releaseId))
    .orderBy(asc(releaseFiles.fileName));
  const [first] = files;
  if (!first) throw new Refusal(404, 'There is no such release.');
  const entries = Object.fromEntries(files.map(({ fileName, bytes }) => [fileName, bytes]));
  entries['report.json'] = new TextEncoder().encode(`${JSON.stringify(first.report, null, 2)}\n`);
  return {
    fileName: `${baseOf(first)}.zip`,
    bytes: zipSync(entries, { mtime: first.releasedAt }),
  };
}

/** The name that all files of a release begin with. */
function baseOf({ fileName: name, part }: { readonly fileName: string; readonly part: string | null }): string {
  const base = name.replace(/\.[a-z]+$/, '');
  return part === null ? base : base.slice(0, -part.length - 1);
}

/** More things than this are counted, not named. */
const MOST_NAMED = 2;

/**
 * What the names of a release's files can tell.
 * @param things that they are of; null: all
 */
function factsOf(report: Report, recipe: Recipe, revision: number, things: readonly string[] | null): NameFacts {
  const { machine, material, thickness, bounds } = report;
  return {
    ...{ recipe, machine, material, thickness, revision },
    width: bounds.maxX - bounds.minX,
    height: bounds.maxY - bounds.minY,
    date: new Date().toISOString().slice(0, 10),
    only: [
      report.lays === 'backers' ? 'backers' : '',
      things && (things.length > MOST_NAMED ? `${things.length} things` : things.join(' ')),
    ]
      .filter(Boolean)
      .join(' '),
  };
}
