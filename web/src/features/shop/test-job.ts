import type { JobInput } from '@needlefile/core/recipe/schema';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { ask } from '@/api/ask';
import type { JobDetail } from '@/api/job-types';
import { notify } from '@/components/toasts';

/** Makes a job that tries something, and opens it. */
export function useTestJob() {
  const router = useRouter();
  return useMutation({
    mutationFn: (recipe: JobInput) => ask<JobDetail>('/api/jobs', { method: 'POST', body: { recipe } }),
    onSuccess: ({ id }) => router.push(`/jobs/${id}`),
    onError: (error: Error) => notify(error.message),
  });
}
