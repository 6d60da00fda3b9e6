import fc from 'fast-check';
import { pathThrough } from '../src/geometry/nodes/through-points.ts';
import { describe, expect, it } from 'vitest';
import { centreOf, widthOf } from '../src/geometry/bounds.ts';
import { clipOfItems, clipOfThings, pasted } from '../src/recipe/edits/clip.ts';
import { duplicatedItem, inThing, newItem, withItem, withoutItemsInJob } from '../src/recipe/edits/items.ts';
import { moved } from '../src/recipe/edits/lists.ts';
import { circleOfHolds, itemsMovedBy, stillHeld, withHold, type ItemWhere } from '../src/recipe/edits/places.ts';
import { scaledItem } from '../src/recipe/edits/size.ts';
import { duplicatedThing, thingsMovedBy, withoutThings } from '../src/recipe/edits/things.ts';
import { drawing, usualShape } from '../src/recipe/edits/usual-items.ts';
import { readRecipe, type RecipeInput } from '../src/recipe/read.ts';
import type { Made, Recipe } from '../src/recipe/schema.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { OUTLINE_NAMES, type Outline } from '../src/shapes/outlines.ts';
import { jobOf } from './workshop.ts';

const recipeOf = (input: RecipeInput): Recipe => {
  const read = readRecipe(input);
  if (!read.ok) throw new Error(read.problems.join('\n'));
  return read.recipe;
};
const isValid = (recipe: Recipe) => {
  const read = readRecipe(JSON.parse(JSON.stringify(recipe)));
  return read.ok ? [] : read.problems;
};
const thingOf = ({ assemblies }: Recipe, i = 0) => assemblies[i] as Made;

/** Where items are as the screen is told, and their middles on the sheet. */
function seen(recipe: Recipe) {
  const { assemblies } = pictureOf(jobOf(recipe));
  const where = (i: number): ItemWhere[] =>
    assemblies[i]!.items.map(({ id, at, own }) => ({
      id,
      at,
      edges: { left: own.minX, centre: (own.minX + own.maxX) / 2, right: own.maxX },
    }));
  const from = (a: string, b: string) => {
    const [one, other] = [a, b].map((id) => assemblies[0]!.items.find((item) => item.id === id)!.box);
    return { x: centreOf(other!).x - centreOf(one!).x, y: centreOf(one!).y - centreOf(other!).y };
  };
  const things = assemblies.map(({ id, corner, boxes }) => ({
    id,
    corner,
    inRow: boxes.filter(({ minY }) => minY === boxes[0]!.minY).length,
  }));
  return { assemblies, where, from, things };
}

const sign = recipeOf({
  assemblies: [
    {
      make: 'cut-through',
      items: [
        { id: 'a', words: 'FENNY', size: { by: 'cap height', value: 30 } },
        { id: 'b', words: 'cross', size: { by: 'cap height', value: 20 } },
        { id: 'c', kind: 'shape', outline: { by: 'round', diameter: 12 } },
      ],
    },
  ],
});

