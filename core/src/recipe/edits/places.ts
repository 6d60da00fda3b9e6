import type { Factors } from './stretch.ts';
import type { Point } from '../../geometry/point.ts';
import type { HeldAxis, Item, LetteringItem, Made, Place, XEdge } from '../schema.ts';
import { circleOf } from '../schema/holds.ts';

/** Where an item of a thing is, as its build has it. Lengths in mm. */
export interface ItemWhere {
  readonly id: string;
  /** Its origin, in the frame that places are given in. */
  readonly at: Point;
  /** From its origin to its left, centre and right edges. */
  readonly edges: Readonly<Record<XEdge, number>>;
}

/** Places are kept this fine, decimals of a mm: ten times finer than any file. */
const DECIMALS = 4;
const tidy = (mm: number): number => Number(mm.toFixed(DECIMALS));

/**
 * Items of a thing, moved by hand to where their origins are now. Those that found their place by themselves stay
 * where they are from then on, so that only what is moved moves; centred words go on growing to both sides.
 * @param moves new origins, by item
 * @param where where all items are
 */
export function movedItems(thing: Made, moves: ReadonlyMap<string, Point>, where: readonly ItemWhere[]): Made {
  const known = new Map(where.map((each) => [each.id, each]));
  return {
    ...thing,
    items: thing.items.map((item) => {
      const here = known.get(item.id);
      const to = moves.get(item.id);
      if (!here || (!to && (item.place !== null || isInField(item)))) return item;
      return { ...outOfField(item, here), place: placeAt(item, to ?? here.at, here) };
    }),
  };
}

/**
 * Items of a thing, moved by so much from where they are.
 * @param keepHolds what is held stays held, at another distance; else it is free from then on
 */
export function itemsMovedBy(
  thing: Made,
  ids: ReadonlySet<string>,
  by: Point,
  where: readonly ItemWhere[],
  keepHolds: boolean,
): Made {
  const known = new Map(where.map((each) => [each.id, each]));
  const pinned = movedItems(thing, new Map(), where);
  return {
    ...pinned,
    items: pinned.items.map((item) => {
      const here = known.get(item.id);
      if (ids.has(item.id) && isInField(item) && here) {
        const at = { x: here.at.x + by.x, y: here.at.y + by.y };
        return { ...outOfField(item, here), place: placeAt(item, at, here) };
      }
      if (!ids.has(item.id) || item.place === null) return item;
      const along = (axis: 'x' | 'y') => {
        const place = item.place![axis];
        if (typeof place === 'number') return tidy(place + by[axis]);
        if (keepHolds || place.of === 'origin') return { ...place, distance: tidy(place.distance + by[axis]) };
        return tidy((known.get(item.id)?.at[axis] ?? 0) + by[axis]);
      };
      return { ...item, place: { x: along('x'), y: along('y') } as Place };
    }),
  };
}

/** Words set in a clear field of another item; what had found its place by itself stays where it is from then on. */
export function setInField(
  thing: Made,
  item: string,
  field: NonNullable<LetteringItem['field']>,
  where: readonly ItemWhere[],
): Made {
  const others = where.filter(({ id }) => id !== item);
  const pinned = movedItems(thing, new Map(), others);
  return {
    ...pinned,
    items: pinned.items.map((each) => (each.id === item && each.kind === 'lettering' ? { ...each, field } : each)),
  };
}

const isInField = (item: Item): boolean => item.kind === 'lettering' && item.field !== null;

/** Words that are in no field any more, as large as they were in it. */
function outOfField(item: Item, { edges }: ItemWhere): Item {
  if (item.kind !== 'lettering' || !item.field) return item;
  return { ...item, field: null, size: { by: 'overall width', value: Math.max(1, tidy(edges.right - edges.left)) } };
}

/** A place in numbers. Words are held at the edge that they are aligned by, so that a longer one grows as they do. */
function placeAt(item: Item, at: Point, { edges }: ItemWhere): Place {
  const y = tidy(at.y);
  if (item.kind !== 'lettering' || item.bow || item.align === 'left') return { x: tidy(at.x), y };
  return { x: { own: item.align, of: 'origin', edge: 'left', distance: tidy(at.x + edges[item.align]) }, y };
}

/** An item that was sized where it stood: what was held to something is held still, so many times as far from it. */
export function stillHeld<T extends Item>(sized: T, before: Item, factors: Factors): T {
  if (sized.place === null || before.place === null) return sized;
  const along = (axis: 'x' | 'y') => {
    const held = before.place![axis];
    if (typeof held === 'number' || held.of === 'origin') return sized.place![axis];
    return { ...held, distance: tidy(held.distance * factors[axis]) };
  };
  return { ...sized, place: { x: along('x'), y: along('y') } as Place };
}

/** An axis of an item held to something, or free again at a number. */
export function withHold(thing: Made, item: string, axis: 'x' | 'y', to: HeldAxis | number): Made {
  return {
    ...thing,
    items: thing.items.map((each) =>
      each.id === item ? { ...each, place: { ...(each.place ?? { x: 0, y: 0 }), [axis]: to } as Place } : each,
    ),
  };
}

/** Ids of items that hang on each other in a circle, in the order in which they do; null where none do. */
export const circleOfHolds = ({ items }: Made): string[] | null => circleOf(items, 'x') ?? circleOf(items, 'y');

/** What is held to something that goes is where it is, in numbers. */
export function freedFrom(items: readonly Item[], gone: ReadonlySet<string>, where: readonly ItemWhere[]): Item[] {
  const known = new Map(where.map((each) => [each.id, each]));
  return items.map((item) => {
    const here = known.get(item.id);
    if (item.kind === 'lettering' && item.field && gone.has(item.field.of))
      return here ? { ...outOfField(item, here), place: placeAt(item, here.at, here) } : { ...item, field: null };
    if (item.place === null) return item;
    const free = (axis: 'x' | 'y') => {
      const held = item.place![axis];
      return typeof held !== 'number' && gone.has(held.of) ? tidy(here?.at[axis] ?? 0) : held;
    };
    return { ...item, place: { x: free('x'), y: free('y') } as Place };
  });
}
