import { answer } from '@/server/http';
import { faceBytes } from '@/server/faces';

export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => new Response((await faceBytes((await params).id)) as Uint8Array<ArrayBuffer>, { headers: { 'content-type': 'font/ttf', 'cache-control': 'public, max-age=86400' } }));
