import { answer, readId } from '@/server/http';
import { duplicateJob } from '@/server/jobs';

export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => duplicateJob(readId((await params).id)));
