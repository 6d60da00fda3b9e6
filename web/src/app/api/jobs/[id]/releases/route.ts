import type { ReleaseProgress } from '@needlefile/core/job/release';
import { z } from 'zod';
import { answer, answerInLines, readBody, readId } from '@/server/http';
import { listReleases, releaseJob } from '@/server/releases';

interface Context {
  readonly params: Promise<{ id: string }>;
}

export const GET = (request: Request, { params }: Context) =>
  answer(request, async () => listReleases(readId((await params).id)));

export const POST = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const id = readId((await params).id);
    const { revision } = await readBody(request, z.object({ revision: z.int().positive() }));
    return answerInLines(request, (tell: (progress: ReleaseProgress) => void, signal) =>
      releaseJob(id, revision, tell, signal),
    );
  });
