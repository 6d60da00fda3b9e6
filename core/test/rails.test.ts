import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RAIL_AT, type Made } from '../src/recipe/schema.ts';
import { railingOf, type RailPlan } from '../src/construct/rails.ts';
import { boundsContain, boundsMeet, heightOf, widthOf } from '../src/geometry/bounds.ts';
import { regionArea } from '../src/geometry/contour-facts.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import { buildOf, recipeOf } from './workshop.ts';

type Rail = Partial<NonNullable<Made['rail']>>;

const nameOn = (rail: Rail | null, words = 'FENNY\nHALT', more: object = {}) =>
  buildOf({
    assemblies: [
      {
        make: 'stand-alone',
        rail: rail as Made['rail'],
        items: [{ words, size: { by: 'cap height', value: 60 } }],
        ...more,
      },
    ],
  });

const PLAN: RailPlan = {
  at: 'under',
  height: 10,
  overlap: 2,
  extend: 5,
  uprights: null,
  feet: null,
  sheet: null,
};
const INK = { minX: 0, maxX: 100, minY: -40, maxY: 30 };
const LINES = [
  { y: 0, capHeight: 30 },
  { y: -40, capHeight: 20 },
];
const levels = (plan: Partial<RailPlan>) =>
  railingOf({ ...PLAN, ...plan }, LINES, INK).bars.map(({ minX, maxX, minY, maxY }) => [minX, maxX, minY, maxY]);

describe('rails', () => {
  it('lie by each line as they are asked to', () => {
    expect(levels({})).toEqual([
      [-5, 105, -8, 2],
      [-5, 105, -48, -38],
    ]);
    expect(levels({ at: 'over' })).toEqual([
      [-5, 105, 28, 38],
      [-5, 105, -22, -12],
    ]);
    expect(levels({ at: 'through' })).toEqual([
      [-5, 105, 10, 20],
      [-5, 105, -35, -25],
    ]);
    expect(levels({ at: 'both' }).map(([, , from]) => from)).toEqual([-8, -48, 28]);
  });

  it('have uprights from the lowest to the highest, at their ends', () => {
    const bars = levels({ at: 'both', uprights: { count: 3, width: 4 } });
    expect(bars.slice(3)).toEqual([
      [-5, -1, -48, 38],
      [48, 52, -48, 38],
      [101, 105, -48, 38],
    ]);
    expect(levels({ uprights: { count: 1, width: null } }).at(-1)).toEqual([45, 55, -48, 2]);
  });

  it('have feet as deep as a base is thick, and a base with a slot for each, with play', () => {
    const base = { depth: 40, past: 12, cornerRadius: 3, gap: 8 };
    const feet = { count: 2, width: 15, depth: 6, play: 0.4, base };
    const { bars, base: board } = railingOf({ ...PLAN, feet, sheet: 3 }, LINES, INK);
    const under = bars.slice(2);
    expect(under.map(({ minX, maxX, minY }) => [minX, maxX, minY])).toEqual([
      [15, 30, -54],
      [70, 85, -54],
    ]);
    expect([widthOf(board!.box), heightOf(board!.box), board!.box.maxY]).toEqual([134, 40, -62]);
    board!.slots.forEach((slot, i) => {
      expect([widthOf(slot), heightOf(slot)]).toEqual([expect.closeTo(15.4), expect.closeTo(3.4)]);
      expect((slot.minX + slot.maxX) / 2).toBeCloseTo((under[i]!.minX + under[i]!.maxX) / 2);
      expect(boundsContain(board!.box, slot)).toBe(true);
    });
  });

  it('however they lie, one line comes off as one piece, and two with uprights do', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...RAIL_AT),
        fc.constantFrom('HALT', 'FENNY\nHALT', 'ON\nTHE\nHILL'),
        fc.integer({ min: 1, max: 4 }),
        fc.boolean(),
        (at, words, count, stands) => {
          const base = { depth: 40, past: 12, cornerRadius: 3, gap: 8 };
          const feet = stands ? { count, width: 12, depth: 3, play: 0.2, base } : null;
          const rail = { at, height: 9, overlap: 3, extend: 14, uprights: { count, width: null }, feet };
          const job = nameOn(rail, words);
          const kept = job.pieces.filter(({ status }) => status === 'kept').map(({ name }) => name);
          expect(job.pieces.filter(({ status }) => status === 'loose')).toEqual([]);
          expect(kept.includes('Base')).toBe(stands);
          expect(kept).toHaveLength(stands ? 2 : 1);
          const { base: board, rails } = job.arrangement;
          if (board) expect(rails.some((bar) => boundsMeet(bar, board.box))).toBe(false);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('the base is cut beside the letters and is never tied to them', () => {
    const base = { depth: 40, past: 12, cornerRadius: 0, gap: 8 };
    const rail = { height: 9, overlap: 3, feet: { count: 3, width: 12, depth: 3, play: 0, base } };
    const job = nameOn(rail, 'HILL', { hold: { joins: { ties: 'thin' } } });
    const board = job.pieces.find(({ name }) => name === 'Base')!;
    const box = job.arrangement.base!.box;
    expect(board.component.area).toBeCloseTo(widthOf(box) * heightOf(box) - 3 * 12 * job.recipe.thickness, 3);
    expect(job.hold.ties).toEqual([]);
    expect(regionArea(job.hold.material)).toBeGreaterThan(board.component.area);
  });

  it('two lines that are loose are mended by a rail each and uprights, and so are two rails', () => {
    for (const [rail, label] of [
      [null, 'Add a rail to each line, and uprights'],
      [{ height: 9, overlap: 3 }, 'Join the rails by uprights'],
    ] as const) {
      const job = nameOn(rail);
      const finding = job.findings.find(({ rule }) => rule === 'loose piece')!;
      const mend = finding.mends.find((each) => each.label === label)!;
      const after = buildOf(applyPatch(recipeOf(job.recipe), mend.patch));
      expect(after.pieces.filter(({ status }) => status !== 'drop-out')).toHaveLength(1);
    }
  });
});
