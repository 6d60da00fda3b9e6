'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useDeferredValue, useState } from 'react';
import { Button } from 'react-bootstrap';
import { PlusLg, Search } from 'react-bootstrap-icons';
import { ask } from '@/api/ask';
import { Message } from '@/components/message';
import { notify } from '@/components/toasts';
import { UnitSwitch } from '@/components/unit-switch';
import type { JobDetail, JobRow } from '@/api/job-types';
import { JobTable } from './job-table';
import { renameJob } from './rename-job';
import css from './jobs.module.css';

/** The opening screen: every job, drawn from its real build. */
export function JobsPage() {
  const router = useRouter();
  const client = useQueryClient();
  const [search, setSearch] = useState('');
  const wanted = useDeferredValue(search.trim());
  const {
    data: jobs,
    error,
    refetch,
  } = useQuery({
    queryKey: ['jobs', wanted],
    queryFn: () => ask<JobRow[]>(`/api/jobs?search=${encodeURIComponent(wanted)}`),
    placeholderData: (last) => last,
  });
  const refresh = () => client.invalidateQueries({ queryKey: ['jobs'] });
  const onError = (problem: Error) => notify(problem.message);
  const restore = useMutation({
    mutationFn: (id: string) => ask(`/api/jobs/${id}/restore`, { method: 'POST' }),
    onSuccess: refresh,
    onError,
  });
  const remove = useMutation({
    mutationFn: ({ id }: JobRow) => ask(`/api/jobs/${id}`, { method: 'DELETE' }),
    onSuccess: (_, { id, name }) => {
      notify(`Deleted: ${name}`, { label: 'Undo', run: () => restore.mutate(id) });
      return refresh();
    },
    onError,
  });
  const duplicate = useMutation({
    mutationFn: ({ id }: JobRow) => ask<JobDetail>(`/api/jobs/${id}/duplicate`, { method: 'POST' }),
    onSuccess: ({ id }) => router.push(`/jobs/${id}`),
    onError,
  });
  const rename = useMutation({
    mutationFn: ({ job, name }: { job: JobRow; name: string }) => renameJob(job.id, name),
    onSettled: refresh,
    onError,
  });
  return (
    <div className={css.page}>
      <header className={css.head}>
        {/* eslint-disable-next-line @next/next/no-img-element -- a drawing of 300 bytes */}
        <img src="/icon.svg" alt="" width={34} height={34} />
        <div>
          <h1>Needlefile</h1>
          <p>Lettering for machines</p>
        </div>
        <div className={css.search}>
          <Search aria-hidden />
          <input
            type="search"
            className="form-control"
            aria-label="Search jobs by name or tag"
            placeholder="Name or tag"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </div>
        <UnitSwitch />
        <Link href="/shop" className="btn btn-light">
          Shop
        </Link>
        <Link href="/new" className="btn btn-primary">
          <PlusLg aria-hidden /> New job
        </Link>
      </header>
      <main>
        {error && !jobs ? (
          <Message title="The jobs cannot be listed" text={error.message}>
            <Button variant="light" onClick={() => void refetch()}>
              Try again
            </Button>
          </Message>
        ) : !jobs ? (
          <Message title="Opening the drawer …" />
        ) : jobs.length === 0 && wanted === '' ? (
          <Message
            title="No jobs yet"
            text="A job starts from words and a make: stand-alone letters, a cut-through plate or an engraved plate."
          >
            <Link href="/new" className="btn btn-light">
              Start the first
            </Link>
          </Message>
        ) : jobs.length === 0 ? (
          <Message title={`No job has “${wanted}” in its name or tags`}>
            <Button variant="light" onClick={() => setSearch('')}>
              Show all jobs
            </Button>
          </Message>
        ) : (
          <JobTable
            jobs={jobs}
            onRename={(job, name) => rename.mutate({ job, name })}
            onDuplicate={duplicate.mutate}
            onDelete={remove.mutate}
            onTag={setSearch}
          />
        )}
      </main>
    </div>
  );
}
