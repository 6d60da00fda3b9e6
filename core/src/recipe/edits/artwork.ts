import type { ArtworkItem, Made } from '../schema.ts';
import { withItem } from './items.ts';
import { movedItems, type ItemWhere } from './places.ts';

/** A layer of the file taken or left out. @param all the layers that the file has */
export function withLayer(item: ArtworkItem, all: readonly string[], name: string, taken: boolean): ArtworkItem {
  const layers = all.filter((each) => (each === name ? taken : (item.layers?.includes(each) ?? true)));
  return { ...item, layers: layers.length === all.length ? null : layers };
}

/** A layer of artwork made an item of its own, behind the other in the list; both stay where they are. */
export function layerApart(
  thing: Made,
  id: string,
  all: readonly string[],
  name: string,
  where: readonly ItemWhere[],
): { readonly thing: Made; readonly id: string } {
  const item = thing.items.find((each) => each.id === id);
  if (item?.kind !== 'artwork') return { thing, id };
  const pinned = movedItems(thing, new Map(), where);
  const place = pinned.items.find((each) => each.id === id)!.place;
  const apart = withItem(pinned, { ...item, place, layers: [name], name: name.slice(0, 80) || null }, id);
  const items = apart.thing.items.map((each) =>
    each.id === id && each.kind === 'artwork' ? withLayer(each, all, name, false) : each,
  );
  return { thing: { ...apart.thing, items }, id: apart.id };
}

type Repair = ArtworkItem['repairs'][number];

/** Decisions of gaps; an earlier one of the same gap gives way. `null` for a kind: as the width decides. */
export function withRepairs(
  item: ArtworkItem,
  gaps: readonly Omit<Repair, 'kind'>[],
  kind: Repair['kind'] | null,
): ArtworkItem {
  const isOf = (gap: Omit<Repair, 'kind'>) => (repair: Repair) =>
    repair.layer === gap.layer &&
    ((same(repair.from, gap.from) && same(repair.to, gap.to)) ||
      (same(repair.from, gap.to) && same(repair.to, gap.from)));
  const others = item.repairs.filter((repair) => !gaps.some((gap) => isOf(gap)(repair)));
  return { ...item, repairs: kind === null ? others : [...others, ...gaps.map((gap) => ({ ...gap, kind }))] };
}

/** Ends of lines are told apart from this on, as a share of how far out they lie. */
const SAME = 1e-6;

const same = (a: Repair['from'], b: Repair['from']): boolean =>
  Math.hypot(a[0] - b[0], a[1] - b[1]) <= SAME * Math.max(1, Math.hypot(...a));
