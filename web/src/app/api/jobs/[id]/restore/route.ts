import { answer, readId } from '@/server/http';
import { setDeleted } from '@/server/jobs';

export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => setDeleted(readId((await params).id), false));