describe('items moved by hand', () => {
  it('only what is moved moves, though the others found their places by themselves', () => {
    const before = seen(sign);
    const next = inThing(sign, 'thing-1', (thing) =>
      itemsMovedBy(thing, new Set(['b']), { x: 7, y: -3 }, before.where(0), false),
    );
    const after = seen(next);
    expect(after.from('a', 'b').x).toBeCloseTo(before.from('a', 'b').x + 7, 3);
    expect(after.from('a', 'b').y).toBeCloseTo(before.from('a', 'b').y - 3, 3);
    expect(after.from('a', 'c').x).toBeCloseTo(before.from('a', 'c').x, 3);
    expect(after.from('a', 'c').y).toBeCloseTo(before.from('a', 'c').y, 3);
  });

  it('centred words that were moved grow to both sides', () => {
    const next = inThing(sign, 'thing-1', (thing) =>
      itemsMovedBy(thing, new Set(['b']), { x: 0, y: -3 }, seen(sign).where(0), false),
    );
    const longer = inThing(next, 'thing-1', (thing) => ({
      ...thing,
      items: thing.items.map((item) => (item.id === 'b' ? ({ ...item, words: 'crossing' } as typeof item) : item)),
    }));
    expect(seen(longer).from('a', 'b').x).toBeCloseTo(seen(next).from('a', 'b').x, 3);
  });

  it('what is held keeps its hold under keys, at another distance, and loses it under a drag', () => {
    const held = inThing(sign, 'thing-1', (thing) =>
      withHold(thing, 'c', 'x', { own: 'left', of: 'a', edge: 'right', distance: 4 }),
    );
    const where = seen(held).where(0);
    const by = (keep: boolean) =>
      itemsMovedBy(thingOf(held), new Set(['c']), { x: 2, y: 0 }, where, keep).items[2]!.place!.x;
    expect(by(true)).toEqual({ own: 'left', of: 'a', edge: 'right', distance: 6 });
    expect(by(false)).toBeCloseTo(where[2]!.at.x + 2, 4);
  });

  it('what is held and sized is held still, in proportion', () => {
    const [, , c] = inThing(sign, 'thing-1', (thing) =>
      withHold(thing, 'c', 'x', { own: 'left', of: 'a', edge: 'right', distance: 4 }),
    ).assemblies.flatMap((each) => (each.make === 'coupon' ? [] : each.items));
    const freed = { ...scaledItem(c!, 1.5), place: { x: 99, y: 7 } };
    expect(stillHeld(freed, c!, { x: 1.5, y: 4 })).toMatchObject({
      place: { x: { own: 'left', of: 'a', edge: 'right', distance: 6 }, y: 7 },
      outline: { diameter: 18 },
    });
  });

  it('a circle of holds is seen before it is made', () => {
    const hold = (thing: Made, id: string, of: string) =>
      withHold(thing, id, 'x', { own: 'left', of, edge: 'right', distance: 0 });
    const first = hold(thingOf(sign), 'a', 'b');
    // b lies below a by itself.
    expect(circleOfHolds(first)).not.toBeNull();
    const placed = {
      ...first,
      items: first.items.map((item) => (item.id === 'b' ? { ...item, place: { x: 0, y: 0 } } : item)),
    };
    expect(circleOfHolds(placed)).toBeNull();
    expect(circleOfHolds(hold(placed, 'b', 'a'))?.sort()).toEqual(['a', 'b']);
  });
});

describe('what was put by hand', () => {
  const byHand = inThing(sign, 'thing-1', (thing) => ({
    ...thing,
    hold: {
      ...thing.hold,
      bridges: { ...thing.hold.bridges, byHand: { 'b/letter:0.2.0#0': [{ at: 0.25, angle: null, width: null }] } },
      drop: { ...thing.hold.drop, islands: ['b/letter:0.2.0#0', 'a/letter:0.0.0#0'] },
    },
  }));

  it('goes with its item, and is on a copy too', () => {
    const { thing, id } = duplicatedItem(thingOf(byHand), 'b', seen(byHand).where(0));
    expect(Object.keys(thing.hold.bridges.byHand)).toEqual(['b/letter:0.2.0#0', `${id}/letter:0.2.0#0`]);
    const gone = withoutItemsInJob(byHand, 'thing-1', ['b'], seen(byHand).where(0));
    expect(thingOf(gone).hold.bridges.byHand).toEqual({});
    expect(thingOf(gone).hold.drop.islands).toEqual(['a/letter:0.0.0#0']);
  });

  it('is copied into another job with its item', () => {
    const clip = clipOfItems(thingOf(byHand), ['b']);
    const other = recipeOf({ assemblies: [{ make: 'engraved', items: [{ words: 'ALDER' }] }] });
    const { recipe, items } = pasted(other, clip, 'thing-1', null)!;
    expect(thingOf(recipe).hold.bridges.byHand).toEqual({
      [`${items[0]}/letter:0.2.0#0`]: [{ at: 0.25, angle: null, width: null }],
    });
    expect(isValid(recipe)).toEqual([]);
  });

  it('a window of a coupon goes with its letter, and the coupon with its last window', () => {
    const window = { letter: 'b/letter:0.2.0', x: 0, y: 0, size: 20 };
    const shown = recipeOf({
      ...byHand,
      assemblies: [
        ...byHand.assemblies,
        { make: 'coupon', of: 'thing-1', windows: [window, { ...window, letter: 'a/letter:0.0.0' }] },
      ],
    });
    const less = withoutItemsInJob(shown, 'thing-1', ['b'], []);
    expect(less.assemblies[1]).toMatchObject({ windows: [{ letter: 'a/letter:0.0.0' }] });
    expect(withoutItemsInJob(less, 'thing-1', ['a'], []).assemblies).toHaveLength(1);
  });

  it('what was held to something that goes stays where it is', () => {
    const held = inThing(sign, 'thing-1', (thing) =>
      withHold(thing, 'c', 'x', { own: 'left', of: 'b', edge: 'right', distance: 4 }),
    );
    const where = seen(held).where(0);
    const gone = withoutItemsInJob(held, 'thing-1', ['b'], where);
    expect(thingOf(gone).items[1]!.place!.x).toBeCloseTo(where[2]!.at.x, 4);
    expect(isValid(gone)).toEqual([]);
  });
});

