'use client';

import type { FileGap } from '@needlefile/core/artwork/closing';
import { boundsOfPoints, growBounds } from '@needlefile/core/geometry/bounds';
import type { Point } from '@needlefile/core/geometry/point';
import { GAP_MENDS, type GapMend } from '@needlefile/core/recipe/schema';
import { formatLength } from '@needlefile/core/units/length';
import type { KeyboardEvent } from 'react';
import { Form } from 'react-bootstrap';
import { useUnit } from '@/hooks/unit';
import { useView } from '@/job/view-store';
import css from './letter.module.css';

interface Props {
  readonly joined: readonly FileGap[];
  readonly gaps: readonly FileGap[];
  /** From the item's frame to the sheet. */
  readonly onSheet: (point: Point) => Point;
  readonly onDecide: (gap: FileGap, kind: GapMend) => void;
  /** What was decided of a gap by hand; null where its width decides. */
  readonly decidedOf: (gap: FileGap) => GapMend | null;
}

const MENDS: Record<GapMend, string> = {
  join: 'closed',
  together: 'ends together',
  across: 'line across',
  prolonged: 'carried on',
  open: 'kept open',
};

/** More would be no list any more; the widest are told. */
const MOST = 100;
/** Room round a gap that is looked at, mm. */
const ROOM = 3;

/** Gaps one by one, open ones first, the widest first: arrow keys go from one to the next, and the bed goes there. */
export function GapList({ joined, gaps, onSheet, onDecide, decidedOf }: Props) {
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
          </button>
          <Form.Select
            size="sm"
            aria-label={`Gap ${i + 1}`}
            value={decidedOf(gap) ?? (isClosed ? 'join' : '')}
            onChange={({ target }) => onDecide(gap, target.value as GapMend)}
          >
            {!isClosed && decidedOf(gap) === null && <option value="">open</option>}
            {GAP_MENDS.map((kind) => (
              <option key={kind} value={kind}>
                {MENDS[kind]}
              </option>
            ))}
          </Form.Select>
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
