'use client';

import { assemblyName } from '@needlefile/core/job/build-job';
import { itemName } from '@needlefile/core/items/kinds';
import { roleOf } from '@needlefile/core/assembly/plans';
import type { Assembly, Item, Made, Role } from '@needlefile/core/recipe/schema';
import { choose, useChosenAssembly, useItem } from '@/job/chosen';
import { useJob } from '@/job/job-store';
import css from './sheet.module.css';

const ROLE_WORDS: Record<Role, string> = {
  material: 'material',
  opening: 'cut through',
  engraved: 'engraved',
  standing: 'left standing',
  line: 'followed',
  guide: 'guide',
};

/** What lies on the sheet, where that is more than one item: the stations work on the one that is chosen. */
export function SheetList() {
  const recipe = useJob((state) => state.recipe);
  const { assemblies } = recipe;
  const count = assemblies.reduce((sum, each) => sum + (each.make === 'coupon' ? 1 : each.items.length), 0);
  if (assemblies.length < 2 && count < 2) return null;
  return (
    <section className={css.list} aria-label="On the sheet">
      {assemblies.map((assembly) => (
        <Thing key={assembly.id} assembly={assembly} name={assemblyName(assembly, recipe)} />
      ))}
    </section>
  );
}

function Thing({ assembly, name }: { assembly: Assembly; name: string }) {
  const isChosen = useChosenAssembly().id === assembly.id;
  const items = assembly.make === 'coupon' ? [] : assembly.items;
  return (
    <div className={css.thing} data-chosen={isChosen} data-hidden={assembly.hidden}>
      <button type="button" className={css.name} aria-pressed={isChosen} onClick={() => choose(assembly.id)}>
        <span>{name}</span>
        {assembly.copies > 1 && <span className="number soft">{assembly.copies} ×</span>}
        {assembly.hidden && <span className="soft">not made</span>}
      </button>
      {items.length > 1 && isChosen && (
        <ul>
          {items.map((item) => (
            <ItemRow key={item.id} thing={assembly as Made} item={item} />
          ))}
        </ul>
      )}
    </div>
  );
}

function ItemRow({ thing, item }: { thing: Made; item: Item }) {
  const isChosen = useItem()?.id === item.id;
  return (
    <li>
      <button type="button" aria-pressed={isChosen} onClick={() => choose(thing.id, item.id)}>
        <span>{itemName(item)}</span>
        <span className="soft">{item.hidden ? 'hidden' : ROLE_WORDS[roleOf(item, thing.make)]}</span>
      </button>
    </li>
  );
}
