'use client';

import { LIMITS } from '@needlefile/core/recipe/schema';
import { houseShop } from '@needlefile/core/shop/house';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { useJob } from '../workbench/job-store';

/** Machine, material and thickness; a machine that does not work the material brings one along that it does. */
export function MaterialFields() {
  const { machine, material, thickness } = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const known = houseShop.machines.find(({ id }) => id === machine);
  const materials = houseShop.materials.filter(({ id }) => known?.materials.includes(id) || id === material);
  return (
    <>
      <Field label="Machine" htmlFor="machine">
        <Form.Select
          id="machine"
          value={machine}
          onChange={(event) =>
            edit('Machine', (draft) => {
              const next = houseShop.machines.find(({ id }) => id === event.target.value)!;
              draft.machine = next.id;
              if (!next.materials.includes(draft.material)) draft.material = next.materials[0]!;
            })
          }
        >
          {!known && <option value={machine}>{machine} (not in the shop)</option>}
          {houseShop.machines.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <Field label="Material" htmlFor="material">
        <Form.Select id="material" value={material} onChange={(event) => edit('Material', (draft) => void (draft.material = event.target.value))}>
          {!materials.some(({ id }) => id === material) && <option value={material}>{material} (not in the shop)</option>}
          {materials.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <LengthField label="Thickness" value={thickness} {...LIMITS.thickness} onChange={(mm) => edit('Thickness', (draft) => void (draft.thickness = mm))} />
    </>
  );
}
