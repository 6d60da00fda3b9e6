'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { LengthField } from '@/components/length-field';
import { PanelFold } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useEditLettering, useLettering } from '@/job/chosen';

/** Thickening or thinning the letters by millimetres. */
export function WeightFold({ picture }: { picture: AssemblyPicture | null }) {
  const { by, keepCounters } = useLettering((item) => item.thicken);
  const edit = useEditLettering();
  const unit = useUnit();
  const outcome = picture?.report.thickened;
  const state = by === 0 ? undefined : `${by > 0 ? 'thicker' : 'thinner'} by ${lengthWithUnit(Math.abs(by), unit)}`;
  return (
    <PanelFold title="Weight" state={state}>
      <LengthField
        at="item.thicken.by"
        label="Thicken by"
        value={by}
        {...LIMITS.thicken}
        onChange={(mm) => edit('Weight', (item) => void (item.thicken.by = mm))}
        hint="All round; less than 0 thins."
      />
      <LengthField
        at="item.thicken.keepCounters"
        label="Keep counters"
        value={keepCounters}
        {...LIMITS.leastCounter}
        onChange={(mm) => edit('Counters', (item) => void (item.thicken.keepCounters = mm))}
        hint="Counters close no further than to this width; 0 lets them."
      />
      {by !== 0 && outcome && (
        <p className="soft mb-0">
          {outcome.closed === 0
            ? 'No counter closed'
            : outcome.closed === 1
              ? '1 counter closed'
              : `${outcome.closed} counters closed`}
          {outcome.kept > 0 && `, ${outcome.kept} held open`}.
        </p>
      )}
    </PanelFold>
  );
}
