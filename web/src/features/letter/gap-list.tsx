'use client';

import type { FileGap } from '@needlefile/core/artwork/closing';
import { boundsOfPoints, growBounds } from '@needlefile/core/geometry/bounds';
import type { Point } from '@needlefile/core/geometry/point';
import { formatLength } from '@needlefile/core/units/length';
import type { KeyboardEvent } from 'react';
import { Button } from 'react-bootstrap';
import { useUnit } from '@/hooks/unit';
import { useView } from '@/job/view-store';
import css from './letter.module.css';

interface Props {
  readonly joined: readonly FileGap[];
  readonly gaps: readonly FileGap[];
  /** From the item's frame to the sheet. */
  readonly onSheet: (point: Point) => Point;
  readonly onDecide: (gap: FileGap, kind: 'join' | 'open') => void;
}

/** More would be no list any more; the widest are told. */
const MOST = 100;
/** Room round a gap that is looked at, mm. */
const ROOM = 3;

/** Gaps one by one, open ones first, the widest first: arrow keys go from one to the next, and the bed goes there. */
export function GapList({ joined, gaps, onSheet, onDecide }: Props) {
  const unit = useUnit();
  const widest = (all: readonly FileGap[]) => [...all].sort((a, b) => b.width - a.width);
  const all = [
    ...widest(gaps).map((gap) => ({ gap, isClosed: false })),
    ...widest(joined).map((gap) => ({ gap, isClosed: true })),
  ].slice(0, MOST);
  if (all.length === 0) return null;
  const placeOf = ({ from, to }: FileGap, room: number) => growBounds(boundsOfPoints([from, to].map(onSheet)), room);
  const look = (gap: FileGap) => useView.setState({ ring: placeOf(gap, 0.2), focus: { where: placeOf(gap, ROOM) } });
  return (
    <ol className={css.gaps} aria-label="Gaps">
      {all.map(({ gap, isClosed }, i) => (
        <li key={`${gap.from.x} ${gap.from.y} ${gap.to.x} ${gap.to.y}`}>
          <button
            type="button"
            data-gap
            data-held={isClosed}
            onMouseEnter={() => useView.setState({ ring: placeOf(gap, 0.2) })}
            onMouseLeave={() => useView.setState({ ring: null })}
            onFocus={() => look(gap)}
            onBlur={() => useView.setState({ ring: null })}
            onClick={() => look(gap)}
            onKeyDown={toNext}
          >
            <span className={css.gapNumber}>{i + 1}</span>
            <span className="number">{formatLength(gap.width, unit, unit === 'mm' ? 3 : 4)}</span>
            <span className="soft">{isClosed ? 'closed' : 'open'}</span>
          </button>
          <Button size="sm" variant="light" onClick={() => onDecide(gap, isClosed ? 'open' : 'join')}>
            {isClosed ? 'Keep open' : 'Close it'}
          </Button>
        </li>
      ))}
    </ol>
  );
}

function toNext(event: KeyboardEvent<HTMLButtonElement>): void {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  const all = [...event.currentTarget.closest('ol')!.querySelectorAll<HTMLButtonElement>('[data-gap]')];
  all[all.indexOf(event.currentTarget) + by]?.focus();
}
