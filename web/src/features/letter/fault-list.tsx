'use client';

import type { Closing, InFile } from '@needlefile/core/artwork/closing';
import { boundsOfPoints, growBounds } from '@needlefile/core/geometry/bounds';
import type { Point } from '@needlefile/core/geometry/point';
import type { ArtworkItem, RepairKind } from '@needlefile/core/recipe/schema';
import { formatLength } from '@needlefile/core/units/length';
import type { KeyboardEvent } from 'react';
import { Form } from 'react-bootstrap';
import { useUnit } from '@/hooks/unit';
import { useView } from '@/job/view-store';
import { faultsOf, type Choice, type Fault } from './faults';
import css from './letter.module.css';

interface Props {
  readonly item: ArtworkItem;
  readonly closing: Closing;
  /** From the item's frame to the sheet. */
  readonly onSheet: (point: Point) => Point;
  /** @param kind null: as it is without a hand */
  readonly onDecide: (fault: InFile, kind: RepairKind | null) => void;
}

/** Room round a fault that is looked at, mm. */
const ROOM = 3;

/** Faults of lines one by one. Arrow keys go from one to the next, and the bed goes there. */
export function FaultList({ item, closing, onSheet, onDecide }: Props) {
  const unit = useUnit();
  const faults = faultsOf(closing, item);
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
            data-held={!fault.isOpen}
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
          <Form.Select
            size="sm"
            aria-label={`Fault ${i + 1}, ${fault.what}`}
            value={fault.chosen}
            onChange={({ target }) => onDecide(fault, (target.value as Choice) || null)}
          >
            {fault.choices.map(([choice, label]) => (
              <option key={choice} value={choice}>
                {label}
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
  const all = [...event.currentTarget.closest('ol')!.querySelectorAll<HTMLButtonElement>('[data-fault]')];
  all[all.indexOf(event.currentTarget) + by]?.focus();
}
