import { LIMITS, type Item, type LetteringItem, type ShapeItem } from '../schema.ts';
import { scaledItem } from './size.ts';

type Outline = ShapeItem['outline'];

/** How many times as wide and as high. */
export interface Factors {
  readonly x: number;
  readonly y: number;
}

const within = (value: number, { least, most }: { readonly least: number; readonly most: number }): number =>
  Number(Math.min(most, Math.max(least, value)).toFixed(4));

/** Whether an item can be made wider and no higher: what is bowed, slanted, or of one measure all round cannot. */
export function isStretchable(item: Item): boolean {
  if (item.turn % 180 !== 0) return false;
  if (item.kind === 'artwork') return false;
  if (item.kind === 'lettering') return item.bow === null;
  const { outline } = item;
  return ('width' in outline && 'height' in outline) || outline.by === 'rule' || outline.by === 'round';
}

/** An item so many times as wide and so many times as high; in proportion where it cannot be stretched. */
export function stretchedItem<T extends Item>(item: T, factors: Factors): T;
export function stretchedItem(item: Item, factors: Factors): Item {
  if (item.kind === 'artwork' || !isStretchable(item)) return scaledItem(item, Math.sqrt(factors.x * factors.y));
  return item.kind === 'lettering'
    ? stretchedLettering(item, factors)
    : { ...item, outline: stretchedOutline(item.outline, factors) };
}

function stretchedLettering(item: LetteringItem, { x, y }: Factors): LetteringItem {
  const sized = scaledItem(item, y);
  const { size } = item;
  const wide = (mm: number, limit: keyof typeof LIMITS) => within(mm * x, LIMITS[limit]);
  return {
    ...sized,
    // Where the width is given, the height follows from it.
    size:
      size.by === 'overall width'
        ? { ...size, value: wide(size.value, 'overallWidth') }
        : size.by === 'box' && sized.size.by === 'box'
          ? { ...sized.size, width: wide(size.width, 'overallWidth') }
          : sized.size,
    stretch: within((item.stretch * x) / y, LIMITS.stretch),
    letterSpacing: wide(item.letterSpacing, 'letterSpacing'),
    wordSpacing: wide(item.wordSpacing, 'wordSpacing'),
    nudges: Object.fromEntries(
      Object.entries(sized.nudges).map(([letter, own]) => [
        letter,
        { ...own, x: wide(item.nudges[letter]!.x, 'nudge') },
      ]),
    ),
  };
}

function stretchedOutline(outline: Outline, { x, y }: Factors): Outline {
  if (outline.by === 'round')
    return {
      by: 'oval',
      width: within(outline.diameter * x, LIMITS.shape),
      height: within(outline.diameter * y, LIMITS.shape),
    };
  if (outline.by === 'rule')
    return {
      ...outline,
      width: within(outline.width * x, LIMITS.shape),
      thickness: within(outline.thickness * y, LIMITS.lineThickness),
    };
  if (!('width' in outline) || !('height' in outline)) return outline;
  return {
    ...outline,
    width: within(outline.width * x, LIMITS.shape),
    height: within(outline.height * y, LIMITS.shape),
  };
}
