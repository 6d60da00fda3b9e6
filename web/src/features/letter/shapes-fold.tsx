'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { useId } from 'react';
import { PanelFold } from '@/components/panel';
import { useJob } from '@/job/job-store';

/** What the face offers beyond its plain letters: its axes, and features by plain names. */
export function ShapesFold({ picture }: { picture: Picture | null }) {
  const features = useJob((state) => state.recipe.lettering.features);
  const axes = useJob((state) => state.recipe.lettering.axes);
  const edit = useJob((state) => state.edit);
  const face = picture?.face;
  if (!face || face.features.length + face.axes.length === 0) return null;
  const changed = Object.keys(features).length + Object.keys(axes).length;
  return (
    <PanelFold title="Letter shapes" state={changed > 0 ? `${changed} changed` : undefined}>
      {face.axes.map(({ tag, name, least, most, usual }) => (
        <AxisSlider
          key={tag}
          name={name}
          least={least}
          most={most}
          value={axes[tag] ?? usual}
          onChange={(value) => edit(name, (recipe) => void (recipe.lettering.axes[tag] = value))}
        />
      ))}
      {face.features.map(({ tag, name, usual }) => (
        <label key={tag} className="check-line">
          <input
            type="checkbox"
            checked={features[tag] ?? usual}
            onChange={({ target }) =>
              edit(name, (recipe) => {
                if (target.checked === usual) delete recipe.lettering.features[tag];
                else recipe.lettering.features[tag] = target.checked;
              })
            }
          />
          {name}
        </label>
      ))}
    </PanelFold>
  );
}

function AxisSlider({
  name,
  least,
  most,
  value,
  onChange,
}: {
  name: string;
  least: number;
  most: number;
  value: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  const step = most - least > 20 ? 1 : 0.01;
  return (
    <div className="field">
      <div className="field-row">
        <label htmlFor={id}>{name}</label>
        <input
          id={id}
          type="range"
          className="form-range"
          min={least}
          max={most}
          step={step}
          value={value}
          onChange={({ target }) => onChange(Number(target.value))}
        />
        <output className="number">{Number(value.toFixed(2))}</output>
      </div>
    </div>
  );
}
