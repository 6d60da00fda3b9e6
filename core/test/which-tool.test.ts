import { describe, expect, it } from 'vitest';
import type { Fill } from '../src/fills/fill.ts';
import { pocket, type PocketPlan } from '../src/fills/pocket.ts';
import { restPocket } from '../src/fills/rest.ts';
import { toolChoices } from '../src/fills/which-tool.ts';
import type { Region } from '../src/geometry/contour.ts';
import { contourLength } from '../src/geometry/contour-facts.ts';
import { weldRegions } from '../src/geometry/kernel/boolean.ts';
import { circle, roundedRectangle } from '../src/geometry/shapes.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { houseShop } from '../src/shop/house.ts';
import { faceOf, jobOf, recipeOf } from './workshop.ts';

const PLAN: PocketPlan = { tool: 2, overlap: 0.4, inset: 0, way: 'climb' };
const box = (width: number, height: number): Region => [
  roundedRectangle({ minX: 0, minY: 0, maxX: width, maxY: height }, 0, 'it'),
];

describe('which tool', () => {
  const plan = { overlap: 0.4, inset: 0, passes: 1, lift: 1 };
  const rack = houseShop.tools;
  const of = (area: Region, diameter: number, more = {}) =>
    toolChoices([{ area, copies: 1 }], rack, { ...plan, ...more }).find(
      ({ tool, before }) => tool.diameter === diameter && !before,
    )!;

  it('gets into all of a square but its corners', () => {
    const { share, missed } = of(box(20, 20), 2);
    // Four corners, each a square millimetre less a quarter of a disc.
    expect(share).toBeCloseTo(1 - (4 - Math.PI) / 400, 3);
    expect(missed).toHaveLength(4);
    expect(of(box(20, 1.9), 2).share).toBeCloseTo(0, 4);
    expect(of(box(20, 1.9), 2).seconds).toBe(0);
  });

  it('takes about as long as what pocket() makes, pass for pass', () => {
    for (const diameter of [1, 2, 3]) {
      const { tool, seconds } = of(box(40, 30), diameter);
      const { strokes } = pocket(box(40, 30), { tool: diameter, overlap: 0.4, inset: 0, way: 'climb' });
      const length = strokes.reduce((sum, { contour }) => sum + contourLength(contour), 0);
      const real = length / tool.feed + 1;
      expect(seconds / real).toBeGreaterThan(0.85);
      expect(seconds / real).toBeLessThan(1.2);
      expect(of(box(40, 30), diameter, { passes: 3 }).seconds).toBeCloseTo(3 * seconds, 6);
    }
  });

  it('offers a small cutter after a wide one where that is quicker, and only there', () => {
    const pairs = toolChoices([{ area: box(60, 40), copies: 2 }], rack, plan).filter(({ before }) => before);
    expect(pairs.map(({ tool }) => tool.diameter)).toContain(0.5);
    const small = of(box(60, 40), 0.5);
    const pair = pairs.find(({ tool }) => tool.diameter === 0.5)!;
    expect(pair.share).toBeCloseTo(small.share, 9);
    expect(pair.seconds).toBeLessThan(2 * small.seconds);
    expect(pair.seconds).toBeGreaterThan(2 * of(box(60, 40), pair.before!.diameter).seconds);
    // A disc of 2 has nothing that a cutter of 1 leaves.
    const round = toolChoices([{ area: [circle({ x: 0, y: 0 }, 1, 'it')], copies: 1 }], rack, plan);
    expect(round.filter(({ before }) => before?.diameter === 1)).toEqual([]);
  });

  it('tells about the way that a second cutter truly makes', () => {
    const words = { ...PLAIN, words: 'R8', size: { by: 'cap height', value: 20 } } as const;
    const area = weldRegions(layOut(words, faceOf('vollkorn-bold')).letters.map(({ contours }) => contours));
    const pairs = toolChoices([{ area, copies: 1 }], rack, { ...plan, lift: 0 }).filter(({ before }) => before);
    expect(pairs.length).toBeGreaterThan(1);
    for (const { tool, before, seconds } of pairs) {
      const wayOf = ({ strokes }: Fill) => strokes.reduce((sum, { contour }) => sum + contourLength(contour), 0);
      const first = wayOf(pocket(area, { ...PLAN, tool: before!.diameter }, 0)) / before!.feed;
      const real =
        first + wayOf(restPocket(area, { ...PLAN, tool: tool.diameter, before: before!.diameter }, 0)) / tool.feed;
      expect(seconds / real).toBeGreaterThan(0.6);
      expect(seconds / real).toBeLessThan(1.4);
    }
  });

  it('counts the way along a stem that is hardly wider than the cutter', () => {
    // 38 mm there and back in rings of no width to speak of: half of their length, as a stem gets one pass.
    const { tool, seconds } = of(box(40, 2.2), 2);
    expect(seconds).toBeGreaterThan(38 / tool.feed + 1);
  });

  it('tells letters that a tool leaves much of, and offers a narrower one', () => {
    const recipe = recipeOf({
      ...{ make: 'engraved', machine: 'engraver', material: 'brass', thickness: 1.5 },
      lettering: { words: 'BLOWER', face: 'besley-bold', size: { by: 'cap height', value: 9 } },
    });
    const withTool = (tool: number) => {
      const fill = { kind: 'pocket', tool, overlap: 0.4, inset: 0, way: 'climb' };
      const operations = recipe.operations.map((each) => (each.id === 'area' ? { ...each, fill } : each));
      return jobOf({ ...recipe, operations } as never).findings.filter(({ rule }) => rule === 'bare area');
    };
    expect(withTool(0.4)).toEqual([]);
    const [finding] = withTool(1.5);
    expect(finding?.title).toMatch(/^The tool leaves much of /);
    expect(finding?.mends).toHaveLength(1);
  });
});
