'use client';

import { LIMITS, type FillOf } from '@needlefile/core/recipe/schema';
import { formatLength } from '@needlefile/core/units/length';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import type { SetFill } from './fill-kinds';
import { PriceOfSpacing } from './price-of-spacing';
import { SpacingSwatches } from './spacing-swatches';

interface Props {
  readonly operation: string;
  readonly at: string;
  readonly fill: FillOf<'hatch'>;
  readonly set: SetFill<FillOf<'hatch'>>;
}

/** Rows of lines: how wide, how far apart, which way. */
export function HatchFields({ operation, at, fill, set }: Props) {
  const id = useId();
  const isStraight = fill.lines === 'straight';
  return (
    <>
      <Choices
        label="Lines lie"
        value={fill.lines}
        onChange={(lines) => set('How lines lie', { lines })}
        options={[
          { value: 'straight', label: 'Across', title: 'Straight, side by side' },
          { value: 'rings', label: 'Along', title: 'Along the edge, one inside the other' },
          { value: 'middle', label: 'Middle', title: 'Along the middle of strokes, side by side' },
        ]}
      />
      <LengthField
        at={`${at}.width`}
        label="Line width"
        value={fill.width}
        digits={3}
        {...LIMITS.fillWidth}
        onChange={(width) => set('Width of lines', { width })}
        hint="What the tool leaves: pen, beam or cutter."
      />
      <LengthField
        at={`${at}.spacing`}
        label="Spacing"
        value={fill.spacing}
        digits={3}
        {...LIMITS.fillWidth}
        onChange={(spacing) => set('Spacing of lines', { spacing })}
        hint={coverHint(fill)}
      />
      <SpacingSwatches fill={fill} onChoose={(spacing) => set('Spacing of lines', { spacing })} />
      <PriceOfSpacing operation={operation} fill={fill} onChoose={(spacing) => set('Spacing of lines', { spacing })} />
      {isStraight && (
        <>
          <NumberField
            at={`${at}.angle`}
            label="Angle"
            value={fill.angle}
            {...LIMITS.angle}
            step={15}
            suffix="°"
            onChange={(angle) => set('Angle of lines', { angle })}
          />
          <NumberField
            at={`${at}.turn`}
            label="Turned by letter"
            value={fill.turn}
            {...LIMITS.angle}
            step={15}
            suffix="°"
            onChange={(turn) => set('Angle from letter to letter', { turn })}
          />
        </>
      )}
      {fill.lines !== 'rings' && (
        <Choices
          label="Edge"
          value={fill.outline}
          options={[
            { value: 'none', label: 'None', title: 'A stroke only where no line comes near' },
            { value: 'before', label: 'First' },
            { value: 'after', label: 'Last' },
          ]}
          onChange={(outline) => set('Edge of a fill', { outline })}
        />
      )}
      <LengthField
        at={`${at}.inset`}
        label="Inset"
        value={fill.inset}
        digits={3}
        {...LIMITS.fillInset}
        onChange={(inset) => set('Inset of a fill', { inset })}
      />
      <LengthField
        at={`${at}.shortest`}
        label="Shortest stroke"
        value={fill.shortest}
        digits={3}
        {...LIMITS.fillInset}
        onChange={(shortest) => set('Shortest stroke', { shortest })}
        {...(fill.shortest > 0 && { hint: 'Shorter ones are left out.' })}
      />
      {isStraight && (
        <Form.Check
          type="switch"
          id={`${id}-cross`}
          label="A second time across"
          checked={fill.cross}
          onChange={({ target }) => set('Cross', { cross: target.checked })}
        />
      )}
      <Form.Check
        type="switch"
        id={`${id}-joins`}
        label="Stay down between rows"
        checked={fill.joins === 'any'}
        onChange={({ target }) => set('Joins of lines', { joins: target.checked ? 'any' : 'edge' })}
      />
      <p className="field-hint">For pens and cutters. A beam burns whatever it goes over twice.</p>
    </>
  );
}

function coverHint({ width, spacing }: FillOf<'hatch'>): string {
  if (spacing > width) return `Open lines: ${formatLength(spacing - width, 'mm', 3)} mm between them stays bare.`;
  return `Lines overlap by ${Math.round(100 * (1 - spacing / width))} %.`;
}
