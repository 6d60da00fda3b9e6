'use client';

import { stockOf } from '@needlefile/core/recipe/stock';
import { limitAt, limitReason, limitsFor, type HouseLimits } from '@needlefile/core/shop/limits';
import { type Machine, type Material } from '@needlefile/core/shop/shop';
import { formatLength } from '@needlefile/core/units/length';
import { useShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';

/** A house limit as it applies to the open job: how much, and what is said of it beneath its field. */
export function useHouseLimit(
  name: keyof HouseLimits,
  own: number | null,
): {
  readonly machine: Machine | undefined;
  readonly material: Material | undefined;
  /** mm; 0 where machine or material are not the shop's. */
  readonly least: number;
  readonly placeholder: string;
  readonly hint: string | undefined;
} {
  const machineId = useJob((state) => stockOf(state.recipe).machine);
  const materialId = useJob((state) => stockOf(state.recipe).material);
  const thickness = useJob((state) => stockOf(state.recipe).thickness);
  const unit = useUnit();
  const shop = useShop();
  const machine = shop.machines.find(({ id }) => id === machineId);
  const material = shop.materials.find(({ id }) => id === materialId);
  if (!machine || !material) return { machine, material, least: 0, placeholder: '', hint: undefined };
  const limit = limitsFor(machine, material)[name];
  const least = limitAt(limit, thickness);
  const placeholder = formatLength(least, unit);
  return {
    machine,
    material,
    least,
    placeholder,
    hint:
      `${own === null ? 'Empty: the house limit,' : 'House limit'} ${placeholder} ${unit} ` +
      `(${limitReason(limit, thickness, machine)}).`,
  };
}
