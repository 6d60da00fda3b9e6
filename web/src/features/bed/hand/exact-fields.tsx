'use client';

import { centreOf } from '@needlefile/core/geometry/bounds';
import { LIMITS } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { useJob } from '@/job/job-store';
import { inHand, movable } from '@/job/in-hand';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { ALIGNMENTS, align } from './align';
import { frameOf } from './frame';
import css from './exact.module.css';

/** Shares of the box from its lower left corner, upper row first. */
const POINTS = [1, 0.5, 0].flatMap((y) => [0, 0.5, 1].map((x) => ({ x, y })));
const NAMES = [1, 0.5, 0].flatMap((y) =>
  [0, 0.5, 1].map((x) => `${['lower', 'middle', 'upper'][2 * y]} ${['left', 'centre', 'right'][2 * x]}`),
);

/** Place, size and angle of what is in hand in figures, by one of nine points of its box. */
export function ExactFields({ picture, edits }: { picture: Picture; edits: SheetEdits }) {
  const recipe = useJob((state) => state.recipe);
  const view = useView();
  const [point, setPoint] = useState(6);
  const hand = view.inHand ? inHand(recipe) : null;
  const frame = hand && frameOf(picture, hand);
  if (!hand || !frame) return null;
  const { minX, minY, maxX, maxY } = frame.box;
  const [width, height] = [maxX - minX, maxY - minY];
  const share = POINTS[point]!;
  const x = minX + width * share.x;
  const y = picture.sheet.height - maxY + height * share.y;
  // Items are told from the corner of the thing that they are of, things from the corner of the sheet.
  const of = hand.things === null ? frame.of : null;
  const corner = of ? { x: of.object.minX, y: picture.sheet.height - of.object.maxY } : { x: 0, y: 0 };
  const canSize = hand.items.length > 0 && movable(hand.thing, hand.items).size > 0;
  const [only] = hand.things ? hand.things : hand.items.map(({ id }) => id);
  const turn =
    hand.things !== null
      ? (picture.assemblies.find(({ id }) => id === only)?.turn ?? 0)
      : (hand.items.find(({ id }) => id === only)?.turn ?? 0);
  const middle = centreOf(frame.box);
  const about = { x, y };
  return (
    <div className={css.strip} role="group" aria-label="Exact place and size">
      <span className={css.points} role="radiogroup" aria-label="By which point">
        {POINTS.map((_, i) => (
          <button
            key={i}
            type="button"
            role="radio"
            aria-checked={i === point}
            aria-label={NAMES[i]}
            title={`By its ${NAMES[i]}`}
            onClick={() => setPoint(i)}
          />
        ))}
      </span>
      <Length
        label="x"
        value={x - corner.x}
        limits={LIMITS.place}
        onChange={(mm) => edits.move({ x: mm - (x - corner.x), y: 0 }, { label: 'Place', keepHolds: true })}
      />
      <Length
        label="y"
        value={y - corner.y}
        limits={LIMITS.place}
        onChange={(mm) => edits.move({ x: 0, y: mm - (y - corner.y) }, { label: 'Place', keepHolds: true })}
      />
      {canSize && width > 0 && (
        <Length label="w" value={width} limits={LIMITS.shape} onChange={(mm) => edits.scale(mm / width, about)} />
      )}
      {canSize && height > 0 && (
        <Length label="h" value={height} limits={LIMITS.shape} onChange={(mm) => edits.scale(mm / height, about)} />
      )}
      <label className={css.one}>
        turn
        <NumberField
          bare
          label="Turn"
          value={turn}
          {...LIMITS.angle}
          step={1}
          suffix="°"
          onChange={(degrees) => edits.turn(degrees - turn, { x: middle.x, y: picture.sheet.height - middle.y })}
        />
      </label>
      <Dropdown align="end">
        <Dropdown.Toggle variant="light" size="sm">
          Align
        </Dropdown.Toggle>
        <Dropdown.Menu>
          {ALIGNMENTS.map(({ name, needs }) => (
            <Dropdown.Item
              as="button"
              key={name}
              disabled={hand.items.length < needs}
              onClick={() => align(name, frame, edits)}
            >
              {name}
            </Dropdown.Item>
          ))}
        </Dropdown.Menu>
      </Dropdown>
    </div>
  );
}

function Length({
  label,
  value,
  limits,
  onChange,
}: {
  label: string;
  value: number;
  limits: { readonly least: number; readonly most: number };
  onChange: (mm: number) => void;
}) {
  return (
    <label className={css.one}>
      {label}
      <LengthField bare label={`Exact ${label}`} value={value} digits={2} {...limits} onChange={onChange} />
    </label>
  );
}
