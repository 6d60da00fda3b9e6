import { z } from 'zod';
import { answer, readBody, readId } from '@/server/http';
import { listReleases, releaseJob } from '@/server/releases';

interface Context {
  readonly params: Promise<{ id: string }>;
}

export const GET = (_: Request, { params }: Context) => answer(async () => listReleases(readId((await params).id)));

export const POST = (request: Request, { params }: Context) =>
  answer(async () => {
    const id = readId((await params).id);
    const { revision } = await readBody(request, z.object({ revision: z.int().positive() }));
    return releaseJob(id, revision);
  });
