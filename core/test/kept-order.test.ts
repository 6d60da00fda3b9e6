import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { centreOf } from '../src/geometry/bounds.ts';
import type { Contour } from '../src/geometry/contour.ts';
import { endOf, startOf } from '../src/geometry/contour.ts';
import { contourBounds, contourContains } from '../src/geometry/contour-facts.ts';
import { probePoint } from '../src/geometry/components.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import type { Build } from '../src/job/build-job.ts';
import { keptOrderOf } from '../src/job/kept-order.ts';
import { runningOrder, waysBetween } from '../src/operations/order.ts';
import { isOrderKept, withLetterMoved, withOrderFree, withOrderKept } from '../src/recipe/edits/line-order.ts';
import { withWordsInJob } from '../src/recipe/edits/words.ts';
import { ownerOfLine } from '../src/recipe/identity.ts';
import type { Recipe } from '../src/recipe/schema.ts';
import { StageCache } from '../src/assembly/stages.ts';
import { jobOf, recipeOf } from './workshop.ts';

const WORDS = 'LOAD 8 TONS\nFENNY CROSS\nEMPTY';
const plate = (words = WORDS, face = 'barlow-condensed-semibold') =>
  recipeOf({ make: 'cut-through', lettering: { words, face } });
/** Lines of the plate's openings, in running order, by whose they are. */
const openings = (job: Build): readonly string[] => keptOrderOf(job).lines['thing-1']!.inner!;
const keptAs = (recipe: Recipe): Recipe => withOrderKept(recipe, keptOrderOf(jobOf(recipe)));

