import { answer, readId } from '@/server/http';
import { duplicateJob } from '@/server/jobs';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => duplicateJob(readId((await params).id)));
