'use client';

import { readRecipe } from '@needlefile/core/recipe/read';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { ask } from '@/api/ask';
import { Message } from '@/components/message';
import { notify } from '@/components/toasts';
import type { JobDetail } from '@/api/job-types';
import { startAutosave } from '@/job/autosave';
import { draftsOf } from '@/job/drafts';
import { createJobStore, JobStoreContext, type JobStore } from '@/job/job-store';
import { keepAsJob, takeUpDrafts } from '@/job/take-up-drafts';
import { Workbench } from './workbench';

/** Opens a job: the server's recipe, and on top of it what this browser kept unsaved. */
export function JobPage({ id }: { id: string }) {
  // Fetched once: from then on the open recipe is the truth, and saving tells when the server has another.
  const { data, error, refetch } = useQuery({
    queryKey: ['job', id],
    queryFn: () => ask<JobDetail>(`/api/jobs/${id}`),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  if (error)
    return (
      <Message title="The job cannot be opened" text={error.message}>
        <button className="btn btn-light" onClick={() => void refetch()}>
          Try again
        </button>
        <KeepDraft id={id} />
        <Link className="btn btn-light" href="/">
          To the jobs
        </Link>
      </Message>
    );
  return data ? <OpenJob job={data} /> : <Message title="Opening the job …" />;
}

/** A job that was deleted may have left work in this browser. */
function KeepDraft({ id }: { id: string }) {
  const router = useRouter();
  const [draft] = draftsOf(id);
  if (!draft) return null;
  const keep = () =>
    void keepAsJob(id, draft).then(
      (made) => router.push(`/jobs/${made.id}`),
      (problem: Error) => notify(problem.message),
    );
  return (
    <button className="btn btn-primary" onClick={keep}>
      Keep this browser’s unsaved work as a new job
    </button>
  );
}

function OpenJob({ job }: { job: JobDetail }) {
  const [opened, setOpened] = useState<{ store: JobStore } | { problems: readonly string[] } | null>(null);
  useEffect(() => {
    const read = readRecipe(job.recipe);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- what this browser kept is known only here
    if (!read.ok) return setOpened({ problems: read.problems });
    const store = createJobStore(job, read.recipe);
    let end = () => {};
    let closed = false;
    void takeUpDrafts(store, job).then((tab) => {
      if (closed) return;
      setOpened({ store });
      end = startAutosave(store, tab);
    });
    return () => {
      closed = true;
      end();
    };
  }, [job]);
  if (!opened) return <Message title="Opening the job …" />;
  if ('problems' in opened)
    return (
      <Message title="The job’s recipe cannot be read" text={`${opened.problems.join('; ')}. Nothing was changed.`} />
    );
  return (
    <JobStoreContext value={opened.store}>
      <Workbench />
    </JobStoreContext>
  );
}
