'use client';

import { readRecipe } from '@needlefile/core/recipe/read';
import { format } from 'date-fns';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { ask } from '@/api/ask';
import { notify } from '@/components/toasts';
import type { JobDetail } from '@/api/job-types';
import { useJob, useJobStore } from '@/job/job-store';

/** Shown when the job was saved elsewhere meanwhile: both versions are kept, whatever is chosen. */
export function ConflictDialog() {
  const save = useJob((state) => state.save);
  if (save.kind !== 'conflict') return null;
  return <Conflict current={save.current} />;
}

function Conflict({ current }: { current: JobDetail }) {
  const store = useJobStore();
  const [problem, setProblem] = useState<string | null>(null);
  const theirs = readRecipe(current.recipe);

  /** Goes on from their revision: with their recipe, or with this one on top. */
  function goOn(take: 'theirs' | 'mine') {
    const { replace, recipe } = store.getState();
    store.setState({
      revision: current.revision,
      save: { kind: take === 'theirs' ? 'saved' : 'unsaved', at: current.updatedAt },
    });
    if (take === 'theirs' && theirs.ok) replace('Take the other version', theirs.recipe);
    else store.setState({ recipe: { ...recipe } });
  }
  async function keepAsCopy() {
    const { recipe } = store.getState();
    try {
      const copy = await ask<JobDetail>('/api/jobs', {
        method: 'POST',
        body: { recipe: { ...recipe, name: `${recipe.name.slice(0, 105)} (my version)` } },
      });
      goOn('theirs');
      notify('Your version is a job of its own now.', {
        label: 'Open it',
        run: () => window.location.assign(`/jobs/${copy.id}`),
      });
    } catch (error) {
      setProblem((error as Error).message);
    }
  }
  return (
    <Modal show centered backdrop="static" keyboard={false} aria-labelledby="conflict-title">
      <Modal.Body>
        <h2 id="conflict-title" className="h6">
          This job was changed elsewhere
        </h2>
        <p>
          It was saved as revision <span className="number">{current.revision}</span> at{' '}
          {format(new Date(current.updatedAt), 'HH:mm')} while you worked on an older one. Your work is safe in this
          browser and has not been written over theirs.
        </p>
        {problem && (
          <p className="field-problem" role="alert">
            {problem}
          </p>
        )}
        <div className="d-grid gap-2">
          <Button onClick={() => void keepAsCopy()} disabled={!theirs.ok}>
            Keep both: mine becomes a new job
          </Button>
          <Button variant="light" onClick={() => goOn('mine')}>
            Use mine (theirs stays in the history as revision {current.revision})
          </Button>
          <Button variant="light" onClick={() => goOn('theirs')} disabled={!theirs.ok}>
            Use theirs (undo brings mine back)
          </Button>
        </div>
      </Modal.Body>
    </Modal>
  );
}
