'use client';

import { formatTime } from '@needlefile/core/units/quantity';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { ReleaseRow } from '@/api/job-types';
import { useAsked } from '@/hooks/asked';
import { newComparer } from '@/worker/core-workers';
import { fetchFiles, formatInBoth } from './released-files';
import css from './release.module.css';

/** What changed from one release to a later one, drawn, when it is asked for. */
export function ReleaseChanges({ earlier, later }: { earlier: ReleaseRow; later: ReleaseRow }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <div className={css.changes}>
      <Button size="sm" variant="light" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isOpen ? 'Close' : `What changed to revision ${later.revision}`}
      </Button>
      {isOpen && <Changes earlier={earlier} later={later} />}
    </div>
  );
}

function Changes({ earlier, later }: { earlier: ReleaseRow; later: ReleaseRow }) {
  const format = formatInBoth(earlier, later);
  const { data: request = null, error } = useQuery({
    queryKey: ['changes', earlier.id, later.id],
    enabled: format !== undefined,
    // What was released stays as it is.
    staleTime: Infinity,
    queryFn: async () => ({
      earlier: await fetchFiles(earlier, format!),
      later: await fetchFiles(later, format!),
    }),
  });
  const { result, problem } = useAsked(newComparer, request);
  if (!format) return <p className="field-hint">These two have no format in common.</p>;
  if (error ?? problem)
    return (
      <p className="field-problem" role="alert">
        {error?.message ?? problem}
      </p>
    );
  if (!result) return <p className="field-hint">Comparing …</p>;
  const { width, height, gone, come, same, layers } = result;
  return (
    <>
      <svg
        className={css.changePicture}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`Changes from revision ${earlier.revision} to ${later.revision}`}
      >
        <path d={same} className={css.same} />
        <path d={gone} className={css.gone} />
        <path d={come} className={css.come} />
      </svg>
      {layers.length === 0 ? (
        <p className="field-hint">The same lines in the same places.</p>
      ) : (
        <>
          <ul className={css.changeList}>
            {layers.map(({ layer, gone: less, come: more }) => (
              <li key={layer}>
                <span className="number">{layer}</span>:{' '}
                {[less > 0 ? `${less} gone` : '', more > 0 ? `${more} new` : ''].filter(Boolean).join(', ')}
              </li>
            ))}
          </ul>
          <div className="field-hint">Dashed: gone. Heavy: new. Thin: as before.</div>
        </>
      )}
      <div className="field-hint">
        <span className="number">{formatTime(earlier.time)}</span> before,{' '}
        <span className="number">{formatTime(later.time)}</span> after.
      </div>
    </>
  );
}
