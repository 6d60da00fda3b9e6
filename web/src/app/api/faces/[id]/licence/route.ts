import { answer } from '@/server/http';
import { faceLicence } from '@/server/faces';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(
    request,
    async () =>
      new Response(await faceLicence((await params).id), { headers: { 'content-type': 'text/plain; charset=utf-8' } }),
  );
