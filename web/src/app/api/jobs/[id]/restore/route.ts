import { answer, readId } from '@/server/http';
import { setDeleted } from '@/server/jobs';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => setDeleted(readId((await params).id), false));
