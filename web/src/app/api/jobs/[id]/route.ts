import { readRecipe } from '@needlefile/core/recipe/read';
import { z } from 'zod';
import { answer, readBody, readId } from '@/server/http';
import { Refusal } from '@/server/refusal';
import { getJob, saveJob, setDeleted } from '@/server/jobs';

interface Context {
  readonly params: Promise<{ id: string }>;
}

export const GET = (request: Request, { params }: Context) =>
  answer(request, async () => getJob(readId((await params).id)));

export const PUT = (request: Request, { params }: Context) =>
  answer(request, async () => {
    const id = readId((await params).id);
    const { base, recipe } = await readBody(request, z.object({ base: z.int().positive(), recipe: z.unknown() }));
    const read = readRecipe(recipe);
    if (!read.ok) throw new Refusal(400, read.problems.join('; '), { problems: read.problems });
    return saveJob(id, base, read.recipe);
  });

export const DELETE = (request: Request, { params }: Context) =>
  answer(request, async () => setDeleted(readId((await params).id), true));
