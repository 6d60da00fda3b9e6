'use client';

import type { OnePiece } from '@needlefile/core/job/one-piece';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { useEffect, useRef, useState } from 'react';
import { Button, ProgressBar } from 'react-bootstrap';
import { useShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';
import { searchOnePiece } from '@/worker/core-workers';
import { useThing } from '@/job/chosen';
import { useJob } from '@/job/job-store';
import { useView } from '@/job/view-store';
import css from './hold.module.css';

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'searching'; readonly done: number; readonly of: number }
  | { readonly kind: 'found'; readonly found: OnePiece; readonly recipe: object; readonly thing: string }
  | { readonly kind: 'failed'; readonly reason: string };

const LABEL = 'Make it one piece';

/** Searches what makes the lettering one piece, shows it on the bed, and takes it or leaves it. */
export function OnePieceAction() {
  const recipe = useJob((state) => state.recipe);
  const mend = useJob((state) => state.mend);
  const thing = useThing(({ id }) => id);
  const shop = useShop();
  const unit = useUnit();
  const [state, setState] = useState<State>({ kind: 'idle' });
  const search = useRef<{ readonly stop: () => void } | null>(null);
  const stop = () => {
    search.current?.stop();
    search.current = null;
    useView.setState({ preview: null });
    setState({ kind: 'idle' });
  };
  useEffect(
    () => () => {
      search.current?.stop();
      useView.setState({ preview: null });
    },
    [],
  );
  const start = () => {
    setState({ kind: 'searching', done: 0, of: 1 });
    const begun = searchOnePiece(
      { recipe, shop },
      thing,
      (done, of) => search.current === begun && setState({ kind: 'searching', done, of }),
    );
    search.current = begun;
    begun.result.then(
      (found) => {
        if (search.current !== begun) return;
        setState({ kind: 'found', found, recipe, thing });
        if (found.changes.length > 0) useView.setState({ preview: { label: LABEL, patch: found.patch } });
      },
      (error: Error) => search.current === begun && setState({ kind: 'failed', reason: error.message }),
    );
  };
  // What was found for another state of the job is of no use any more.
  const stale = state.kind === 'found' && (state.recipe !== recipe || state.thing !== thing);
  if (state.kind === 'searching')
    return (
      <div className={css.found}>
        <ProgressBar now={state.done} max={state.of} aria-label="Searching" />
        <div className={css.actions}>
          <span className="soft">Trying what is seen least …</span>
          <Button size="sm" variant="light" onClick={stop}>
            Stop
          </Button>
        </div>
      </div>
    );
  if (state.kind === 'found' && !stale) {
    const { found } = state;
    return (
      <div className={css.found} role="status">
        <strong>
          {found.holds
            ? found.changes.length === 0
              ? 'It is one piece already.'
              : 'One piece, by this:'
            : 'The nearest that was found:'}
        </strong>
        <ul>
          {found.changes.map((change) => (
            <li key={change}>{change}</li>
          ))}
        </ul>
        <p className="soft mb-1">
          {found.pieces} {found.pieces === 1 ? 'piece' : 'pieces'}
          {found.neck !== null &&
            `, thinnest neck ${lengthWithUnit(found.neck, unit)} of ${lengthWithUnit(found.limit, unit)}`}
          .
        </p>
        <div className={css.actions}>
          {found.changes.length > 0 && (
            <Button size="sm" variant="outline-primary" onClick={() => (stop(), mend(LABEL, found.patch))}>
              Take it
            </Button>
          )}
          <Button size="sm" variant="light" onClick={stop}>
            {found.changes.length > 0 ? 'Leave it' : 'Good'}
          </Button>
        </div>
      </div>
    );
  }
  return (
    <div className={css.found}>
      {state.kind === 'failed' && <div className="field-problem">The search failed: {state.reason}</div>}
      <Button size="sm" variant="outline-primary" onClick={start}>
        {LABEL}
      </Button>
      <div className="field-hint">Tries closing up, ties and thickening, and shows what is seen least.</div>
    </div>
  );
}
