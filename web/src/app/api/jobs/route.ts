import { readRecipe } from '@needlefile/core/recipe/read';
import { z } from 'zod';
import { answer, readBody } from '@/server/http';
import { Refusal } from '@/server/refusal';
import { createJob, listJobs } from '@/server/jobs';

export const GET = (request: Request) =>
  answer(request, async () => listJobs(new URL(request.url).searchParams.get('search') ?? ''));

export const POST = (request: Request) =>
  answer(request, async () => {
    const { recipe } = await readBody(request, z.object({ recipe: z.unknown() }));
    const read = readRecipe(recipe);
    if (!read.ok) throw new Refusal(400, read.problems.join('; '), { problems: read.problems });
    return Response.json(await createJob(read.recipe), { status: 201 });
  });
