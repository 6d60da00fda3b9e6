import { execFileSync } from 'node:child_process';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sheetDrawing } from '../core/src/job/file-drawing.ts';
import { PLAIN_DXF, writeDxf } from '../core/src/formats/dxf/dxf-writer.ts';
import { placeBounds, placePoint } from '../core/src/sheet/placement.ts';
import { jobOf } from '../core/test/workshop.ts';

/** Items in every role and order, against the same algebra of areas done by Debian's python3-shapely. */

interface Verdict {
  readonly areas: readonly [number, number];
  /** What is in one and not in the other, of material and of engraving, mm². */
  readonly apart: readonly [number, number];
}

const ROLES = ['material', 'opening', 'engraved', 'standing'] as const;

/** Halves that no two sides share: touching edges are a matter of taste. */
const half = (most: number, offset: number) => fc.integer({ min: -most, max: most }).map((n) => n / 2 + offset);
const shape = fc.record({
  role: fc.constantFrom(...ROLES),
  by: fc.constantFrom('rectangle' as const, 'round' as const),
  width: fc.integer({ min: 12, max: 80 }).map((n) => n / 2 + 0.13),
  height: fc.integer({ min: 12, max: 60 }).map((n) => n / 2 + 0.29),
  x: half(70, 0.07),
  y: half(40, 0.11),
});
type Shape = Parameters<typeof asItem>[0];

const asItem = ({
  role,
  by,
  width,
  height,
  x,
  y,
}: {
  role: (typeof ROLES)[number];
  by: 'rectangle' | 'round';
  width: number;
  height: number;
  x: number;
  y: number;
}) => ({
  kind: 'shape' as const,
  role,
  place: { x, y },
  outline: by === 'round' ? { by, diameter: width } : { by, width, height },
});

/** Built as the command line builds it, and the same list as it lies on the sheet. */
function exported(shapes: readonly Shape[]) {
  const job = jobOf({
    machine: 'co2-laser',
    release: { kerf: 'controller' },
    material: 'plywood',
    assemblies: [
      {
        make: 'engraved',
        plate: { width: 90, height: 50, cornerRadius: 0 },
        hold: { bridges: { perIsland: 'none' } },
        items: shapes.map(asItem),
      },
    ],
  });
  const [{ built, placements }] = job.assemblies as [(typeof job.assemblies)[number]];
  const [placement] = placements as [(typeof placements)[number]];
  const { minX, minY, maxX, maxY } = placeBounds(built.arrangement.plate!, placement);
  const drawing = sheetDrawing(job, null);
  const layers = (work: string) =>
    drawing.layers.filter(({ operation }) => operation.startsWith(work)).map(({ name }) => name);
  return {
    plate: [minX, minY, maxX, maxY],
    items: shapes.map((each, i) => {
      const { x, y } = placePoint(built.arrangement.items[i]!.letters[0]!.origin, placement);
      return { ...each, x, y };
    }),
    dxf: writeDxf(drawing, { ...PLAIN_DXF, tolerance: 0.001 }),
    cut: layers('cut'),
    engrave: layers('engrave'),
  };
}

describe('list order and roles', () => {
  it('give the areas that the same algebra gives elsewhere', () => {
    const lists = fc.sample(fc.array(shape, { minLength: 1, maxLength: 6 }), { numRuns: 60, seed: 1 });
    // Every pair of roles on each other, both ways.
    const pair = (role: (typeof ROLES)[number], x: number) =>
      ({ role, by: 'rectangle', width: 30.13, height: 20.29, x, y: 0 }) as const;
    const pairs = ROLES.flatMap((a) => ROLES.map((b) => [pair(a, 0), pair(b, 10)]));
    const jobs = [...lists, ...pairs].map(exported);
    const verdicts = JSON.parse(
      execFileSync('/usr/bin/python3', [path.join(import.meta.dirname, 'roles.py')], {
        input: JSON.stringify(jobs),
        encoding: 'utf8',
        maxBuffer: 1e9,
      }),
    ) as Verdict[];
    expect(verdicts).toHaveLength(jobs.length);
    verdicts.forEach(({ areas, apart }, i) => {
      const named = JSON.stringify(jobs[i]!.items.map(({ role, by }) => `${role} ${by}`));
      expect(areas[0], named).toBeGreaterThan(0);
      for (const area of apart) expect(area, named).toBeLessThan(0.5);
    });
    expect(verdicts.filter(({ areas }) => areas[1] > 0).length).toBeGreaterThan(30);
  }, 300_000);
});
