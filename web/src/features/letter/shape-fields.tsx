'use client';

import { LIMITS, type ShapeItem } from '@needlefile/core/recipe/schema';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { useEditItem } from '@/job/chosen';

type Outline = ShapeItem['outline'];

/** Outline and size of a shape. */
export function ShapeFields({ item: { outline } }: { item: ShapeItem }) {
  const edit = useEditItem<ShapeItem>();
  const set = (label: string, next: Outline) => edit(label, (item) => void (item.outline = next));
  return (
    <>
      <Choices<Outline['by']>
        label="Outline"
        value={outline.by}
        onChange={(by) => by !== outline.by && set('Outline', asOther(outline))}
        options={[
          { value: 'rectangle', label: 'Rectangle' },
          { value: 'round', label: 'Round' },
        ]}
      />
      {outline.by === 'round' ? (
        <LengthField
          at="item.outline.diameter"
          label="Diameter"
          value={outline.diameter}
          {...LIMITS.shape}
          onChange={(diameter) => set('Diameter', { ...outline, diameter })}
        />
      ) : (
        <>
          <LengthField
            at="item.outline.width"
            label="Width"
            value={outline.width}
            {...LIMITS.shape}
            onChange={(width) => set('Width of a shape', { ...outline, width })}
          />
          <LengthField
            at="item.outline.height"
            label="Height"
            value={outline.height}
            {...LIMITS.shape}
            onChange={(height) => set('Height of a shape', { ...outline, height })}
          />
          <LengthField
            at="item.outline.cornerRadius"
            label="Corners"
            value={outline.cornerRadius}
            {...LIMITS.cornerRadius}
            onChange={(cornerRadius) => set('Corners of a shape', { ...outline, cornerRadius })}
          />
        </>
      )}
    </>
  );
}

/** The other outline, as large. */
const asOther = (outline: Outline): Outline =>
  outline.by === 'round'
    ? { by: 'rectangle', width: outline.diameter, height: outline.diameter, cornerRadius: 0 }
    : { by: 'round', diameter: Math.min(outline.width, outline.height) };
