import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEMO_JOBS } from '../../demo/src/jobs.ts';
import { readRecipe } from '../src/recipe/read.ts';
import { recipeOf } from './workshop.ts';

/** Recipes come from files, other programs and older Needlefiles: whatever is in them is read, or refused in words. */

type Place = readonly (string | number)[];

/** Every place in a value, with what stands there. */
function placesIn(value: unknown, at: Place = []): Place[] {
  if (value === null || typeof value !== 'object') return [at];
  return [
    at,
    ...Object.entries(value).flatMap(([key, own]) => placesIn(own, [...at, Array.isArray(value) ? Number(key) : key])),
  ];
}

/** A copy with something else at a place; undefined takes it out. */
function withAt(value: unknown, [key, ...rest]: Place, put: unknown): unknown {
  if (key === undefined) return put;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<
    string | number,
    unknown
  >;
  const next = withAt(copy[key], rest, put);
  if (next === undefined && !Array.isArray(copy)) delete copy[key];
  else copy[key] = next;
  return copy;
}

const nonsense = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    undefined,
    '',
    'NaN',
    NaN,
    Infinity,
    -1,
    0,
    1e12,
    1e-12,
    [],
    {},
    [[]],
    true,
    '12 parsecs',
  ),
  fc.constantFrom<unknown>(
    '../../etc/passwd',
    '__proto__',
    'constructor',
    '<svg onload=alert(1)>',
    '\u0000',
    '🚂',
    'ﬁ',
  ),
  fc.jsonValue({ maxDepth: 2 }),
  fc.string({ maxLength: 40 }),
  fc.double(),
);

const RECIPES = DEMO_JOBS.map((job) => recipeOf(job));

describe('a recipe with something else in one place', () => {
  it('is read, or refused with the place and a reason, and never throws', () => {
    fc.assert(
      fc.property(fc.nat(), fc.nat(), nonsense, (which, where, put) => {
        const recipe = RECIPES[which % RECIPES.length]!;
        const places = placesIn(recipe);
        const place = places[where % places.length]!;
        const read = readRecipe(withAt(recipe, place, put));
        if (read.ok) {
          // What is read is read again as it is.
          expect(readRecipe(JSON.parse(JSON.stringify(read.recipe)))).toEqual(read);
          return;
        }
        expect(read.problems.length).toBeGreaterThan(0);
        for (const problem of read.problems) {
          expect(problem.length).toBeLessThan(600);
          expect(problem).not.toMatch(/\[object|undefined\.|at .*\.ts/);
        }
        // Some problem is told at that place, at one above it, or at what refers to it.
        const told = read.problems.map((problem) => problem.split(':')[0]!.split('.')[0]!);
        const known = [...Object.keys(recipe), 'the recipe', 'recipe'];
        expect(
          told.some((first) => known.includes(first) || place.length <= 1),
          told.join(),
        ).toBe(true);
      }),
      { numRuns: 600 },
    );
  });

  it('never changes what was given', () => {
    for (const recipe of RECIPES) {
      const before = JSON.stringify(recipe);
      readRecipe(recipe);
      expect(JSON.stringify(recipe)).toBe(before);
    }
  });
});

describe('references in a recipe', () => {
  const [recipe] = RECIPES.filter(({ assemblies }) => assemblies.length > 2);
  it.each<[what: string, place: Place, put: unknown, said: RegExp]>([
    ['an operation that is not there', ['assignment', 'outer'], 'nowhere', /assignment.*nowhere/],
    ['two operations of one name', ['operations', 1, 'id'], 'area', /operations.*area/],
    ['two things of one name', ['assemblies', 1, 'id'], 'thing-1', /assemblies.*thing-1/],
    ['an item’s operation that is not there', ['assemblies', 0, 'items', 0, 'operation'], 'nowhere', /nowhere/],
    [
      'a hold on what is not there',
      ['assemblies', 0, 'items', 0, 'place'],
      { x: { own: 'left', of: 'nobody', edge: 'left', distance: 0 }, y: 0 },
      /nobody/,
    ],
    ['a version to come', ['needlefile'], 3, /needlefile|version/i],
  ])('%s are refused by name', (_, place, put, said) => {
    const read = readRecipe(withAt(recipe, place, put));
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems.join('\n')).toMatch(said);
  });
});
