'use client';

import { LIMITS, type FillOf } from '@needlefile/core/recipe/schema';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import type { SetFill } from './fill-kinds';

/** Discs in rows: how large, how far apart. */
export function DotFields({ at, fill, set }: { at: string; fill: FillOf<'dots'>; set: SetFill<FillOf<'dots'>> }) {
  const id = useId();
  return (
    <>
      <Choices
        label="Dots lie"
        value={fill.lie}
        onChange={(lie) => set('How dots lie', { lie })}
        options={[
          { value: 'rows', label: 'In rows', title: 'Evenly, with dots on ends and corners' },
          { value: 'scattered', label: 'Scattered', title: 'In no order, no two nearer than the pitch' },
        ]}
      />
      <Form.Check
        type="switch"
        id={`${id}-single`}
        className="mb-2"
        label="Fill what is a dot itself"
        title="The dot of an i, a full stop: one as wide as there is room for"
        checked={fill.single === 'filled'}
        onChange={({ target }) => set('Dots of an i', { single: target.checked ? 'filled' : 'same' })}
      />
      <LengthField
        at={`${at}.diameter`}
        label="Diameter"
        value={fill.diameter}
        digits={3}
        {...LIMITS.fillWidth}
        onChange={(diameter) => set('Diameter of dots', { diameter })}
      />
      <LengthField
        at={`${at}.pitch`}
        label="Pitch"
        value={fill.pitch}
        digits={3}
        {...LIMITS.fillWidth}
        onChange={(pitch) => set('Pitch of dots', { pitch })}
        hint={
          fill.pitch < fill.diameter
            ? 'Less than the diameter: as near as they can be without touching.'
            : fill.lie === 'rows'
              ? 'From middle to middle, about: each row is spread evenly.'
              : 'No two are nearer to each other.'
        }
      />
      <LengthField
        at={`${at}.edge`}
        label="From the edge"
        value={fill.edge}
        digits={3}
        {...LIMITS.fillInset}
        onChange={(edge) => set('Dots from the edge', { edge })}
      />
    </>
  );
}
