'use client';

import { itemName } from '@needlefile/core/items/kinds';
import type { LineKind } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { useId } from 'react';
import { PanelFold, PanelSection } from '@/components/panel';
import { useJob } from '@/job/job-store';
import { KIND_HINTS, KIND_NAMES } from '@/job/operation-names';
import { OperationSelect } from '@/job/operation-select';
import css from './work-order.module.css';

/** Which operation each kind of line gets, and items that have one of their own. */
export function Assignment({ picture }: { picture: Picture | null }) {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const present = picture ? kindsIn(picture) : [];
  const things = recipe.assemblies.flatMap((thing, i) =>
    thing.make === 'coupon' ? [] : thing.items.map((item, j) => ({ item, i, j })),
  );
  const own = things.filter(({ item }) => item.operation !== null).length;
  return (
    <>
      <PanelSection title="What gets which">
        {present.map((kind) => (
          <Which
            key={kind}
            label={KIND_NAMES[kind]}
            hint={KIND_HINTS[kind]}
            none="Not assigned"
            value={recipe.assignment[kind]}
            onChange={(id) => edit(`${KIND_NAMES[kind]} assigned`, (draft) => void (draft.assignment[kind] = id))}
          />
        ))}
      </PanelSection>
      <PanelFold title="Items of their own" state={own > 0 ? String(own) : 'none'}>
        {things.map(({ item, i, j }) => (
          <Which
            key={`${recipe.assemblies[i]!.id} ${item.id}`}
            label={itemName(item)}
            hint=""
            none="As its lines are"
            value={item.operation}
            onChange={(id) =>
              edit('Operation of an item', (draft) => {
                const thing = draft.assemblies[i]!;
                if (thing.make !== 'coupon') thing.items[j]!.operation = id;
              })
            }
          />
        ))}
      </PanelFold>
    </>
  );
}

function kindsIn({ assemblies, report }: Picture): LineKind[] {
  const has = (kind: LineKind) => report.operations.some(({ kinds }) => kinds.includes(kind));
  const kinds: LineKind[] = [];
  if (assemblies.some(({ solid }) => solid !== '')) {
    // Every thing has an outer edge; inner ones are there where they have an operation, or nothing tells.
    if (has('inner') || !has('outer')) kinds.push('inner');
    kinds.push('outer');
  }
  if (assemblies.some(({ engraved }) => engraved !== '')) kinds.push('area');
  if (assemblies.some(({ linework }) => linework !== '')) kinds.push('line');
  return kinds;
}

interface WhichProps {
  readonly label: string;
  readonly hint: string;
  /** What no operation is called. */
  readonly none: string;
  readonly value: string | null;
  readonly onChange: (id: string | null) => void;
}

function Which({ label, hint, none, value, onChange }: WhichProps) {
  const id = useId();
  return (
    <div className={css.pair}>
      <label htmlFor={id} title={hint}>
        {label}
      </label>
      <OperationSelect {...{ id, none, value, onChange }} />
    </div>
  );
}
