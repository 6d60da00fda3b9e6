import { useQuery } from '@tanstack/react-query';
import { ask } from '@/api/ask';
import { InTurn } from './in-turn';
import type { JobRow, JobSummary } from '@/api/job-types';

const drawings = new InTurn(2);

/** The server ends a drawing after half a minute, and others may be before it. */
const LONGEST_MS = 90_000;

/**
 * The summary that came with the list, or, where the job changed since it was drawn, the one made now.
 * @param wanted whether to ask for it: it takes the server some time
 */
export function useSummary(job: JobRow, wanted = false): { summary: JobSummary | null; failed: boolean } {
  const { data, isError } = useQuery({
    queryKey: ['summary', job.id, job.revision],
    queryFn: ({ signal }) =>
      drawings.run(() => ask<JobSummary>(`/api/jobs/${job.id}/summary`, { signal, longest: LONGEST_MS }), signal),
    enabled: wanted && job.summary === null,
    staleTime: Infinity,
    retry: false,
  });
  return { summary: job.summary ?? data ?? null, failed: isError };
}
