'use client';

import { LIMITS } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Field } from './choices';
import { LengthField } from './length-field';
import { useShop } from '@/hooks/shop';

export interface Stock {
  readonly machine: string;
  readonly material: string;
  /** mm. */
  readonly thickness: number;
}

interface Props extends Stock {
  /** A machine that does not work the material brings one along that it does. */
  readonly onChange: (what: 'Machine' | 'Material' | 'Thickness', stock: Stock) => void;
}

/** Machine, material and thickness. */
export function MaterialChoice({ machine, material, thickness, onChange }: Props) {
  const id = useId();
  const shop = useShop();
  const known = shop.machines.find((each) => each.id === machine);
  const materials = shop.materials.filter((each) => known?.materials.includes(each.id) || each.id === material);
  return (
    <>
      <Field label="Machine" htmlFor={`${id}-machine`}>
        <Form.Select
          id={`${id}-machine`}
          value={machine}
          onChange={({ target }) => {
            const next = shop.machines.find((each) => each.id === target.value)!;
            const kept = next.materials.includes(material);
            onChange('Machine', {
              machine: next.id,
              material: kept ? material : next.materials[0]!,
              thickness: kept ? thickness : usualThickness(shop, next.materials[0]!),
            });
          }}
        >
          {!known && <option value={machine}>{machine} (not in the shop)</option>}
          {shop.machines.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <Field label="Material" htmlFor={`${id}-material`}>
        <Form.Select
          id={`${id}-material`}
          value={material}
          onChange={({ target }) =>
            onChange('Material', { machine, material: target.value, thickness: usualThickness(shop, target.value) })
          }
        >
          {!materials.some((each) => each.id === material) && (
            <option value={material}>{material} (not in the shop)</option>
          )}
          {materials.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <LengthField
        label="Thickness"
        value={thickness}
        {...LIMITS.thickness}
        onChange={(mm) => onChange('Thickness', { machine, material, thickness: mm })}
      />
    </>
  );
}

/** The middle of what is kept in stock, mm. */
export function usualThickness(shop: Shop, material: string): number {
  const stock = shop.materials.find(({ id }) => id === material)?.stock ?? [3];
  return stock[Math.floor((stock.length - 1) / 2)]!;
}
