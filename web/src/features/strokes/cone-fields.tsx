'use client';

import { LIMITS, type FillOf } from '@needlefile/core/recipe/schema';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { useShop } from '@/hooks/shop';
import type { SetFill } from './fill-kinds';

/** A conical cutter: one of the rack or any other, and how deep it may go. */
export function ConeFields({ at, fill, set }: { at: string; fill: FillOf<'cone'>; set: SetFill<FillOf<'cone'>> }) {
  const id = useId();
  const cones = useShop().tools.filter(({ kind }) => kind === 'cone');
  const now = cones.find(({ angle, tip }) => angle === fill.angle && tip === fill.tip);
  return (
    <>
      <Field label="Cutter" htmlFor={id}>
        <Form.Select
          id={id}
          value={now?.id ?? ''}
          onChange={({ target }) => {
            const cone = cones.find((each) => each.id === target.value);
            if (cone) set('Cone', { angle: cone.angle, tip: cone.tip });
          }}
        >
          <option value="" disabled={!!now}>
            Not of the rack
          </option>
          {cones.map((cone) => (
            <option key={cone.id} value={cone.id}>
              {cone.name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <NumberField
        at={`${at}.angle`}
        label="Between its sides"
        value={fill.angle}
        {...LIMITS.coneAngle}
        step={5}
        suffix="°"
        onChange={(angle) => set('Angle of the cone', { angle })}
      />
      <LengthField
        at={`${at}.tip`}
        label="Tip"
        value={fill.tip}
        digits={3}
        {...LIMITS.fillInset}
        onChange={(tip) => set('Tip of the cone', { tip })}
        hint="How wide it is at its very end."
      />
      <LengthField
        at={`${at}.deepest`}
        label="No deeper than"
        value={fill.deepest}
        digits={3}
        {...LIMITS.fillWidth}
        placeholder="no limit"
        onChange={(deepest) => set('Greatest depth', { deepest })}
        onEmpty={() => set('Greatest depth', { deepest: null })}
        hint={
          fill.deepest === null
            ? 'As deep everywhere as letters are wide: sharp in their corners.'
            : 'Where letters are wider a flat floor is left, for a flat cutter.'
        }
      />
    </>
  );
}
