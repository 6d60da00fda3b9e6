'use client';

import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { Picture } from '@needlefile/core/screen/picture';
import type { Assembly, Made } from '@needlefile/core/recipe/schema';
import { assemblyName } from '@needlefile/core/job/build-job';
import { MAKES } from '@needlefile/core/makes/makes';
import { memo, useState, type ReactNode } from 'react';
import { notify } from '@/components/toasts';
import { choose, useChosenAssembly } from '@/job/chosen';
import { useJob } from '@/job/job-store';
import { useSheetEdits, type SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { AddRow } from './add-row';
import { ListRow } from './list-row';
import { itemLook } from './item-look';
import css from './sheet.module.css';

/** What lies on the sheet, thing by thing, in the order in which it acts: the stations work on what is chosen here. */
export const SheetList = memo(function SheetList({ picture }: { picture: Picture | null }) {
  const recipe = useJob((state) => state.recipe);
  const [folded, setFolded] = useState(false);
  const edits = useSheetEdits(picture);
  const { assemblies } = recipe;
  const count = assemblies.reduce((sum, each) => sum + (each.make === 'coupon' ? 1 : each.items.length), 0);
  return (
    <section className={css.list} aria-label="On the sheet">
      <div className={css.head}>
        <h2>On the sheet</h2>
        <button type="button" aria-expanded={!folded} onClick={() => setFolded(!folded)}>
          {folded ? `${count} · unfold` : 'fold'}
        </button>
      </div>
      {!folded && (
        <div className={css.rows}>
          <Sorted id="things" ids={assemblies.map(({ id }) => id)} onMove={edits.reorderThings}>
            {assemblies.map((assembly, i) => (
              <Thing
                key={assembly.id}
                assembly={assembly}
                name={assemblyName(assembly, recipe)}
                at={i}
                count={assemblies.length}
                edits={edits}
              />
            ))}
          </Sorted>
          <AddRow edits={edits} />
        </div>
      )}
    </section>
  );
});

/** So many things are shown with all that is in them. */
const MANY = 3;

function Thing({
  assembly,
  name,
  at,
  count,
  edits,
}: {
  assembly: Assembly;
  name: string;
  at: number;
  count: number;
  edits: SheetEdits;
}) {
  const isChosen = useView(
    (state) =>
      state.inHand &&
      state.items.length === 0 &&
      (state.assembly === assembly.id || state.others.includes(assembly.id)),
  );
  const worked = useChosenAssembly().id;
  // Of many things only that which is worked on is told in full.
  const isOpen = count <= MANY || worked === assembly.id;
  const rename = useJob((state) => state.edit);
  const copies = assembly.copies > 1 ? ` · ${assembly.copies}` : '';
  const make = assembly.make === 'coupon' ? 'coupon' : MAKES[assembly.make].name.toLowerCase().split(' ')[0]!;
  return (
    <>
      <ListRow
        id={assembly.id}
        level="thing"
        name={name}
        word={`${assembly.hidden ? 'not made' : make}${copies}`}
        isChosen={isChosen}
        isHidden={assembly.hidden}
        onChoose={(more) => (more ? alsoThing(assembly.id) : choose(assembly.id))}
        onRename={(next) =>
          rename('Name', (recipe) => {
            const own = recipe.assemblies.find(({ id }) => id === assembly.id);
            if (own) own.name = next;
          })
        }
        onHide={() => edits.toggleHidden(assembly.id, null)}
        onMove={(by) => edits.reorderThings(at, Math.max(0, Math.min(count - 1, at + by)))}
      />
      {assembly.make !== 'coupon' && isOpen && <Items thing={assembly} edits={edits} />}
    </>
  );
}

function Items({ thing, edits }: { thing: Made; edits: SheetEdits }) {
  const chosen = useView((state) => (state.inHand && state.assembly === thing.id ? state.items : NONE));
  const rename = useJob((state) => state.edit);
  const reorder = (from: number, to: number) => {
    const circle = edits.reorderItems(thing.id, from, to);
    if (circle) notify(`There they would hang on each other in a circle: ${circle.join(' → ')}.`);
  };
  return (
    <Sorted id={`items of ${thing.id}`} ids={thing.items.map(({ id }) => id)} onMove={reorder}>
      {thing.items.map((item, i) => {
        const { name, word, icon } = itemLook(item, thing);
        return (
          <ListRow
            key={item.id}
            id={item.id}
            level="item"
            icon={icon}
            name={name}
            word={item.hidden ? 'hidden' : word}
            isChosen={chosen.includes(item.id)}
            isHidden={item.hidden}
            isLocked={item.locked}
            onChoose={(more) => (more ? alsoItem(thing.id, item.id) : choose(thing.id, item.id))}
            onRename={(next) =>
              rename('Name', (recipe) => {
                const own = recipe.assemblies.find(({ id }) => id === thing.id);
                const one = own && own.make !== 'coupon' ? own.items.find(({ id }) => id === item.id) : undefined;
                if (one) one.name = next;
              })
            }
            onHide={() => edits.toggleHidden(thing.id, item.id)}
            onLock={() => edits.toggleLocked(thing.id, item.id)}
            onMove={(by) => reorder(i, Math.max(0, Math.min(thing.items.length - 1, i + by)))}
          />
        );
      })}
    </Sorted>
  );
}

const NONE: readonly string[] = [];

/** With Shift or Ctrl one more is taken in hand, or let go. */
function alsoItem(thing: string, item: string): void {
  const { assembly, items } = useView.getState();
  if (assembly !== thing) return choose(thing, item);
  choose(thing, ...(items.includes(item) ? items.filter((each) => each !== item) : [...items, item]));
}

function alsoThing(thing: string): void {
  const { assembly, others, inHand } = useView.getState();
  if (!inHand || assembly === null || assembly === thing) return choose(thing);
  const next = others.includes(thing) ? others.filter((each) => each !== thing) : [...others, thing];
  useView.setState({ others: next, items: [], inHand: true });
}

/** A list whose rows can be dragged to another place in it. */
function Sorted({
  id,
  ids,
  onMove,
  children,
}: {
  id: string;
  ids: readonly string[];
  onMove: (from: number, to: number) => void;
  children: ReactNode;
}) {
  // A row is a button too: a drag begins after some pixels.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const end = ({ active, over }: DragEndEvent) => {
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
    if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
  };
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}
