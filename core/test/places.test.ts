import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edgeOf, placeItems, type Placeable, type PlateSize } from '../src/construct/places.ts';
import { X_EDGES, Y_EDGES, type Place } from '../src/recipe/schema.ts';
import { heightOf } from '../src/geometry/bounds.ts';
import { readRecipe } from '../src/recipe/read.ts';
import { buildOf } from './workshop.ts';

const NOTHING = { minX: 0, minY: 0, maxX: 100, maxY: 30 };

const item = (
  id: string,
  [left, bottom, right, top]: readonly number[],
  place: Place | null,
  more = {},
): Placeable => ({
  id,
  bounds: { minX: left!, minY: bottom!, maxX: right!, maxY: top! },
  lines: null,
  gap: 5,
  isGuide: false,
  place,
  ...more,
});

const room = () => ({ width: 1, height: 1, before: 0, below: 0 });
const plate: PlateSize = { width: null, height: null, margin: 10, room, aspect: null };
const at = (x: number, y: number): Place => ({ x, y });

describe('places of items', () => {
  it('the first at the origin, the next in the middle below it, the plate round both with its margin', () => {
    const { origins, plate: box } = placeItems(
      [item('a', [0, 0, 40, 10], null), item('b', [-10, -3, 10, 7], null)],
      plate,
      NOTHING,
    );
    expect(origins).toEqual([
      { x: 0, y: 0 },
      { x: 20, y: -12 },
    ]);
    expect(box).toEqual({ minX: -10, minY: -25, maxX: 50, maxY: 20 });
  });

  it('an edge held to an edge of the plate, of a given size or fitted to it', () => {
    const held: Place = {
      x: { own: 'right', of: 'plate', edge: 'right', distance: -4 },
      y: { own: 'middle', of: 'plate', edge: 'middle', distance: 3 },
    };
    const items = [item('a', [0, 0, 40, 10], null), item('b', [0, 0, 60, 8], held)];
    const given = placeItems(items, { width: 100, height: 50, margin: 10, room, aspect: null }, NOTHING);
    expect(given.plate).toEqual({ minX: -30, minY: -20, maxX: 70, maxY: 30 });
    expect(given.origins[1]).toEqual({ x: 70 - 4 - 60, y: 5 + 3 - 4 });
    // 4 at the right, the margin at the left; and above and below, round the middle.
    const fitted = placeItems(items, plate, NOTHING).plate;
    expect(fitted.maxX - fitted.minX).toBe(60 + 4 + 10);
    const atTheLeft: Place = { x: { own: 'left', of: 'plate', edge: 'left', distance: 4 }, y: 0 };
    const other = placeItems([items[0]!, item('b', [0, 0, 60, 8], atTheLeft)], plate, NOTHING);
    expect(other.plate.maxX - other.plate.minX).toBe(4 + 60 + 10);
    expect(other.origins[1]!.x - other.plate.minX).toBe(4);
    expect(fitted.maxY - fitted.minY).toBe(Math.max(10 + 20, 2 * (3 + 4) + 20));
  });

  it('type lines of lettering: caps centred without their descenders, a baseline on a baseline', () => {
    const lines = { baseline: -16, xHeight: 7, cap: 10 };
    const words = item('words', [0, -19, 50, 12], at(0, 0), { lines });
    expect(['baseline', 'x-height', 'cap middle', 'cap', 'top'].map((edge) => edgeOf(words, edge as 'cap'))).toEqual([
      -16, 7, -3, 10, 12,
    ]);
    const mark = item('mark', [-2, -2, 2, 2], {
      x: { own: 'left', of: 'words', edge: 'right', distance: 5 },
      y: { own: 'middle', of: 'words', edge: 'cap middle', distance: 0 },
    });
    expect(placeItems([words, mark], plate, NOTHING).origins[1]).toEqual({ x: 57, y: -3 });
  });

  it('what is a guide fits nothing to itself, and may be held to', () => {
    const guide = item('guide', [-200, -100, 200, 100], at(0, 0), { isGuide: true });
    const words = item('a', [0, 0, 40, 10], {
      x: { own: 'centre', of: 'guide', edge: 'centre', distance: 0 },
      y: { own: 'middle', of: 'guide', edge: 'middle', distance: 0 },
    });
    const { origins, plate: box } = placeItems([guide, words], plate, NOTHING);
    expect(origins[1]).toEqual({ x: -20, y: -5 });
    expect(box).toEqual({ minX: -30, minY: -15, maxX: 30, maxY: 15 });
  });

  const mm = fc.integer({ min: -80, max: 80 });
  const side = fc.integer({ min: 1, max: 60 });
  /** Each held to one before it, to the plate, or free: there are no circles. */
  const anyItems = fc
    .array(
      fc.record({
        box: fc.tuple(mm, mm, side, side),
        free: fc.tuple(mm, mm),
        to: fc.nat(),
        ex: fc.nat(2),
        ey: fc.nat(6),
        distance: mm,
        how: fc.nat(3),
      }),
      { minLength: 1, maxLength: 7 },
    )
    .map((all) =>
      all.map(({ box: [x, y, w, h], free, to, ex, ey, distance, how }, i): Placeable => {
        const of = how === 3 ? 'plate' : `i${to % Math.max(1, i)}`;
        const isFree = how === 0 || (how !== 3 && i === 0);
        const place: Place = isFree
          ? at(...free)
          : {
              x: how === 1 ? free[0] : { own: X_EDGES[ex]!, of, edge: X_EDGES[(ex + to) % 3]!, distance },
              y: { own: Y_EDGES[ey]!, of, edge: Y_EDGES[(ey + to) % 7]!, distance },
            };
        return item(`i${i}`, [x, y, x + w, y + h], place);
      }),
    );

  it('whatever hangs on what, every hold is kept, and a fitted plate holds all that is held to it', () => {
    fc.assert(
      fc.property(anyItems, (items) => {
        const { origins, plate: box } = placeItems(items, plate, NOTHING);
        const plateItem = item('plate', [box.minX, box.minY, box.maxX, box.maxY], null);
        const origin = (id: string) =>
          id === 'plate' ? { x: 0, y: 0 } : origins[items.findIndex((each) => each.id === id)]!;
        items.forEach((each, i) => {
          for (const axis of ['x', 'y'] as const) {
            const held = each.place![axis];
            const own = origins[i]![axis];
            if (typeof held === 'number') expect(own).toBe(held);
            else {
              const other = items.find(({ id }) => id === held.of) ?? plateItem;
              const there = origin(held.of)[axis] + edgeOf(other, held.edge);
              expect(own + edgeOf(each, held.own)).toBeCloseTo(there + held.distance, 9);
            }
          }
          const held = each.place!.x;
          if (typeof held === 'number' || held.of !== 'plate' || held.edge !== 'centre') return;
          expect(origins[i]!.x + each.bounds.minX).toBeGreaterThanOrEqual(box.minX + plate.margin - 1e-9);
          expect(origins[i]!.x + each.bounds.maxX).toBeLessThanOrEqual(box.maxX - plate.margin + 1e-9);
        });
      }),
    );
  });

  it('is refused where items hang on each other in a circle, or on nothing, by name', () => {
    const words = (id: string, of: string) => ({
      id,
      words: id,
      place: { x: { own: 'left', of, edge: 'right' }, y: 0 },
    });
    const problemsOf = (...items: object[]) => {
      const read = readRecipe({ assemblies: [{ make: 'engraved', items }] });
      return read.ok ? [] : read.problems;
    };
    expect(problemsOf(words('a', 'b'), words('b', 'c'), words('c', 'a'))).toEqual([
      'assemblies.0.items.0.place: these hang on each other in a circle: a → b → c → a',
    ]);
    // What has no place lies below what is before it, and hangs on that.
    expect(problemsOf(words('a', 'b'), { id: 'b', words: 'b' })[0]).toMatch(/circle: a → b → a/);
    expect(problemsOf(words('a', 'gone'), { id: 'b', words: 'b' })).toEqual([
      'assemblies.0.items.0.place.x.of: there is no item “gone” to hold to; there is: b',
    ]);
    expect(problemsOf({ id: 'plate', words: 'a' })[0]).toMatch(/“plate” has a meaning of its own/);
    expect(problemsOf(words('a', 'plate'), words('b', 'a'))).toEqual([]);
  });
});