describe('things', () => {
  const tags = recipeOf({
    machine: 'engraver',
    material: 'brass',
    assemblies: ['WREN', 'FENNY'].map((words, i) => ({
      make: 'engraved' as const,
      copies: 3 - 2 * i,
      items: [{ words, size: { by: 'cap height' as const, value: 8 } }],
    })),
  });

  it('one is moved by so much, and the others stay, copies and all', () => {
    const before = seen(tags);
    const after = seen(thingsMovedBy(tags, new Set(['thing-2']), { x: 40, y: 25 }, before.things));
    expect(after.assemblies[1]!.corner.x).toBeCloseTo(before.assemblies[1]!.corner.x + 40, 3);
    expect(after.assemblies[1]!.corner.y).toBeCloseTo(before.assemblies[1]!.corner.y + 25, 3);
    const boxes = ({ assemblies }: typeof before) => {
      const [first, ...rest] = assemblies[0]!.boxes;
      return rest.map((box) => [box.minX - first!.minX, box.minY - first!.minY].map((mm) => Number(mm.toFixed(3))));
    };
    expect(after.assemblies[0]!.corner.x).toBeCloseTo(before.assemblies[0]!.corner.x, 3);
    expect(boxes(before).some(([, down]) => down! > 0)).toBe(true);
    expect(boxes(after)).toEqual(boxes(before));
  });

  it('the last one leaves an empty one of its make', () => {
    const { assemblies } = withoutThings(tags, ['thing-1', 'thing-2']);
    expect(assemblies).toMatchObject([{ make: 'engraved', items: [] }]);
    expect(isValid(withoutThings(tags, ['thing-1', 'thing-2']))).toEqual([]);
  });

  it('pasted text becomes lettering like what is in hand; nonsense and nothing are left', () => {
    const like = thingOf(tags).items[0]!;
    const result = pasted(tags, '  ROBIN \r\n HALT ', 'thing-1', like)!;
    expect(thingOf(result.recipe).items[1]).toMatchObject({ words: 'ROBIN \n HALT', size: { value: 8 } });
    expect(pasted(tags, ' \n ', 'thing-1', null)).toBeNull();
    expect(pasted(tags, 'x'.repeat(3000), 'thing-1', null)).toBeNull();
    // What begins as a copy and is none is text too.
    expect(pasted(tags, '{"needlefile":"things","things":[{}]}', 'thing-1', null)).toMatchObject({ thing: 'thing-1' });
  });
});

