import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEMO_JOBS } from '../../demo/src/jobs.ts';
import { clipOfItems, clipOfThings, pasted } from '../src/recipe/edits/clip.ts';
import { insertedBehind, moved } from '../src/recipe/edits/lists.ts';
import { addOperation, removeOperation, usersOf, withWork } from '../src/recipe/edits/operations.ts';
import { tidyShare } from '../src/recipe/edits/shares.ts';
import { leaveToRows, pullApart, putTogether } from '../src/recipe/edits/sweeps.ts';
import { duplicatedThing, newThing, thingsMovedBy, withoutThings, withThing } from '../src/recipe/edits/things.ts';
import { readRecipe } from '../src/recipe/read.ts';
import { LIMITS, type Made, type Recipe } from '../src/recipe/schema.ts';
import { WORKS, type Work } from '../src/shop/shop.ts';
import { recipeOf } from './workshop.ts';

/** Edits of a recipe: whatever is done, in whatever order, a recipe comes of it that is read as it is. */

const RECIPES = DEMO_JOBS.map((job) => recipeOf(job));
const recipe = fc.constantFrom(...RECIPES);
const work = fc.constantFrom<Work>(...WORKS);
const pick = <T>(list: readonly T[], n: number): T => list[n % list.length]!;
const readsAsItIs = (own: Recipe): void =>
  expect(readRecipe(JSON.parse(JSON.stringify(own)))).toEqual({ ok: true, recipe: own });

type Edit = (own: Recipe, n: number, m: number) => Recipe;

/** What the screen and the mends do with operations and things. */
const EDITS: Readonly<Record<string, Edit>> = {
  'add an operation': (own, n) => addOperation(own, pick(WORKS, n)).recipe,
  'give it another work': (own, n, m) => withWork(own, pick(own.operations, n).id, pick(WORKS, m)),
  'take an operation out': (own, n, m) => {
    const { id } = pick(own.operations, n);
    const left = own.operations.filter((each) => each.id !== id);
    const into = pick([...left.filter(({ fill }) => fill === null).map((each) => each.id), null], m);
    return own.operations.length > 2 ? removeOperation(own, id, into) : own;
  },
  'copy a thing': (own, n) =>
    own.assemblies.length < 12 ? duplicatedThing(own, pick(own.assemblies, n).id).recipe : own,
  'take things out': (own, n, m) => withoutThings(own, [pick(own.assemblies, n).id, pick(own.assemblies, m).id]),
  'move a thing in the list': (own, n, m) => ({
    ...own,
    assemblies: moved(own.assemblies, n % own.assemblies.length, m % own.assemblies.length),
  }),
  'move things on the sheet': (own, n, m) =>
    thingsMovedBy(
      own,
      new Set([pick(own.assemblies, n).id]),
      { x: n, y: m },
      own.assemblies.map(({ id }, i) => ({ id, corner: { x: 10 * i, y: 5 }, inRow: 1 })),
    ),
};

describe('edits one after the other', () => {
  it('leave a recipe that is read as it is, and never change the one before', () => {
    const step = fc.tuple(fc.constantFrom(...Object.keys(EDITS)), fc.nat(), fc.nat());
    fc.assert(
      fc.property(recipe, fc.array(step, { minLength: 1, maxLength: 8 }), (start, steps) => {
        const before = JSON.stringify(start);
        const end = steps.reduce((own, [name, n, m]) => EDITS[name]!(own, n % 1000, m % 1000), start);
        readsAsItIs(end);
        expect(JSON.stringify(start)).toBe(before);
      }),
      { numRuns: 60 },
    );
  });
});

