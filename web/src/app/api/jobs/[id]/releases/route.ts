import type { ReleaseProgress } from '@needlefile/core/job/release';
import { z } from 'zod';
import { answer, answerInLines, readBody, readId } from '@/server/http';
import { listReleases, releaseJob } from '@/server/releases';

interface Context {
  readonly params: Promise<{ id: string }>;
}

/** Of which things; null: of all. */
const bodySchema = z.object({
  revision: z.int().positive(),
  only: z.array(z.string().max(40)).min(1).max(1000).nullable().default(null),
});

export const GET = (request: Request, { params }: Context) =>
  answer(request, async () => listReleases(readId((await params).id)));

export const POST = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const id = readId((await params).id);
    const { revision, only } = await readBody(request, bodySchema);
    return answerInLines(request, (tell: (progress: ReleaseProgress) => void, signal) =>
      releaseJob(id, revision, only, tell, signal),
    );
  });
