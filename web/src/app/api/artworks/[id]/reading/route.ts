import { rememberedSchema } from '@needlefile/core/recipe/remembered';
import { z } from 'zod';
import { rememberReading } from '@/server/artworks/artworks';
import { answer, readBody } from '@/server/http';

/** Files like this one are read so from now on. */
export const PUT = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    const { items } = await readBody(request, z.object({ items: rememberedSchema }));
    await rememberReading(id, items);
    return Response.json({ remembered: true });
  });
