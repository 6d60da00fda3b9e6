'use client';

import { LIMITS, type FillOf } from '@needlefile/core/recipe/schema';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import type { SetFill } from './fill-kinds';

/** A cutter that clears areas: how wide it is, and how it goes round. */
export function PocketFields({
  at,
  fill,
  set,
}: {
  at: string;
  fill: FillOf<'pocket'>;
  set: SetFill<FillOf<'pocket'>>;
}) {
  return (
    <>
      <LengthField
        at={`${at}.tool`}
        label="Cutter"
        value={fill.tool}
        digits={3}
        {...LIMITS.fillWidth}
        onChange={(tool) => set('Diameter of the cutter', { tool })}
        hint="Its diameter. Corners stay as round as it is."
      />
      <NumberField
        at={`${at}.overlap`}
        label="Overlap"
        value={Math.round(100 * fill.overlap)}
        least={100 * LIMITS.overlap.least}
        most={100 * LIMITS.overlap.most}
        step={5}
        suffix="%"
        onChange={(percent) => set('Overlap of passes', { overlap: percent / 100 })}
      />
      <Choices
        label="Goes round"
        value={fill.way}
        options={[
          { value: 'climb', label: 'Climbing', title: 'The wall to the right of its way' },
          { value: 'against', label: 'Against', title: 'The wall to the left of its way' },
        ]}
        onChange={(way) => set('Way of the cutter', { way })}
      />
      <LengthField
        at={`${at}.inset`}
        label="Inset"
        value={fill.inset}
        digits={3}
        {...LIMITS.fillInset}
        onChange={(inset) => set('Inset of a fill', { inset })}
        hint="Left standing along the edge."
      />
    </>
  );
}
