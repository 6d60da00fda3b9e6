'use client';

import { usualOutline } from '@needlefile/core/recipe/edits/usual-items';
import { newItem } from '@needlefile/core/recipe/edits/items';
import { LIMITS, type ShapeItem } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { OUTLINE_NAMES } from '@needlefile/core/shapes/outlines';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Choices, Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { useEditItem, useMixed } from '@/job/chosen';
import { PathFields } from './path-fields';
import { SHAPE_FIELDS, type ShapeField } from './shape-field-table';

type Outline = ShapeItem['outline'];

/** Outline and sizes of a shape. */
export function ShapeFields({ item: { outline }, picture }: { item: ShapeItem; picture: Picture | null }) {
  const edit = useEditItem<ShapeItem>();
  const id = useId();
  const values = outline as unknown as Record<string, number | string>;
  const set = (field: ShapeField, value: number | string) =>
    edit(`${field.label} of a shape`, (item) => {
      // All that are in hand and have it.
      if (field.key in item.outline) (item.outline as unknown as Record<string, number | string>)[field.key] = value;
    });
  return (
    <>
      <Field label="Outline" htmlFor={id}>
        <Form.Select
          id={id}
          value={outline.by}
          onChange={({ target }) => edit('Outline', (item) => void (item.outline = asOther(outline, target.value)))}
        >
          {Object.entries(OUTLINE_NAMES).map(([by, name]) => (
            <option key={by} value={by}>
              {name}
            </option>
          ))}
        </Form.Select>
      </Field>
      {SHAPE_FIELDS[outline.by].map((field) => (
        <OneField key={field.key} field={field} value={values[field.key]!} onChange={(value) => set(field, value)} />
      ))}
      {outline.by === 'path' && <PathFields closed={outline.closed} picture={picture} />}
    </>
  );
}

function OneField({
  field,
  value,
  onChange,
}: {
  field: ShapeField;
  value: number | string;
  onChange: (value: number | string) => void;
}) {
  const at = `item.outline.${field.key}`;
  const isMixed = useMixed<ShapeItem>(
    'shape',
    ({ outline }) => (outline as unknown as Record<string, unknown>)[field.key],
  );
  switch (field.kind) {
    case 'length':
      return (
        <LengthField
          at={at}
          label={field.label}
          value={isMixed ? null : (value as number)}
          {...(isMixed && { placeholder: 'mixed' })}
          {...LIMITS[field.limit]}
          onChange={onChange}
          hint={field.hint}
        />
      );
    case 'number':
      return (
        <NumberField
          at={at}
          label={field.label}
          value={value as number}
          {...LIMITS[field.limit]}
          step={field.step}
          whole={field.whole ?? false}
          {...(field.suffix && { suffix: field.suffix })}
          onChange={onChange}
          hint={field.hint}
        />
      );
    case 'choice':
      return <Choices label={field.label} value={value as string} options={field.options} onChange={onChange} />;
  }
}

/** Another outline, about as high. */
function asOther(outline: Outline, by: string): Outline {
  const size = 'height' in outline ? outline.height : 'diameter' in outline ? outline.diameter : 20;
  const item = newItem({ kind: 'shape', outline: usualOutline(by as Outline['by'], size) });
  return (item as ShapeItem).outline;
}
