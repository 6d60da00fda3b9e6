import { layerName } from '../layer-name.ts';
import type { Point } from '../../geometry/point.ts';
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
  const apart = withItem(pinned, { ...item, place, layers: [name], name: layerName(name).slice(0, 80) }, id);
  const items = apart.thing.items.map((each) =>
    each.id === id && each.kind === 'artwork' ? withLayer(each, all, name, false) : each,
  );
  return { thing: { ...apart.thing, items }, id: apart.id };
}

/** Layers are something else from now on; which of them are taken was said of others. */
export const partedBy = (item: ArtworkItem, by: ArtworkItem['partedBy']): ArtworkItem => ({
  ...item,
  partedBy: by,
  layers: null,
});

/** A picture drawn straight between four corners, as shares of it from its lower left, in any order. */
export function withCorners(item: ArtworkItem, corners: readonly Point[]): ArtworkItem {
  const x = corners.reduce((sum, corner) => sum + corner.x, 0) / corners.length;
  const y = corners.reduce((sum, corner) => sum + corner.y, 0) / corners.length;
  // Clockwise, from the upper left.
  const angle = (corner: Point): number => (Math.atan2(corner.y - y, corner.x - x) * 180) / Math.PI;
  const past = (corner: Point): number => (((180 - angle(corner)) % 360) + 360) % 360;
  const [a, b, c, d] = [...corners]
    .sort((p, q) => past(p) - past(q))
    .map((p): [number, number] => [tidy(p.x), tidy(p.y)]);
  return a && b && c && d ? { ...item, picture: { ...item.picture, corners: [a, b, c, d] } } : item;
}

/** Shares are kept as finely as this. */
const tidy = (share: number): number => Number(Math.min(1.5, Math.max(-0.5, share)).toFixed(5));

type Repair = ArtworkItem['repairs'][number];

type GapEnds = Omit<Repair, 'kind'>;

const isOf =
  (gap: GapEnds) =>
  (repair: GapEnds): boolean =>
    repair.layer === gap.layer &&
    ((same(repair.from, gap.from) && same(repair.to, gap.to)) ||
      (same(repair.from, gap.to) && same(repair.to, gap.from)));

/** What was decided by hand of a gap; null where its width decides. */
export const decisionOf = (
  { repairs }: ArtworkItem,
  {
    inFile: { layer, from, to },
  }: { readonly inFile: { readonly layer: string; readonly from: Point; readonly to: Point } },
): Repair['kind'] | null => repairs.find(isOf({ layer, from: [from.x, from.y], to: [to.x, to.y] }))?.kind ?? null;

/** Decisions of gaps; an earlier one of the same gap gives way. `null` for a kind: as the width decides. */
export function withRepairs(item: ArtworkItem, gaps: readonly GapEnds[], kind: Repair['kind'] | null): ArtworkItem {
  const others = item.repairs.filter((repair) => !gaps.some((gap) => isOf(gap)(repair)));
  return { ...item, repairs: kind === null ? others : [...others, ...gaps.map((gap) => ({ ...gap, kind }))] };
}

/** Ends of lines are told apart from this on, as a share of how far out they lie. */
const SAME = 1e-6;

const same = (a: Repair['from'], b: Repair['from']): boolean =>
  Math.hypot(a[0] - b[0], a[1] - b[1]) <= SAME * Math.max(1, Math.hypot(...a));
