'use client';

import { stockOf } from '@needlefile/core/recipe/stock';
import { onMaterial } from '@needlefile/core/shop/shop';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { Choices } from '@/components/choices';
import { useShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';

/** Where cut lines lie in the files: told as it is, and to be set for this job alone. */
export function KerfChoice({ kerf }: { kerf: number }) {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const stock = stockOf(recipe);
  const usual = useShop().machines.find(({ id }) => id === stock.machine);
  const machine = usual && onMaterial(usual, stock.material);
  if (!machine || machine.kerf === 0) return null;
  return (
    <Choices
      label="Kerf set off by"
      value={recipe.release.kerf ?? machine.kerfBy}
      onChange={(by) =>
        edit('Kerf in the files', (draft) => {
          draft.release.kerf = by === machine.kerfBy ? null : by;
        })
      }
      options={[
        { value: 'file', label: 'The files', title: 'Cut lines lie half the kerf beside the true edges' },
        { value: 'controller', label: 'Controller', title: 'Cut lines lie on the true edges' },
      ]}
      hint={
        kerf > 0
          ? `Cut lines lie ${lengthWithUnit(kerf / 2, unit, 3)} beside the true edges, in the waste: half of ` +
            `what the ${machine.word} takes.`
          : 'Cut lines lie on the true edges. The controller must set them off by half of ' +
            `${lengthWithUnit(machine.kerf, unit)}.`
      }
    />
  );
}