describe('an order of lines that is kept', () => {
  it('is the one that was found, to the line', () => {
    const recipe = plate();
    const [found, kept] = [jobOf(recipe), jobOf(keptAs(recipe))];
    expect(isOrderKept(kept.recipe)).toBe(true);
    expect(keptOrderOf(kept)).toEqual(keptOrderOf(found));
    const starts = ({ operations }: Build) =>
      operations.flatMap(({ contours }) => contours.map((each) => centreOf(contourBounds(each))));
    expect(starts(kept)).toEqual(starts(found));
    expect(withOrderFree(kept.recipe)).toEqual(recipe);
  });

  it('is not shuffled by other words, sizes and faces: what stays keeps its order, what is new comes between', () => {
    const recipe = keptAs(plate());
    const before = openings(jobOf(recipe));
    for (const words of ['LOAD 8 TONS\nFERNY CROSS\nEMPTY', 'LOAD 18 TONS\nFENNY CROSSING\nEMPTY', 'FENNY CROSS']) {
      const next = withWordsInJob(recipe, 'thing-1', 'item-1', words);
      const after = openings(jobOf(next));
      const asked = next.assemblies[0]!.lineOrder.inner!.filter((name) => after.includes(name));
      expect(after.filter((name) => asked.includes(name))).toEqual(asked);
      expect(new Set(after).size).toBe(after.length);
    }
    const larger = { ...recipe, assemblies: recipe.assemblies.map((each) => structuredClone(each)) };
    Object.assign((larger.assemblies[0] as { items: object[] }).items[0]!, { size: { by: 'cap height', value: 90 } });
    // Larger islands have more bridges, which part their letters once more.
    const inLarger = openings(jobOf(larger));
    expect(inLarger.filter((name) => before.includes(name))).toEqual(before);
    // Without it, they are put in order anew.
    const free = openings(jobOf(plate('LOAD 18 TONS\nFENNY CROSSING\nEMPTY')));
    expect(free.length).toBeGreaterThan(before.length);
  });

  it('goes with the letter that stays, where another that went would be called so', () => {
    const names = ['item-1/letter:0.1.0^0', 'item-1/letter:0.0.0^0', 'item-1/letter:0.2.0^0'];
    const recipe = plate('ABC');
    const kept = withOrderKept(recipe, { things: {}, lines: { 'thing-1': { inner: names } } });
    // B goes, and C is called as B was.
    const { lineOrder } = withWordsInJob(kept, 'thing-1', 'item-1', 'AC').assemblies[0]!;
    expect(lineOrder.inner).toEqual(['item-1/letter:0.0.0^0', 'item-1/letter:0.1.0^0']);
  });

  it('is taken up, changed and let go while the same lines are there', () => {
    const cache = new StageCache();
    const recipe = plate();
    const free = openings(jobOf(recipe, cache));
    const turned = { things: {}, lines: { 'thing-1': { inner: [...free].reverse() } } };
    expect(openings(jobOf(withOrderKept(recipe, turned), cache))).toEqual([...free].reverse());
    expect(openings(jobOf(recipe, cache))).toEqual(free);
  });

  it('has a letter first, or last, in the file too', () => {
    const recipe = plate();
    const letter = 'item-1/letter:1.0.0';
    const found = keptOrderOf(jobOf(recipe));
    for (const to of ['first', 'last'] as const) {
      const job = jobOf(withOrderKept(recipe, withLetterMoved(found, 'thing-1', letter, to)));
      const names = openings(job);
      expect(ownerOfLine(names.at(to === 'first' ? 0 : -1)!)).toBe(letter);
      const { bounds } = job.assemblies[0]!.built.arrangement.letters.find(({ id }) => id === letter)!;
      const cut = job.operations.find(({ id }) => id === 'inner')!.contours.at(to === 'first' ? 0 : -1)!;
      const { x } = centreOf(contourBounds(cut));
      const shift = job.assemblies[0]!.placements[0]!.x;
      expect(x).toBeGreaterThan(bounds.minX + shift - 0.5);
      expect(x).toBeLessThan(bounds.maxX + shift + 0.5);
    }
  });

  it('keeps things in their order too, by operation', () => {
    const tags = recipeOf({
      machine: 'engraver',
      material: 'brass',
      assemblies: ['PUMP', 'VALVE', 'BLOWER', 'INJECTOR', 'GAUGE'].map((words) => ({
        make: 'engraved',
        items: [{ words, size: { by: 'cap height', value: 8 } }],
      })),
    } as never);
    const kept = keptAs(tags);
    const wanted = { ...kept, order: { ...kept.order, things: { outer: [...kept.order.things.outer!].reverse() } } };
    expect(keptOrderOf(jobOf(wanted)).things.outer).toEqual(wanted.order.things.outer);
    const longer = withWordsInJob(wanted, 'thing-2', 'item-1', 'SAFETY VALVE');
    expect(keptOrderOf(jobOf(longer)).things.outer).toEqual(wanted.order.things.outer);
  });

  it('never runs a line before what lies in it, whatever is kept, and goes through each once', () => {
    const cells = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(cells, fc.infiniteStream(fc.nat(1000)), fc.boolean(), (depths, random, all) => {
        const contours = depths.flatMap((depth, cell) =>
          Array.from({ length: depth }, (_, i) =>
            square((cell % 4) * 30 + i * 3, Math.floor(cell / 4) * 30 + 3 * i, i),
          ),
        );
        const shuffled = contours
          .map((_, i) => [random.next().value, i] as const)
          .sort(([a], [b]) => a - b)
          .map(([, i]) => i);
        const kept = all ? shuffled : shuffled.filter((_, i) => i % 2 === 0);
        const { order, contours: run } = runningOrder({ contours, ways: [] }, { x: 0, y: 0 }, 'quick', { kept });
        expect([...order].sort((a, b) => a - b)).toEqual([...contours.keys()]);
        run.forEach((later, i) => {
          for (const earlier of run.slice(0, i)) expect(contourContains(earlier, probePoint(later))).toBe(false);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('puts what is new where it is least out of the way', () => {
    const contours = Array.from({ length: 9 }, (_, i) => square(i * 20, 0, 2));
    const { order, contours: run } = runningOrder({ contours, ways: [] }, { x: 0, y: 0 }, 'quick', {
      kept: [0, 1, 2, 3, 5, 6, 7, 8],
    });
    expect(order).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8]);
    expect(waysBetween(run, startOf(run[0]!)).reduce((sum, way) => sum + way, 0)).toBeLessThanOrEqual(8 * 20);
    expect(endOf(run[0]!)).toEqual(startOf(run[0]!));
  });
});

const square = (x: number, y: number, i: number): Contour =>
  roundedRectangle({ minX: x, minY: y, maxX: x + 28 - 6 * i, maxY: y + 28 - 6 * i }, 0, 'it');
