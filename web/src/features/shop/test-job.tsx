'use client';

import type { JobInput } from '@needlefile/core/recipe/schema';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { ask } from '@/api/ask';
import type { JobDetail } from '@/api/job-types';
import { notify } from '@/components/toasts';

interface Props {
  /** Whether the shop is as the server has it: the job goes by that. */
  readonly isSaved: boolean;
  readonly recipe: () => JobInput;
  readonly children: ReactNode;
}

/** Makes a job that tries something of the shop, and opens it. */
export function TestJobButton({ isSaved, recipe, children }: Props) {
  const router = useRouter();
  const make = useMutation({
    mutationFn: () => ask<JobDetail>('/api/jobs', { method: 'POST', body: { recipe: recipe() } }),
    onSuccess: ({ id }) => router.push(`/jobs/${id}`),
    onError: (error: Error) => notify(error.message),
  });
  return (
    <Button
      size="sm"
      variant="light"
      disabled={!isSaved || make.isPending}
      title={isSaved ? undefined : 'Save the shop first: a job goes by what is saved'}
      onClick={() => make.mutate()}
    >
      {children}
    </Button>
  );
}
