import type { Item } from './item.ts';
import { ORIGIN, PLATE_EDGES, type HeldAxis } from './place.ts';

type Placed = Pick<Item, 'id' | 'place'> & { readonly field?: { readonly of: string } | null };

const AXES = ['x', 'y'] as const;
type Axis = (typeof AXES)[number];

/** How an axis of an item is held; null where it is not. Words in a field are held to what that is of. */
export function holdOf({ place, field }: Placed, axis: Axis): HeldAxis | null {
  if (field) {
    const edge = axis === 'x' ? 'centre' : 'middle';
    return { own: edge, of: field.of, edge, distance: 0 } as HeldAxis;
  }
  return place === null || typeof place[axis] === 'number' ? null : place[axis];
}

/**
 * Tells what items are held to that is not there, and circles of holds, by the names of their members. An item of no
 * place lies below those before it in the list: it hangs on them too.
 */
export function badHolds(
  items: readonly Placed[],
  refuse: (item: number, path: string[], message: string) => void,
): void {
  const known = new Map(items.map(({ id }, i) => [id, i]));
  let allKnown = true;
  items.forEach((item, i) => {
    if (item.id === PLATE_EDGES || item.id === ORIGIN)
      refuse(i, ['id'], `“${item.id}” has a meaning of its own; an item needs another id`);
    for (const axis of AXES) {
      const hold = holdOf(item, axis);
      if (!hold || hold.of === PLATE_EDGES || hold.of === ORIGIN || known.has(hold.of)) continue;
      allKnown = false;
      const there = [...known.keys()].filter((id) => id !== item.id);
      refuse(i, ['place', axis, 'of'], `there is no item “${hold.of}” to hold to; there is: ${there.join(', ')}`);
    }
  });
  if (!allKnown) return;
  for (const axis of AXES) {
    const circle = circleOf(items, axis);
    if (!circle) continue;
    const first = known.get(circle[0]!)!;
    refuse(first, ['place'], `these hang on each other in a circle: ${[...circle, circle[0]!].join(' → ')}`);
  }
}

/** Ids of items that hang on each other, each on the next and the last on the first; null where none do. */
export function circleOf(items: readonly Placed[], axis: Axis): string[] | null {
  const byId = new Map(items.map((item, i) => [item.id, i]));
  const state = new Map<string, 'open' | 'done'>();
  const way: string[] = [];
  const look = (i: number): string[] | null => {
    const { id, place, field } = items[i]!;
    if (state.get(id) === 'done') return null;
    if (state.get(id) === 'open') return way.slice(way.indexOf(id));
    state.set(id, 'open');
    way.push(id);
    const hold = holdOf(items[i]!, axis);
    const next = place === null && !field ? items.slice(0, i).map((_, k) => k) : hold ? [byId.get(hold.of) ?? -1] : [];
    for (const k of next) {
      const circle = k < 0 ? null : look(k);
      if (circle) return circle;
    }
    state.set(id, 'done');
    way.pop();
    return null;
  };
  for (let i = 0; i < items.length; i++) {
    const circle = look(i);
    if (circle) return circle;
  }
  return null;
}
