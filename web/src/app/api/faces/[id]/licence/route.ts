import { answer } from '@/server/http';
import { faceLicence } from '@/server/faces';

export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(
    async () =>
      new Response(await faceLicence((await params).id), { headers: { 'content-type': 'text/plain; charset=utf-8' } }),
  );
