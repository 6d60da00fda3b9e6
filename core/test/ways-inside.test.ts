import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isIn } from '../src/fills/clip-lines.ts';
import { lengthOf } from '../src/fills/polyline.ts';
import { WaysInside } from '../src/fills/ways-inside.ts';
import { growRegion } from '../src/geometry/kernel/ring-offset.ts';
import { distanceToSpan, mix, type Point } from '../src/geometry/point.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { faceOf } from './workshop.ts';

const box = (x: number, y: number, size: number): Point[] => [
  { x, y },
  { x: x + size, y },
  { x: x + size, y: y + size },
  { x, y: y + size },
];
const FRAME = [box(0, 0, 20), box(5, 5, 10).reverse()];

describe('a way inside', () => {
  it('is straight where nothing is between, and goes round what is, hardly longer than need be', () => {
    const ways = new WaysInside(FRAME, 0.1);
    expect(ways.between({ x: 1, y: 2 }, { x: 19, y: 3 }, 100)).toEqual([]);
    const [from, to] = [
      { x: 2, y: 11 },
      { x: 18, y: 11 },
    ];
    const way = [from, ...ways.between(from, to, 100)!, to];
    // Round the two upper corners of the hole.
    const least = 2 * Math.hypot(3, 4) + 10;
    expect(lengthOf(way)).toBeGreaterThanOrEqual(least);
    expect(lengthOf(way)).toBeLessThan(1.15 * least);
    expect(ways.between(from, to, least)).toBeNull();
  });

  it('does not leave a part for another', () => {
    const ways = new WaysInside([...FRAME, box(8, 8, 4)], 0.1);
    expect(ways.between({ x: 1, y: 1 }, { x: 10, y: 10 }, 1000)).toBeNull();
  });

  it('stays in letters, from anywhere to anywhere', () => {
    const letters = layOut({ ...PLAIN, words: 'R8&', size: { by: 'cap height', value: 20 } }, faceOf('besley-bold'));
    const areas = letters.letters.map(({ contours }) => growRegion(contours, -0.5));
    const ways = areas.map((area) => new WaysInside(area, 0.04));
    const share = fc.nat(9999).map((part) => part / 1e4);
    let bent = 0;
    fc.assert(
      fc.property(fc.nat(2), share, share, (which, a, b) => {
        const area = areas[which]!;
        const points = area.flat();
        const [from, to] = [points[Math.floor(a * points.length)]!, points[Math.floor(b * points.length)]!];
        const way = ways[which]!.between(from, to, 1e4);
        // Each of these letters is one part, so that there is a way.
        expect(way).not.toBeNull();
        if (way!.length > 0) bent++;
        const all = [from, ...way!, to];
        for (let i = 0; i + 1 < all.length; i++)
          for (let k = 0; k <= 8; k++) {
            const point = mix(all[i]!, all[i + 1]!, k / 8);
            const off = () =>
              Math.min(
                ...area.flatMap((ring) => ring.map((p, n) => distanceToSpan(point, p, ring[(n + 1) % ring.length]!))),
              );
            expect(isIn(point, area) || off() < 2e-3).toBe(true);
          }
      }),
      { numRuns: 100 },
    );
    expect(bent).toBeGreaterThan(30);
  });
});