describe('a first line that stands on the upper edge of a plate with the second cut through it', () => {
  const job = buildOf({
    machine: 'plasma',
    material: 'mild-steel',
    assemblies: [
      {
        make: 'cut-through',
        plate: { margin: 20, holes: null },
        items: [
          { id: 'below', words: 'HALT', face: 'overpass-bold', size: { by: 'cap height', value: 60 } },
          {
            id: 'above',
            words: 'HUT',
            face: 'overpass-bold',
            size: { by: 'cap height', value: 50 },
            role: 'material',
            place: {
              x: { own: 'centre', of: 'below', edge: 'centre' },
              y: { own: 'baseline', of: 'plate', edge: 'top', distance: -4 },
            },
          },
        ],
      },
    ],
  });

  it('is one piece, on a plate that is fitted to what is cut through alone, and all of it is on the sheet', () => {
    const { plate: box, object } = job.arrangement;
    expect(heightOf(box!)).toBeCloseTo(60 + 40, 0);
    expect(object.maxY - box!.maxY).toBeCloseTo(50 - 4, 0);
    expect(job.pieces.filter(({ status }) => status === 'kept')).toHaveLength(1);
    expect(job.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
    expect(job.sheet.height).toBeGreaterThanOrEqual(heightOf(object) + 20);
  });
});
