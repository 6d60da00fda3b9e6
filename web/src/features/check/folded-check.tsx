'use client';

import type { Finding } from '@needlefile/core/check/finding';
import { foldCheck } from '@/job/folded';
import css from './check.module.css';

/** The check folded to a strip: how many findings there are, and the worst of them. */
export function FoldedCheck({
  findings,
  stops,
  upToDate,
  isKnown,
}: {
  findings: readonly Finding[];
  stops: number;
  upToDate: boolean;
  isKnown: boolean;
}) {
  const [worst] = findings;
  const state = stops > 0 ? 'stop' : worst ? 'attention' : 'clear';
  const looks = findings.length - stops;
  return (
    <aside className={css.strip} aria-label="Shop check" aria-busy={!upToDate}>
      <button type="button" onClick={() => foldCheck(false)} aria-label="Unfold the shop check" title="Unfold">
        <span className={css.stripTitle}>Shop check</span>
        {isKnown && (
          <span className={css.badge} data-state={state}>
            {stops > 0 && (
              <>
                <strong>{stops}</strong> {stops === 1 ? 'stop' : 'stops'}
              </>
            )}
            {looks > 0 && (
              <>
                <strong>{looks}</strong> look
              </>
            )}
            {findings.length === 0 && 'clear'}
          </span>
        )}
        {worst && (
          <span className={css.worst} data-state={state}>
            {worst.title}
          </span>
        )}
        <span className={css.unfold} aria-hidden>
          ◂
        </span>
      </button>
    </aside>
  );
}
