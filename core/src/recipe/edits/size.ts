import { LIMITS, type Item, type LetteringItem, type ShapeItem } from '../schema.ts';

type Size = LetteringItem['size'];
type Outline = ShapeItem['outline'];
type Limit = { readonly least: number; readonly most: number };

/** A size so many times as large, in whole millimetres upward, by whatever measure it is given. */
export const enlarged = (size: Size, factor: number): Size => sizeTimes(size, (mm) => Math.ceil(mm * factor));

function sizeTimes(size: Size, larger: (mm: number) => number): Size {
  return size.by === 'box'
    ? { ...size, width: larger(size.width), height: larger(size.height) }
    : { ...size, value: larger(size.value) };
}

const SIZE_LIMITS: Record<Size['by'], Limit> = {
  'cap height': LIMITS.capHeight,
  'x-height': LIMITS.xHeight,
  'overall width': LIMITS.overallWidth,
  'overall height': LIMITS.overallHeight,
  box: LIMITS.overallHeight,
};

const within = (mm: number, { least, most }: Limit): number => Number(Math.min(most, Math.max(least, mm)).toFixed(4));

/** An item so many times as large in proportion, within the limits of what may be asked for. */
export function scaledItem<T extends Item>(item: T, factor: number): T;
export function scaledItem(item: Item, factor: number): Item {
  switch (item.kind) {
    case 'lettering':
      return scaledLettering(item, factor);
    case 'shape':
      return { ...item, outline: scaledOutline(item.outline, factor) };
    case 'artwork':
      return { ...item, factor: within(item.factor * factor, LIMITS.factor) };
  }
}

function scaledLettering(item: LetteringItem, factor: number): LetteringItem {
  const times = (limit: Limit) => (mm: number) => within(mm * factor, limit);
  const nudge = times(LIMITS.nudge);
  return {
    ...item,
    size: sizeTimes(item.size, times(SIZE_LIMITS[item.size.by])),
    letterSpacing: times(LIMITS.letterSpacing)(item.letterSpacing),
    wordSpacing: times(LIMITS.wordSpacing)(item.wordSpacing),
    bow: item.bow && { ...item.bow, radius: times(LIMITS.bowRadius)(item.bow.radius) },
    nudges: Object.fromEntries(
      Object.entries(item.nudges).map(([letter, own]) => [letter, { ...own, x: nudge(own.x), y: nudge(own.y) }]),
    ),
  };
}

/** What of an outline is no length. */
const NO_LENGTH: ReadonlySet<string> = new Set(['sides', 'points', 'from', 'sweep']);

function scaledOutline(outline: Outline, factor: number): Outline {
  if (outline.by === 'path') {
    const point = <T extends { readonly x: number; readonly y: number }>(at: T): T => ({
      ...at,
      x: within(at.x * factor, LIMITS.place),
      y: within(at.y * factor, LIMITS.place),
    });
    return {
      ...outline,
      thickness: within(outline.thickness * factor, LIMITS.lineThickness),
      nodes: outline.nodes.map((node) => ({
        ...point(node),
        to: node.to !== 'line' && 'c1' in node.to ? { c1: point(node.to.c1), c2: point(node.to.c2) } : node.to,
      })),
    };
  }
  const limitOf = (key: string): Limit =>
    key === 'thickness'
      ? LIMITS.lineThickness
      : key === 'cornerRadius' || key === 'corner'
        ? LIMITS.cornerRadius
        : key === 'hole'
          ? LIMITS.hole
          : key === 'inset'
            ? LIMITS.holeInset
            : LIMITS.shape;
  return Object.fromEntries(
    Object.entries(outline).map(([key, value]) => {
      const isShare = outline.by === 'star' && key === 'inner';
      if (typeof value !== 'number' || isShare || NO_LENGTH.has(key)) return [key, value];
      return [key, within(value * factor, limitOf(key))];
    }),
  ) as Outline;
}
