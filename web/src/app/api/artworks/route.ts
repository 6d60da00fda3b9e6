import { addArtwork, MOST_ARTWORK_BYTES } from '@/server/artworks/artworks';
import { answer, readBytes } from '@/server/http';

/** The file itself is the body; its name comes in the address. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const name = new URL(request.url).searchParams.get('name')?.trim().slice(0, 120) || 'artwork.svg';
    const file = await readBytes(request, MOST_ARTWORK_BYTES, 'The file is over 32 MB. Save it with fewer nodes.');
    return Response.json(await addArtwork(name, file, request.signal), { status: 201 });
  });
