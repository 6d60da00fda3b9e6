/** Letters hatched: all of them, and after one was changed. */
import { centerline } from '../core/src/centerline/centerline.ts';
import { cone } from '../core/src/fills/cone.ts';
import { dots } from '../core/src/fills/dots.ts';
import { plainFill } from '../core/src/recipe/schema.ts';
import { fillParts } from '../core/src/fills/fill-letters.ts';
import { hatch, type HatchPlan } from '../core/src/fills/hatch.ts';
import { pocket } from '../core/src/fills/pocket.ts';
import { restPocket } from '../core/src/fills/rest.ts';
import { moveRegion } from '../core/src/geometry/contour.ts';
import { offsetRegion } from '../core/src/geometry/kernel/offset.ts';
import { growRegion } from '../core/src/geometry/kernel/ring-offset.ts';
import type { Face } from '../core/src/lettering/face.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import { OFTEN, row, wasmUnion } from './timing.ts';

const PLAN: HatchPlan = {
  ...{ width: 0.5, spacing: 0.4, angle: 30, cross: false, outline: 'after', inset: 0, joins: 'any' },
};

/** @param words of about 60 letters */
export function benchFills(face: Face, words: string): void {
  const { letters } = layOut({ ...PLAIN, words, size: { by: 'cap height', value: 20 } }, face);
  const all = letters.map(({ contours }) => contours);
  const union = wasmUnion(all.flat());
  console.log(`\n${all.length} letters of 20 mm hatched with a line of 0.5 mm`);
  row('one offset of each, of curves', () => all.map((region) => offsetRegion(region, -0.25)), union, OFTEN);
  row('one offset of each, of rings', () => all.map((region) => growRegion(region, -0.25)), union, OFTEN);
  for (const outline of ['after', 'none'] as const)
    row(`hatched, edge ${outline}`, () => all.map((region) => hatch(region, { ...PLAN, outline })), union);
  // Those that were filled before are known again, wherever they stand.
  let turn = 0;
  const moved = () => all.map((region) => moveRegion(region, ++turn, 0));
  row(
    'the same letters elsewhere',
    () => moved().map((region) => fillParts(region, { ...plainFill('hatch'), ...PLAN }, null, 10)),
    union,
    OFTEN,
  );
  row('cleared with a cutter of 1 mm', () => all.map((region) => pocket(region, CUTTER)), union, SLOW);
  row(
    'the rest of a cutter of 3 mm',
    () => all.map((region) => restPocket(region, { ...CUTTER, before: 3 })),
    union,
    SLOW,
  );
  row('set with dots of 0.8 mm', () => all.map((region) => dots(region, DOTS)), union, SLOW);
  row('cut by a cone of 60 degrees', () => all.map((region) => cone(region, CONE)), union, SLOW);
  row('strokes down the middle', () => all.map((region) => centerline(region)), union, SLOW);
}

/** Steps that take long are run less often. */
const SLOW = { runs: 5, warmUp: 2 };
const CUTTER = { tool: 1, overlap: 0.4, inset: 0, way: 'climb' } as const;
const DOTS = { diameter: 0.8, pitch: 1.2, edge: 0.1, lie: 'rows' } as const;
const CONE = { angle: 60, tip: 0.1, deepest: null };