describe('shapes', () => {
  it('each that can be added is as high as letters beside it, valid, and scales in proportion', () => {
    for (const by of Object.keys(OUTLINE_NAMES) as Outline['by'][]) {
      const shape = usualShape(by, 40);
      const recipe = inThing(sign, 'thing-1', (thing) => withItem(thing, shape).thing);
      expect(isValid(recipe), by).toEqual([]);
      const larger = inThing(recipe, 'thing-1', (thing) => ({
        ...thing,
        items: thing.items.map((item) => (item.id === 'item-1' ? scaledItem(item, 1.5) : item)),
      }));
      const width = (job: Recipe) => widthOf(seen(job).assemblies[0]!.items.at(-1)!.own);
      expect(width(larger) / width(recipe), by).toBeCloseTo(1.5, 3);
    }
  });

  it('what is no length of them stays', () => {
    const outlineOf = (by: Outline['by']) => scaledItem(usualShape(by, 40), 2);
    expect(outlineOf('star')).toMatchObject({ outline: { diameter: 80, points: 5, inner: 0.4 } });
    expect(outlineOf('arc')).toMatchObject({ outline: { radius: 120, from: 30, sweep: 120 } });
  });

  it('an open drawing is followed on an engraved plate, and is a bar where letters are material', () => {
    const points = [
      { x: 0, y: 0, smooth: false },
      { x: 30, y: 10, smooth: false },
    ];
    expect(drawing(pathThrough(points, false), { ...thingOf(sign), make: 'engraved' }, 40)).toMatchObject({
      role: 'line',
      outline: { thickness: 0 },
      place: { x: 15, y: 5 },
    });
    expect(drawing(pathThrough(points, false), { ...thingOf(sign), make: 'stand-alone' }, 40)).toMatchObject({
      role: null,
      outline: { thickness: 3.2 },
    });
  });
});

it('random edits of the sheet leave a recipe that is taken', () => {
  const edit = fc.record({
    what: fc.nat(7),
    n: fc.nat(20),
    x: fc.integer({ min: -50, max: 50 }),
    y: fc.integer({ min: -50, max: 50 }),
  });
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 14 }), (edits) => {
      let recipe = sign;
      for (const { what, n, x, y } of edits) {
        const own = recipe.assemblies[n % recipe.assemblies.length]! as Made;
        const item = own.items[n % Math.max(1, own.items.length)];
        const where: ItemWhere[] = own.items.map(({ id }, i) => ({
          id,
          at: { x: i, y: -i },
          edges: { left: 0, centre: 1, right: 2 },
        }));
        const change = (to: (thing: Made) => Made) => (recipe = inThing(recipe, own.id, to));
        if (what === 0) change((thing) => withItem(thing, newItem({ words: `N${n}` }), item?.id).thing);
        else if (what === 1 && item) change((thing) => duplicatedItem(thing, item.id, where).thing);
        else if (what === 2 && item) recipe = withoutItemsInJob(recipe, own.id, [item.id], where);
        else if (what === 3 && item)
          change((thing) => itemsMovedBy(thing, new Set([item.id]), { x, y }, where, n % 2 === 0));
        else if (what === 4) change((thing) => ({ ...thing, items: moved(thing.items, n, x) }));
        else if (what === 5) recipe = duplicatedThing(recipe, own.id).recipe;
        else if (what === 6) recipe = withoutThings(recipe, [own.id]);
        else if (what === 7) recipe = pasted(recipe, clipOfThings(recipe, [own.id]), own.id, null)!.recipe;
        if (item && n % 3 === 0) {
          const held = withHold(thingOf(recipe), thingOf(recipe).items[0]?.id ?? '', 'y', {
            own: 'top',
            of: 'plate',
            edge: 'top',
            distance: x,
          });
          if (!circleOfHolds(held)) recipe = inThing(recipe, held.id, () => held);
        }
      }
      expect(isValid(recipe)).toEqual([]);
    }),
  );
});

describe('what a guide is for', () => {
  const on = (width: number) =>
    jobOf({
      machine: 'co2-laser',
      material: 'plywood',
      assemblies: [
        {
          make: 'stand-alone',
          items: [
            {
              id: 'ornament',
              kind: 'shape',
              name: 'Bauble',
              role: 'guide',
              outline: { by: 'round', diameter: 60 },
              place: { x: 0, y: 0 },
            },
            { kind: 'shape', outline: { by: 'rule', width, thickness: 8 }, place: { x: 0, y: 0 } },
            { words: 'I', size: { by: 'cap height', value: 20 }, place: { x: -5, y: 0 } },
          ],
        },
      ],
    }).findings.filter(({ rule }) => rule === 'past the guide');

  it('is told where what is made does not fit on it, by how far', () => {
    expect(on(50)).toEqual([]);
    const [finding] = on(80);
    // The corners of the rule are at 40 and 4 from the middle.
    expect(finding!.title).toBe(`Does not fit on Bauble: ${Number((Math.hypot(40, 4) - 30).toFixed(2))} mm past it`);
    // Of several items no one size puts it right.
    expect(finding!.mends).toEqual([]);
  });
});
