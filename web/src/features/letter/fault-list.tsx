'use client';

import type { Closing, InFile } from '@needlefile/core/artwork/closing';
import { boundsOfPoints, growBounds } from '@needlefile/core/geometry/bounds';
import type { Point } from '@needlefile/core/geometry/point';
import { GAP_MENDS, type GapMend, type Leaving } from '@needlefile/core/recipe/schema';
import { formatLength } from '@needlefile/core/units/length';
import type { KeyboardEvent } from 'react';
import { Form } from 'react-bootstrap';
import { useUnit } from '@/hooks/unit';
import { useView } from '@/job/view-store';
import css from './letter.module.css';

interface Props {
  readonly closing: Closing;
  /** From the item's frame to the sheet. */
  readonly onSheet: (point: Point) => Point;
  /** @param kind null: as it is without a hand */
  readonly onDecide: (fault: InFile, kind: GapMend | Leaving | null) => void;
  /** What was decided of a gap by hand; null where its width decides. */
  readonly decidedOf: (gap: InFile) => GapMend | Leaving | null;
}

/** A place where lines of a file do not end on each other. */
interface Fault extends InFile {
  readonly from: Point;
  readonly to: Point;
  /** How wide, or how long, mm. */
  readonly size: number;
  readonly what: 'gap' | 'doubled' | 'ran past';
  /** Nothing is done about it. */
  readonly isLeft: boolean;
}

const GAP: Record<GapMend, string> = {
  join: 'closed',
  together: 'ends together',
  across: 'line across',
  prolonged: 'carried on',
  open: 'kept open',
};

/** What may be done about what is no gap: as it is by itself, and as it is drawn. */
const OTHERS = {
  doubled: { mended: 'counts once', leaving: 'both', left: 'both are run' },
  'ran past': { mended: 'cut back', leaving: 'uncut', left: 'as drawn' },
} as const;

/** More would be no list any more; the largest are told. */
const MOST = 100;
/** Room round a fault that is looked at, mm. */
const ROOM = 3;

function faultsOf({ gaps, joined, doubled, overshoots }: Closing): Fault[] {
  const largest = (all: readonly Fault[]) => [...all].sort((a, b) => b.size - a.size);
  const gap = (isLeft: boolean, all: Closing['gaps']) =>
    largest(all.map((each) => ({ ...each, size: each.width, what: 'gap', isLeft })));
  const spots = (what: Fault['what'], all: Closing['overshoots']) =>
    largest(
      all.map(({ at, length, left, inFile }) => ({ from: at, to: at, size: length, what, isLeft: left, inFile })),
    );
  return [
    ...gap(true, gaps),
    ...spots('ran past', overshoots),
    ...spots('doubled', doubled),
    ...gap(false, joined),
  ].slice(0, MOST);
}

/**
 * Faults of lines one by one: open gaps first, then what ran past each other, what lies on other lines, and gaps that
 * are closed. Arrow keys go from one to the next, and the bed goes there.
 */
export function FaultList({ closing, onSheet, onDecide, decidedOf }: Props) {
  const unit = useUnit();
  const faults = faultsOf(closing);
  if (faults.length === 0) return null;
  const placeOf = ({ from, to }: Fault, room: number) => growBounds(boundsOfPoints([from, to].map(onSheet)), room);
  const look = (fault: Fault) =>
    useView.setState({ ring: placeOf(fault, 0.2), focus: { where: placeOf(fault, ROOM) } });
  return (
    <ol className={css.faults} aria-label="Faults of lines">
      {faults.map((fault, i) => (
        <li key={`${fault.what} ${fault.from.x} ${fault.from.y} ${fault.to.x} ${fault.to.y}`}>
          <button
            type="button"
            data-fault
            data-held={fault.what !== 'gap' || !fault.isLeft}
            onMouseEnter={() => useView.setState({ ring: placeOf(fault, 0.2) })}
            onMouseLeave={() => useView.setState({ ring: null })}
            onFocus={() => look(fault)}
            onBlur={() => useView.setState({ ring: null })}
            onClick={() => look(fault)}
            onKeyDown={toNext}
          >
            <span className={css.faultNumber}>{i + 1}</span>
            <span>{fault.what}</span>
            <span className="number">{formatLength(fault.size, unit, unit === 'mm' ? 3 : 4)}</span>
          </button>
          {fault.what === 'gap' ? (
            <Form.Select
              size="sm"
              aria-label={`Fault ${i + 1}, gap`}
              value={decidedOf(fault) ?? (fault.isLeft ? '' : 'join')}
              onChange={({ target }) => onDecide(fault, target.value as GapMend)}
            >
              {fault.isLeft && decidedOf(fault) === null && <option value="">open</option>}
              {GAP_MENDS.map((kind) => (
                <option key={kind} value={kind}>
                  {GAP[kind]}
                </option>
              ))}
            </Form.Select>
          ) : (
            <Form.Select
              size="sm"
              aria-label={`Fault ${i + 1}, ${fault.what}`}
              value={fault.isLeft ? OTHERS[fault.what].leaving : ''}
              onChange={({ target }) => onDecide(fault, target.value === '' ? null : (target.value as Leaving))}
            >
              <option value="">{OTHERS[fault.what].mended}</option>
              <option value={OTHERS[fault.what].leaving}>{OTHERS[fault.what].left}</option>
            </Form.Select>
          )}
        </li>
      ))}
    </ol>
  );
}

function toNext(event: KeyboardEvent<HTMLButtonElement>): void {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  const all = [...event.currentTarget.closest('ol')!.querySelectorAll<HTMLButtonElement>('[data-fault]')];
  all[all.indexOf(event.currentTarget) + by]?.focus();
}
