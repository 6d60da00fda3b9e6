'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { useId } from 'react';
import { PanelFold } from '@/components/panel';
import { useEditLettering, useLettering } from '@/job/chosen';

/** What the face offers beyond its plain letters: its axes, and features by plain names. */
export function ShapesFold({ picture }: { picture: AssemblyPicture | null }) {
  const features = useLettering((item) => item.features);
  const axes = useLettering((item) => item.axes);
  const edit = useEditLettering();
  const id = useLettering((item) => item.id);
  const face = picture?.items.find((item) => item.id === id)?.face;
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
          onChange={(value) => edit(name, (item) => void (item.axes[tag] = value))}
        />
      ))}
      {face.features.map(({ tag, name, usual }) => (
        <label key={tag} className="check-line">
          <input
            type="checkbox"
            checked={features[tag] ?? usual}
            onChange={({ target }) =>
              edit(name, (item) => {
                if (target.checked === usual) delete item.features[tag];
                else item.features[tag] = target.checked;
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
