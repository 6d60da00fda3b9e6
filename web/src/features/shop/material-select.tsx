'use client';

import type { Material } from '@needlefile/core/shop/shop';
import { Form } from 'react-bootstrap';

interface Props {
  readonly id?: string;
  readonly materials: readonly Material[];
  readonly value: string;
  readonly onChange: (material: string) => void;
}

/** One of the materials that a machine works. */
export function MaterialSelect({ id, materials, value, onChange }: Props) {
  return (
    <Form.Select
      id={id}
      size="sm"
      aria-label={id === undefined ? 'Material' : undefined}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      {materials.map((each) => (
        <option key={each.id} value={each.id}>
          {each.name}
        </option>
      ))}
    </Form.Select>
  );
}