describe('operations', () => {
  it('that are added stand before all that cut, unless they cut, under an id that is free', () => {
    fc.assert(
      fc.property(recipe, work, (own, kind) => {
        const { recipe: next, id } = addOperation(own, kind);
        const at = next.operations.findIndex((each) => each.id === id);
        expect(own.operations.some((each) => each.id === id)).toBe(false);
        expect(next.operations.filter((each) => each.id !== id)).toEqual(own.operations);
        const cuts = next.operations.findIndex((each) => each.work === 'cut');
        if (kind === 'cut') expect(at).toBe(next.operations.length - 1);
        else if (cuts >= 0) expect(at).toBeLessThan(cuts);
      }),
    );
  });

  it('are no more than a recipe may have', () => {
    let own = RECIPES[0]!;
    for (let i = 0; i < 2 * LIMITS.operations.most; i++) own = addOperation(own, 'score').recipe;
    expect(own.operations).toHaveLength(LIMITS.operations.most);
    expect(addOperation(own, 'cut')).toEqual({ recipe: own, id: null });
    readsAsItIs(own);
  });

  it('of another work forget settings that were for the one before', () => {
    const [own] = RECIPES;
    const { id } = own!.operations[0]!;
    const set: Recipe = {
      ...own!,
      operations: own!.operations.map((each) => (each.id === id ? { ...each, speed: 9, power: 8, passes: 7 } : each)),
    };
    expect(withWork(set, id, 'mark').operations[0]).toMatchObject({
      work: 'mark',
      speed: null,
      power: null,
      passes: null,
    });
    expect(withWork(set, id, 'mark').operations.slice(1)).toEqual(set.operations.slice(1));
  });

  it('that are taken out leave their lines and items to another, or to none', () => {
    fc.assert(
      fc.property(recipe, fc.nat(), (own, n) => {
        const { id } = pick(own.operations, n);
        const { kinds, items } = usersOf(own, id);
        const none = removeOperation(own, id, null);
        expect(usersOf(none, id)).toEqual({ kinds: [], items: 0 });
        for (const kind of kinds) expect(none.assignment[kind]).toBeNull();
        const other = own.operations.find((each) => each.id !== id && each.fill === null);
        if (!other) return;
        const given = removeOperation(own, id, other.id);
        const before = usersOf(own, other.id);
        expect(usersOf(given, other.id).items).toBe(before.items + items);
        expect([...usersOf(given, other.id).kinds].sort()).toEqual([...before.kinds, ...kinds].sort());
      }),
    );
  });
});

describe('what is swept in one by hand', () => {
  const [own] = RECIPES.filter(({ operations }) => operations.some(({ id }) => id === 'area'));
  const byHand = (now: Recipe) => now.operations.find(({ id }) => id === 'area')!.rows.byHand;
  const items = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { minLength: 1 });

  it('is each item once at most, whatever is put together and parted', () => {
    const step = fc.tuple(fc.constantFrom(putTogether, pullApart, leaveToRows), items);
    fc.assert(
      fc.property(fc.array(step, { maxLength: 8 }), (steps) => {
        const end = steps.reduce((now, [change, some]) => change(now, 'area', some), own!);
        const all = byHand(end).flat();
        expect(new Set(all).size).toBe(all.length);
        expect(byHand(end).every((group) => group.length > 0)).toBe(true);
        const [last, some] = steps.at(-1) ?? [];
        if (last === putTogether) expect(byHand(end)).toContainEqual(some);
        if (last === pullApart) for (const item of some!) expect(byHand(end)).toContainEqual([item]);
        if (last === leaveToRows) for (const item of some!) expect(all).not.toContain(item);
      }),
    );
  });

  it('is of one operation, and leaves the others', () => {
    const next = putTogether(own!, 'area', ['a', 'b']);
    expect(next.operations.filter(({ id }) => id !== 'area')).toEqual(
      own!.operations.filter(({ id }) => id !== 'area'),
    );
  });
});

