import { catalogueFace } from '@needlefile/faces/files';
import { answer } from '@/server/http';
import { faceBytes } from '@/server/faces';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    // Brought fonts can be taken away again: they are asked for anew.
    const cache = catalogueFace(id) ? 'public, max-age=86400' : 'no-store';
    return new Response((await faceBytes(id)) as Uint8Array<ArrayBuffer>, {
      headers: { 'content-type': 'font/ttf', 'cache-control': cache },
    });
  });
