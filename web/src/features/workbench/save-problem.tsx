'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { ask } from '@/api/ask';
import { RefusedContext } from '@/components/refused';
import type { JobDetail } from '@/api/job-types';
import { dropDraft } from '@/job/drafts';
import { choose, chosenIn } from '@/job/chosen';
import { useJob, useJobStore } from '@/job/job-store';
import { thisTab } from '@/job/this-tab';
import { useView } from '@/job/view-store';
import { fieldOf, inWords, ownerOf, problemOf, stationOf } from './refused-fields';
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
  const recipe = useJob((state) => state.recipe);
  const assembly = useView((state) => state.assembly);
  const items = useView((state) => state.items);
  const refusals = useMemo(() => {
    const chosen = chosenIn(recipe, { assembly, items });
    const problems = save.kind === 'refused' ? save.problems.map(problemOf) : [];
    return new Map(problems.map(({ path, reason }) => [fieldOf(path, recipe, chosen), reason]));
  }, [save, recipe, assembly, items]);
  return <RefusedContext value={refusals}>{children}</RefusedContext>;
}

function Refused({ problems }: { problems: readonly string[] }) {
  const undo = useJob((state) => state.undo);
  const undone = useJob((state) => state.past.at(-1));
  const recipe = useJob((state) => state.recipe);
  const { path } = problemOf(problems[0] ?? '');
  const owner = ownerOf(path, recipe);
  const field = owner?.field ?? path;
  const [asked, setAsked] = useState(0);
  // After the station's panel has been drawn.
  useEffect(() => {
    if (asked > 0) document.querySelector<HTMLElement>(`[data-at=${CSS.escape(field)}]`)?.focus();
  }, [asked, field]);
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
          if (owner) choose(owner.assembly, owner.item);
          useView.setState({ station: stationOf(field) });
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
