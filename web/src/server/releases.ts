import 'server-only';
import { createHash } from 'node:crypto';
import { FORMATS } from '@needlefile/core/job/files';
import type { ReleaseProgress } from '@needlefile/core/job/release';
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
 */
export async function releaseJob(
  jobId: string,
  revision: number,
  tell: (progress: ReleaseProgress) => void,
  signal: AbortSignal,
): Promise<ReleaseRow> {
  const job = await getJob(jobId);
  if (job.revision !== revision)
    throw new Refusal(
      409,
      `The job is at revision ${job.revision} now, and you looked at ${revision}. Look again before you release.`,
    );
  const { files, report } = await writeRelease(job.recipe, revision, signal, tell);
  const base = fileBase(report.lays === 'backers' ? `${report.name} backers` : report.name);
  const id = await db().transaction(async (tx) => {
    const [row] = await tx.insert(releases).values({ jobId, revision, report }).returning({ id: releases.id });
    for (const { format, bytes, readBack } of files) {
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      await tx.insert(fileContents).values({ sha256, bytes, size: bytes.length }).onConflictDoNothing();
      await tx
        .insert(releaseFiles)
        .values({ releaseId: row!.id, format, fileName: `${base}-r${revision}.${format}`, sha256, readBack });
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
      releasedAt: releases.releasedAt,
      report: releases.report,
      format: releaseFiles.format,
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
  for (const { id, revision, releasedAt, report, format, fileName, sha256, readBack, size } of rows) {
    const known = byId.get(id) ?? {
      id,
      revision,
      releasedAt: releasedAt.toISOString(),
      files: [],
      time: report.time,
      stops: report.findings.filter(({ severity }) => severity === 'stop').length,
    };
    byId.set(id, {
      ...known,
      files: [...known.files, { format, fileName, sha256, size, deviation: readBack?.deviation ?? null }],
    });
  }
  const order = (format: string) => (FORMATS as readonly string[]).indexOf(format);
  return [...byId.values()].map((row) => ({
    ...row,
    files: row.files.toSorted((a, b) => order(a.format) - order(b.format)),
  }));
}

export interface Download {
  readonly fileName: string;
  readonly bytes: Uint8Array;
}

export async function releasedFile(releaseId: string, format: string): Promise<Download> {
  const [file] = await db()
    .select({ fileName: releaseFiles.fileName, bytes: fileContents.bytes })
    .from(releaseFiles)
    .innerJoin(fileContents, eq(fileContents.sha256, releaseFiles.sha256))
    .where(and(eq(releaseFiles.releaseId, releaseId), eq(releaseFiles.format, format)));
  if (!file) throw new Refusal(404, 'There is no such file in this release.');
  return file;
}

/** All files of a release, with its report, as one ZIP. */
export async function releasedZip(releaseId: string): Promise<Download> {
  const files = await db()
    .select({
      fileName: releaseFiles.fileName,
      bytes: fileContents.bytes,
      report: releases.report,
      releasedAt: releases.releasedAt,
    })
    .from(releaseFiles)
    .innerJoin(fileContents, eq(fileContents.sha256, releaseFiles.sha256))
    .innerJoin(releases, eq(releases.id, releaseFiles.releaseId))
    .where(eq(releaseFiles.releaseId, releaseId))
    .orderBy(asc(releaseFiles.format));
  const [first] = files;
  if (!first) throw new Refusal(404, 'There is no such release.');
  const entries = Object.fromEntries(files.map(({ fileName, bytes }) => [fileName, bytes]));
  entries['report.json'] = new TextEncoder().encode(`${JSON.stringify(first.report, null, 2)}\n`);
  return {
    fileName: first.fileName.replace(/\.[a-z]+$/, '.zip'),
    bytes: zipSync(entries, { mtime: first.releasedAt }),
  };
}

/** A job's name as a file name that every machine's disk takes. */
function fileBase(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase();
  return plain.slice(0, 60) || 'job';
}
