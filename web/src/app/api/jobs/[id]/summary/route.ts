import { answer, readId } from '@/server/http';
import { jobSummary } from '@/server/jobs';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => jobSummary(readId((await params).id), request.signal));