describe('things', () => {
  it('that are added have an id that is free, behind another or last', () => {
    fc.assert(
      fc.property(recipe, fc.nat(), (own, n) => {
        const thing = newThing({ make: 'engraved', items: [{ words: 'OIL' }, { words: 'SAND' }] });
        expect(new Set(thing.items.map(({ id }) => id)).size).toBe(2);
        const behind = pick(own.assemblies, n).id;
        const { recipe: next, id } = withThing(own, thing, behind);
        expect(own.assemblies.some((each) => each.id === id)).toBe(false);
        expect(next.assemblies.map((each) => each.id).indexOf(id)).toBe(
          own.assemblies.findIndex((each) => each.id === behind) + 1,
        );
        expect(withThing(own, thing).recipe.assemblies.at(-1)!.id).toBe(id);
        readsAsItIs(next);
      }),
    );
  });

  it('are one at least: after the last an empty one of its make is left', () => {
    for (const own of RECIPES) {
      const next = withoutThings(
        own,
        own.assemblies.map(({ id }) => id),
      );
      expect(next.assemblies).toHaveLength(1);
      expect((next.assemblies[0] as Made).items).toEqual([]);
      readsAsItIs(next);
    }
  });

  it('that are moved move by so much, and the others stay where they lay', () => {
    const own = RECIPES.find(({ assemblies }) => assemblies.length > 2)!;
    const where = own.assemblies.map(({ id }, i) => ({ id, corner: { x: 50 * i, y: 7 }, inRow: 1 }));
    const [first, ...others] = own.assemblies;
    const next = thingsMovedBy(own, new Set([first!.id]), { x: 3.00001, y: -2 }, where);
    const from = first!.place ?? where[0]!.corner;
    expect(next.assemblies[0]!.place).toEqual({ x: Number((from.x + 3).toFixed(4)), y: from.y - 2 });
    for (const [i, other] of others.entries())
      expect(next.assemblies[i + 1]!.place).toEqual(other.place ?? where[i + 1]!.corner);
  });
});

describe('the clipboard', () => {
  it('carries things and items from one job to another, under ids that are free there', () => {
    fc.assert(
      fc.property(recipe, recipe, fc.nat(), (from, to, n) => {
        const thing = pick(
          from.assemblies.filter((each): each is Made => each.make !== 'coupon'),
          n,
        );
        const target = to.assemblies.find((each): each is Made => each.make !== 'coupon')!;
        const things = pasted(to, clipOfThings(from, [thing.id]), target.id, null)!;
        expect(things.recipe.assemblies).toHaveLength(to.assemblies.length + 1);
        readsAsItIs(things.recipe);
        if (thing.items.length === 0) return;
        const ids = thing.items.map(({ id }) => id);
        const items = pasted(to, clipOfItems(thing, ids), target.id, null)!;
        const own = items.recipe.assemblies.find(({ id }) => id === items.thing) as Made;
        expect(items.items).toHaveLength(ids.length);
        expect(new Set(own.items.map(({ id }) => id)).size).toBe(own.items.length);
      }),
      { numRuns: 40 },
    );
  });

  it('with anything else on it pastes no thing', () => {
    const [own] = RECIPES;
    const target = own!.assemblies[0]!.id;
    for (const text of ['', '   ', '{"needlefile":"things"}', '{"needlefile":"items","items":[]}', '[]'])
      expect(pasted(own!, text, target, null)?.recipe.assemblies.length ?? own!.assemblies.length, text).toBe(
        own!.assemblies.length,
      );
  });
});

describe('lists and shares', () => {
  it('move one member, and keep all others in their order', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer(), { minLength: 1 }), fc.nat(), fc.nat(), (list, n, m) => {
        const [from, to] = [n % list.length, m % list.length];
        const next = moved(list, from, to);
        expect(next[to]).toBe(list[from]);
        expect(next.filter((each) => each !== list[from])).toEqual(list.filter((each) => each !== list[from]));
        expect(moved(next, to, from)).toEqual(list);
      }),
    );
  });

  it('take one in behind another, or at the end', () => {
    const list = [{ id: 'a' }, { id: 'b' }];
    expect(insertedBehind(list, { id: 'c' }, 'a').map(({ id }) => id)).toEqual(['a', 'c', 'b']);
    expect(insertedBehind(list, { id: 'c' }, 'z').map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    expect(insertedBehind(list, { id: 'c' }, undefined).map(({ id }) => id)).toEqual(['a', 'b', 'c']);
  });

  it('of an outline are between 0 and 1, whichever way round', () => {
    fc.assert(
      fc.property(fc.double({ min: -5, max: 5, noNaN: true }), (share) => {
        const tidy = tidyShare(share);
        expect(tidy).toBeGreaterThanOrEqual(0);
        expect(tidy).toBeLessThanOrEqual(1);
        const off = Math.abs(tidy - (((share % 1) + 1) % 1));
        expect(Math.min(off, 1 - off)).toBeLessThan(1e-5);
      }),
    );
  });
});
