import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { joinBounds } from '../core/src/geometry/bounds.ts';
import { flatten, type Region } from '../core/src/geometry/contour.ts';
import { contourArea, contourBounds, reverseContour } from '../core/src/geometry/contour-facts.ts';
import { weldRegions } from '../core/src/geometry/kernel/boolean.ts';
import { medialAxis } from '../core/src/geometry/medial-axis.ts';
import type { Point } from '../core/src/geometry/point.ts';
import { circle, polygon } from '../core/src/geometry/shapes.ts';
import { widestDisc } from '../core/src/geometry/widest-disc.ts';
import { findNecks } from '../core/src/measure/necks.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import { letterId, type LetterId } from '../core/src/recipe/identity.ts';
import { faceIds, faceOf } from '../core/test/workshop.ts';

/** Necks and counters against Debian's python3-shapely. */

interface Case {
  readonly name: string;
  readonly rings: readonly (readonly [number, number][])[];
  readonly neck?: readonly [[number, number], [number, number]];
  readonly ours: number;
}

const ringsOf = (region: Region) =>
  region.map((contour) => flatten(contour, 0.0005).map(({ x, y }): [number, number] => [x, y]));
const at = ({ x, y }: Point): [number, number] => [x, y];

const [FIRST, SECOND] = [0, 1].map((cluster) => letterId({ line: 0, cluster, index: 0 })) as [LetterId, LetterId];

function neckCase(name: string, first: Region, second: Region): Case | null {
  const region = weldRegions([first, second]);
  const part = (id: LetterId, own: Region) => ({
    id,
    core: widestDisc(own).centre,
    bounds: joinBounds(own.map(contourBounds)),
  });
  const [neck] = findNecks(medialAxis(region, { material: 5, gaps: 1 }), [part(FIRST, first), part(SECOND, second)]);
  // The cores themselves are not at issue: the middles of the widest discs, found apart.
  return neck
    ? {
        name,
        rings: ringsOf(region),
        neck: [at(widestDisc(first).centre), at(widestDisc(second).centre)],
        ours: neck.width,
      }
    : null;
}

const dumbbells = [0.4, 0.8, 1.1, 1.7, 2.3, 2.9, 3.6, 4.4].map((neck, i) => {
  const angle = i * 0.7;
  const turn = (x: number, y: number) => ({
    x: x * Math.cos(angle) - y * Math.sin(angle),
    y: x * Math.sin(angle) + y * Math.cos(angle),
  });
  const bar = polygon([turn(0, -neck / 2), turn(25, -neck / 2), turn(25, neck / 2), turn(0, neck / 2)], 'bar');
  return neckCase(`dumbbell of ${neck} mm`, weldRegions([[circle(turn(0, 0), 7, 'a')], [bar]]), [
    circle(turn(25, 0), 9, 'b'),
  ])!;
});

const pairs = (
  ['grand-hotel', 'yellowtail', 'sacramento', 'pinyon-script', 'corinthia-bold', 'playwrite-us'] as const
).flatMap((face) =>
  ['an', 'ol', 'ri', 'un', 'me', 'il'].flatMap((words) => {
    const letters = layOut({ ...PLAIN, words, size: { by: 'cap height', value: 40 } }, faceOf(face)).letters;
    const found =
      letters.length === 2 ? neckCase(`${words} in ${face}`, letters[0]!.contours, letters[1]!.contours) : null;
    return found ? [found] : [];
  }),
);

const counters = faceIds.slice(0, 12).flatMap((face) =>
  layOut({ ...PLAIN, words: 'B', size: { by: 'cap height', value: 30 } }, faceOf(face)).letters.flatMap(
    ({ contours }) =>
      contours
        .filter((contour) => contourArea(contour) < 0)
        .map((hole): Case => ({
          name: `counter of B in ${face}`,
          rings: ringsOf([reverseContour(hole)]),
          ours: widestDisc([reverseContour(hole)]).diameter,
        })),
  ),
);

describe('measures', () => {
  const cases = [...dumbbells, ...pairs, ...counters];
  const figures = JSON.parse(
    execFileSync('/usr/bin/python3', [path.join(import.meta.dirname, 'measures.py')], {
      input: JSON.stringify(cases),
      encoding: 'utf8',
      maxBuffer: 1e8,
    }),
  ) as number[];

  it('are enough to say something', () => {
    expect(dumbbells.length + pairs.length).toBeGreaterThanOrEqual(20);
  });

  it.each(cases.map(({ name, ours }, i) => ({ name, ours, theirs: figures[i]! })))(
    '$name: as wide as shapely finds it',
    ({ ours, theirs }) => {
      expect(Math.abs(ours - theirs)).toBeLessThan(0.02);
    },
  );
});
