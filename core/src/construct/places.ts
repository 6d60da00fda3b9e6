import { centreOf, isEmptyBounds, joinBounds, moveBounds, type Bounds } from '../geometry/bounds.ts';
import type { Point } from '../geometry/point.ts';
import type { Room } from './plate-outline.ts';
import type { Place, XEdge, YEdge } from '../recipe/parts.ts';

/** What is to be placed: its box about its own origin. Lengths in mm. */
export interface Placeable {
  readonly id: string;
  readonly bounds: Bounds;
  /** Lines that lettering has besides its box; null for what has none. */
  readonly lines: TypeLines | null;
  /** Room that it asks for above it where it is put below others by itself. */
  readonly gap: number;
  /** Seen and never made: nothing is fitted to it. */
  readonly isGuide: boolean;
  /** null: below what is before it. */
  readonly place: Place | null;
}

/** Heights of lines of lettering over its origin: the last baseline, the first line's x-height and caps. */
export interface TypeLines {
  readonly baseline: number;
  readonly xHeight: number;
  readonly cap: number;
}

/** What a plate is fitted by; without one, the box of what is free takes its place. */
export interface PlateSize {
  readonly width: number | null;
  readonly height: number | null;
  readonly margin: number;
  /** The part of its box that has room for words so many times as wide as high. */
  readonly room: (aspect: number) => Room;
  /** Width over height, where it keeps that; null where it may be of any. */
  readonly aspect: number | null;
}

/** Where origins of items are, and the plate. */
export interface Places {
  readonly origins: readonly Point[];
  readonly plate: Bounds;
}

type Axis = 'x' | 'y';

/** A place on one axis: of a plate that goes from 0 to its size, the share of that size, and so far beyond it. */
interface OnPlate {
  readonly share: number;
  readonly offset: number;
}

const SHARES: Record<XEdge | YEdge, number> = {
  left: 0,
  centre: 0.5,
  right: 1,
  bottom: 0,
  baseline: 0,
  'x-height': 1,
  middle: 0.5,
  'cap middle': 0.5,
  cap: 1,
  top: 1,
};

/** How far an edge of an item is from its origin. Where it has no such line, the edge of its box stands for it. */
export function edgeOf({ bounds, lines }: Pick<Placeable, 'bounds' | 'lines'>, edge: XEdge | YEdge): number {
  if (isEmptyBounds(bounds)) return 0;
  if (lines) {
    if (edge === 'baseline') return lines.baseline;
    if (edge === 'x-height') return lines.xHeight;
    if (edge === 'cap') return lines.cap;
    if (edge === 'cap middle') return (lines.baseline + lines.cap) / 2;
  }
  const [least, most] =
    edge === 'left' || edge === 'centre' || edge === 'right' ? [bounds.minX, bounds.maxX] : [bounds.minY, bounds.maxY];
  return least + (most - least) * SHARES[edge];
}

/**
 * Places items, in this order: free ones (at a number, below those before them, or held to such); the box of those;
 * the plate, which takes the least size that holds that box with its margin and what is held to it; and what is held
 * to the plate, or to what is. Each axis by itself.
 * @param items no circles of holds: the recipe's schema refuses them
 * @param size null where the make has no plate
 * @param empty the box where there is nothing to be made
 */
