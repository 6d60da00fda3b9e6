'use client';

import { LIMITS } from '@needlefile/core/recipe/schema';
import { NumberField } from '@/components/number-field';
import { PanelFold } from '@/components/panel';
import { useEditLettering, useLettering } from '@/job/chosen';

/** Distorting the letters on purpose, and mirroring them. */
export function WidthFold() {
  const { stretch, mirror } = useLettering((item) => item);
  const edit = useEditLettering();
  const state = [stretch === 1 ? '' : `${Math.round(stretch * 100)} % wide`, mirror ? 'mirrored' : '']
    .filter(Boolean)
    .join(', ');
  return (
    <PanelFold title="Stretch and mirror" state={state || undefined}>
      <NumberField
        at="item.stretch"
        label="Letter width"
        value={Math.round(stretch * 100)}
        least={LIMITS.stretch.least * 100}
        most={LIMITS.stretch.most * 100}
        step={5}
        suffix="%"
        onChange={(percent) => edit('Letter width', (item) => void (item.stretch = percent / 100))}
        hint="100 leaves the letters as the face has them."
      />
      <label className="check-line">
        <input
          type="checkbox"
          checked={mirror}
          onChange={({ target }) => edit('Mirror', (item) => void (item.mirror = target.checked))}
        />
        Mirrored, to be seen through the back
      </label>
    </PanelFold>
  );
}
