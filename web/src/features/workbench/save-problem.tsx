'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { ask } from '@/api/ask';
import { RefusedContext } from '@/components/refused';
import type { JobDetail } from '@/api/job-types';
import { dropDraft } from '@/job/drafts';
import { useJob, useJobStore } from '@/job/job-store';
import { thisTab } from '@/job/this-tab';
import { useView, type Station } from '@/job/view-store';
import css from './save-problem.module.css';

/** What keeps the job from being saved and is not mended by trying again. */
export function SaveProblem() {
  const save = useJob((state) => state.save);
  if (save.kind === 'gone') return <Gone />;
  return save.kind === 'refused' ? <Refused problems={save.problems} /> : null;
}

/** Lets each field below say what the server refuses of it. */
export function RefusalsAtFields({ children }: { children: ReactNode }) {
  const save = useJob((state) => state.save);
  const refusals = useMemo(
    () => new Map(save.kind === 'refused' ? save.problems.map((problem) => [placeOf(problem), reasonOf(problem)]) : []),
    [save],
  );
  return <RefusedContext value={refusals}>{children}</RefusedContext>;
}

/** A problem is told as `plate.width: why`; a place has no colon with a blank after it. */
const placeOf = (problem: string): string => problem.split(': ', 1)[0]!;
const reasonOf = (problem: string): string => problem.slice(placeOf(problem).length + 2) || problem;

/** `plate.cornerRadius: must be …` as a person reads it: plate, corner radius must be …. */
const inWords = (problem: string): string =>
  `${placeOf(problem)
    .split('.')
    .map((key) => key.replace(/[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`))
    .join(', ')} ${reasonOf(problem)}`;

/** The station where a part of the recipe is set, by how its path begins. */
const STATION_OF: Record<string, Station> = {
  lettering: 'letter',
  hold: 'hold',
  coupon: 'hold',
  workOrder: 'work-order',
  release: 'release',
};

function Refused({ problems }: { problems: readonly string[] }) {
  const undo = useJob((state) => state.undo);
  const undone = useJob((state) => state.past.at(-1));
  const [first = ''] = problems;
  const place = placeOf(first);
  const station = STATION_OF[place.split('.', 1)[0]!] ?? 'plate';
  const [asked, setAsked] = useState(0);
  // After the station's panel has been drawn.
  useEffect(() => {
    if (asked > 0) document.querySelector<HTMLElement>(`[data-at=${CSS.escape(place)}]`)?.focus();
  }, [asked, place]);
  return (
    <div className={css.strip} role="alert">
      <span>
        <strong>The server does not take this job as it is.</strong> {problems.slice(0, 3).map(inWords).join('; ')}.
        Change it and it is saved; until then your work is kept in this browser.
      </span>
      <Button
        size="sm"
        variant="light"
        onClick={() => {
          useView.setState({ station });
          setAsked(asked + 1);
        }}
      >
        Show
      </Button>
      <Button size="sm" variant="light" onClick={undo} disabled={!undone}>
        Undo
      </Button>
    </div>
  );
}

/** The job was deleted elsewhere: what is open here is all there is of the newest work. */
function Gone() {
  const store = useJobStore();
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const choose = (act: () => Promise<void>) => {
    setProblem(null);
    act().catch((error: Error) => setProblem(error.message));
  };
  const saveAsNew = async () => {
    const { id, recipe } = store.getState();
    const created = await ask<JobDetail>('/api/jobs', { method: 'POST', body: { recipe } });
    dropDraft(id, await thisTab());
    store.setState({ save: { kind: 'saved', at: created.updatedAt } });
    router.push(`/jobs/${created.id}`);
  };
  const bringBack = async () => {
    const { id, recipe } = store.getState();
    await ask(`/api/jobs/${id}/restore`, { method: 'POST' });
    // A new object, so that it is saved.
    store.setState({ save: { kind: 'unsaved' } });
    store.setState({ recipe: { ...recipe } });
  };
  return (
    <Modal show centered backdrop="static" keyboard={false} aria-labelledby="gone-title">
      <Modal.Body>
        <h2 id="gone-title" className="h6">
          This job was deleted elsewhere
        </h2>
        <p>Your work is still here, and kept in this browser.</p>
        {problem && (
          <p className="field-problem" role="alert">
            {problem}
          </p>
        )}
        <div className="d-grid gap-2">
          <Button onClick={() => choose(saveAsNew)}>Save it as a new job</Button>
          <Button variant="light" onClick={() => choose(bringBack)}>
            Bring the deleted job back, with this on top
          </Button>
          <Button variant="light" onClick={() => router.push('/')}>
            Leave it deleted
          </Button>
        </div>
      </Modal.Body>
    </Modal>
  );
}