export function placeItems(items: readonly Placeable[], size: PlateSize | null, empty: Bounds): Places {
  const byId = new Map(items.map((item) => [item.id, item]));
  const late = { x: lateOn(items, byId, 'x'), y: lateOn(items, byId, 'y') };
  const known = { x: new Map<Placeable, number>(), y: new Map<Placeable, number>() };
  const isFree = (item: Placeable) => !late.x.has(item) && !late.y.has(item);

  const freeAt = (item: Placeable, axis: Axis): number => {
    let at = known[axis].get(item);
    if (at === undefined) known[axis].set(item, (at = findFree(item, axis)));
    return at;
  };
  const findFree = (item: Placeable, axis: Axis): number => {
    if (item.place === null) return below(item, axis);
    const held = item.place[axis];
    if (typeof held === 'number') return held;
    const other = byId.get(held.of);
    const from = other ? freeAt(other, axis) + edgeOf(other, held.edge) : 0;
    return from + held.distance - edgeOf(item, held.own);
  };
  /** The first at the origin, each other in the middle below all that lies before it. */
  const below = (item: Placeable, axis: Axis): number => {
    const before = items.slice(0, items.indexOf(item)).filter(isFree);
    const above = joinBounds(before.map((each) => moveBounds(each.bounds, freeAt(each, 'x'), freeAt(each, 'y'))));
    if (isEmptyBounds(above) || isEmptyBounds(item.bounds)) return 0;
    return axis === 'x' ? centreOf(above).x - centreOf(item.bounds).x : above.minY - item.gap - item.bounds.maxY;
  };

  const made = items.filter((item) => !item.isGuide && !isEmptyBounds(item.bounds));
  const free = { x: freeSpan('x'), y: freeSpan('y') };
  const needed = (axis: Axis, margin: number): number => {
    const [least, most] = SIDES[axis];
    const held = made.filter((item) => late[axis].has(item));
    return Math.max(
      0,
      ...held.map((item) => sizeFor(late[axis].get(item)!, item.bounds[least], item.bounds[most], margin)),
    );
  };
  const spans = size ? plateSpans(size, free, needed) : free;
  function freeSpan(axis: Axis): Span {
    const [least, most] = SIDES[axis];
    const unheld = made.filter((item) => !late[axis].has(item));
    if (made.length === 0) return { from: empty[least], to: empty[most] };
    if (unheld.length === 0) return { from: 0, to: 0 };
    return {
      from: Math.min(...unheld.map((item) => freeAt(item, axis) + item.bounds[least])),
      to: Math.max(...unheld.map((item) => freeAt(item, axis) + item.bounds[most])),
    };
  }

  const originOn = (item: Placeable, axis: Axis): number => {
    const held = late[axis].get(item);
    if (!held) return freeAt(item, axis);
    const { from, to } = spans[axis];
    return from + (to - from) * held.share + held.offset;
  };
  return {
    origins: items.map((item) => ({ x: originOn(item, 'x'), y: originOn(item, 'y') })),
    plate: { minX: spans.x.from, minY: spans.y.from, maxX: spans.x.to, maxY: spans.y.to },
  };
}

const SIDES = { x: ['minX', 'maxX'], y: ['minY', 'maxY'] } as const;

interface Span {
  readonly from: number;
  readonly to: number;
}

/** The plate, as large as it is asked to be, or as what is free and what is held to it asks. */
function plateSpans(
  { width, height, margin, room: roomFor, aspect }: PlateSize,
  free: Record<Axis, Span>,
  needed: (axis: Axis, margin: number) => number,
): Record<Axis, Span> {
  const withMargin = ({ from, to }: Span): number => to + margin - (from - margin);
  const words = { x: withMargin(free.x), y: withMargin(free.y) };
  const room = roomFor(words.x / Math.max(words.y, 1e-6));
  const fitted = {
    x: Math.max(words.x / room.width, needed('x', margin)),
    y: Math.max(words.y / room.height, needed('y', margin)),
  };
  const size = sizeOf({ width, height, aspect }, fitted);
  // The middle of what is free lies in the middle of the room.
  const span = ({ from, to }: Span, whole: number, before: number, share: number): Span => {
    const start = (from + to) / 2 - whole * (before + share / 2);
    return { from: start, to: start + whole };
  };
  return { x: span(free.x, size.x, room.before, room.width), y: span(free.y, size.y, room.below, room.height) };
}

function sizeOf(
  { width, height, aspect }: Pick<PlateSize, 'width' | 'height' | 'aspect'>,
  fitted: { readonly x: number; readonly y: number },
): { readonly x: number; readonly y: number } {
  if (aspect === null) return { x: width ?? fitted.x, y: height ?? fitted.y };
  const x = width ?? (height === null ? Math.max(fitted.x, fitted.y * aspect) : height * aspect);
  return { x, y: x / aspect };
}

/** Items that are held to the plate on an axis, or to such: where their origins are on it. */
function lateOn(
  items: readonly Placeable[],
  byId: ReadonlyMap<string, Placeable>,
  axis: Axis,
): ReadonlyMap<Placeable, OnPlate> {
  const found = new Map<Placeable, OnPlate>();
  const onPlate = (item: Placeable): OnPlate | null => {
    const held = item.place?.[axis];
    if (held === undefined || typeof held === 'number') return null;
    const other = byId.get(held.of);
    const base = held.of === 'plate' ? { share: SHARES[held.edge], offset: 0 } : other ? onPlate(other) : null;
    if (!base) return null;
    const edge = other ? edgeOf(other, held.edge) : 0;
    return { share: base.share, offset: base.offset + edge + held.distance - edgeOf(item, held.own) };
  };
  for (const item of items) {
    const at = onPlate(item);
    if (at) found.set(item, at);
  }
  return found;
}

/**
 * How large a plate must be for an item that is held to it: all of it lies on the plate, and the sides that it is not
 * held to keep the margin.
 */
function sizeFor({ share, offset }: OnPlate, least: number, most: number, margin: number): number {
  // From the edge or the middle that it is held to.
  const [from, to] = [offset + least, offset + most];
  if (share === 0) return to + margin;
  if (share === 1) return -from + margin;
  return 2 * Math.max(-from, to) + 2 * margin;
}
