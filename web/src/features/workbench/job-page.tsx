'use client';

import { readRecipe } from '@needlefile/core/recipe/read';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { ask } from '@/components/api';
import { Message } from '@/components/message';
import type { JobDetail } from '../jobs/job-types';
import { dropDraft, readDraft, startAutosave } from './autosave';
import { createJobStore, JobStoreContext, type JobStore } from './job-store';
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
        <Link className="btn btn-light" href="/">
          To the jobs
        </Link>
      </Message>
    );
  return data ? <OpenJob job={data} /> : <Message title="Opening the job …" />;
}

function OpenJob({ job }: { job: JobDetail }) {
  const [opened, setOpened] = useState<{ store: JobStore } | { problems: readonly string[] } | null>(null);
  useEffect(() => {
    const read = readRecipe(job.recipe);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- what this browser kept is known only here
    if (!read.ok) return setOpened({ problems: read.problems });
    const store = createJobStore(job, read.recipe);
    takeUpDraft(store, job);
    setOpened({ store });
    return startAutosave(store);
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

/** Work that did not reach the server before the page was closed goes on; where the server moved on too, the person chooses. */
function takeUpDraft(store: JobStore, job: JobDetail): void {
  const draft = readDraft(job.id);
  const read = draft && readRecipe(draft.recipe);
  if (!draft || !read?.ok || JSON.stringify(read.recipe) === JSON.stringify(store.getState().recipe))
    return dropDraft(job.id);
  store.getState().replace('Unsaved work', read.recipe);
  store.setState({
    revision: draft.base,
    save: draft.base === job.revision ? { kind: 'unsaved' } : { kind: 'conflict', current: job },
  });
}
