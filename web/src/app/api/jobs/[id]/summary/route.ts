import { answer, readId } from '@/server/http';
import { jobSummary } from '@/server/jobs';

export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => jobSummary(readId((await params).id)));
