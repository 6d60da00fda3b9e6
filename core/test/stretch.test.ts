import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heightOf, widthOf } from '../src/geometry/bounds.ts';
import { newItem } from '../src/recipe/edits/items.ts';
import { isStretchable, stretchedItem, type Factors } from '../src/recipe/edits/stretch.ts';
import { usualShape } from '../src/recipe/edits/usual-items.ts';
import type { Item } from '../src/recipe/schema.ts';
import { OUTLINE_NAMES } from '../src/shapes/outlines.ts';
import { buildOf } from './workshop.ts';

const boxOf = (item: Item) =>
  buildOf({ assemblies: [{ make: 'engraved', items: [{ ...item, id: 'it' }] }] }).arrangement.items[0]!.bounds;

/** How many times as wide and as high an item comes out. */
function grown(item: Item, factors: Factors): Factors {
  const [before, after] = [boxOf(item), boxOf(stretchedItem(item, factors))];
  return { x: widthOf(after) / widthOf(before), y: heightOf(after) / heightOf(before) };
}

const SIZES = [
  { by: 'cap height', value: 20 },
  { by: 'x-height', value: 12 },
  { by: 'overall width', value: 90 },
  { by: 'overall height', value: 30 },
  { by: 'box', width: 90, height: 40 },
];

describe('stretching', () => {
  it('makes words so much wider and higher, by whatever measure their size is given', () => {
    const factor = fc.double({ min: 0.6, max: 1.9, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(...SIZES), factor, factor, fc.integer({ min: 0, max: 6 }), (size, x, y, spacing) => {
        const item = newItem({ words: 'Fenny', size, letterSpacing: spacing, stretch: 1.2 });
        const { x: wide, y: high } = grown(item, { x, y });
        expect(wide).toBeCloseTo(x, 2);
        expect(high).toBeCloseTo(y, 2);
      }),
      { numRuns: 40 },
    );
  });

  it('makes shapes so, and those of one measure all round in proportion', () => {
    for (const by of Object.keys(OUTLINE_NAMES) as (keyof typeof OUTLINE_NAMES)[]) {
      const item = usualShape(by, 40);
      const { x, y } = grown(item, { x: 1.5, y: 0.8 });
      if (isStretchable(item)) {
        expect(x).toBeCloseTo(1.5, 1);
        // A rule of no thickness has no height to stretch.
        if (Number.isFinite(y)) expect(y).toBeCloseTo(0.8, 1);
      } else expect(x).toBeCloseTo(Math.sqrt(1.5 * 0.8), 2);
    }
  });

  it('leaves in proportion what is bowed or slanted', () => {
    const bowed = newItem({ words: 'Fenny', bow: { radius: 60 } });
    const slanted = newItem({ kind: 'shape', turn: 30, outline: { by: 'rectangle', width: 30, height: 10 } });
    for (const item of [bowed, slanted]) {
      const { x, y } = grown(item, { x: 2, y: 0.5 });
      expect([x, y]).toEqual([expect.closeTo(1, 2), expect.closeTo(1, 2)]);
    }
  });
});
