import { describe, expect, it } from 'vitest';
import { alignMoves, keepableOf } from '@/features/bed/hand/align';

const boxed = (id: string, [minX, minY, maxX, maxY]: readonly [number, number, number, number]) => ({
  id,
  box: { minX, minY, maxX, maxY },
  own: { minX: 0, minY: -2, maxX: maxX - minX, maxY: maxY - minY - 2 },
  // A descender of 2 below the baseline; caps to the top but for 1.
  lines: { baseline: 0, xHeight: 4, cap: maxY - minY - 3 },
});
const thing = { minX: 0, minY: 0, maxX: 200, maxY: 100 };

describe('items lined up on the sheet, y down', () => {
  const three = [boxed('a', [10, 10, 30, 22]), boxed('b', [40, 30, 80, 50]), boxed('c', [150, 12, 160, 42])];
  const moved = (how: Parameters<typeof alignMoves>[0], axis: 'dx' | 'dy', items = three) =>
    items.map(({ id }) => alignMoves(how, items, thing).get(id)![axis]);

  it.each([
    ['Left edges', 'dx', [0, -30, -140]],
    ['Centres', 'dx', [65, 25, -70]],
    ['Right edges', 'dx', [130, 80, 0]],
    ['Upper edges', 'dy', [0, -20, -2]],
    ['Middles', 'dy', [14, -10, 3]],
    ['Lower edges', 'dy', [28, 0, 8]],
    // 20, 48 and 40 from above: each goes to the first one's.
    ['Baselines', 'dy', [0, -28, -20]],
    ['Cap lines', 'dy', [0, -20, -2]],
    // 70 of 150 are taken: two gaps of 40.
    ['Equal gaps across', 'dx', [0, 30, 0]],
  ] as const)('%s', (how, axis, moves) => expect(moved(how, axis)).toEqual(moves));

  it('may be kept: several on the first of them, one on the plate, what is only spread on nothing', () => {
    const on = (of: string, edge: string) => ({ own: edge, of, edge, distance: 0 });
    expect(keepableOf('Baselines', three, true)).toEqual([
      { item: 'b', x: null, y: on('a', 'baseline') },
      { item: 'c', x: null, y: on('a', 'baseline') },
    ]);
    expect(keepableOf('Centres', [three[0]!], true)).toEqual([{ item: 'a', x: on('plate', 'centre'), y: null }]);
    expect(keepableOf('Centres', [three[0]!], false)).toEqual([]);
    expect(keepableOf('Equal gaps across', three, true)).toEqual([]);
  });

  it('a single one with its thing', () => {
    expect(moved('Centres', 'dx', [three[0]!])).toEqual([80]);
    expect(moved('Lower edges', 'dy', [three[0]!])).toEqual([78]);
  });
});
