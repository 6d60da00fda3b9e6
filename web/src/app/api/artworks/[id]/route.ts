import { artworkBytes } from '@/server/artworks/artworks';
import { answer } from '@/server/http';

/** The file, a picture decoded. It is never shown as a page: it may have scripts in it. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    return new Response((await artworkBytes(id)) as Uint8Array<ArrayBuffer>, {
      headers: { 'content-type': 'application/octet-stream', 'cache-control': 'public, max-age=86400' },
    });
  });
