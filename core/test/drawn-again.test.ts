import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ringArea } from '../src/artwork/fitting/resample.ts';
import { gaussian } from '../src/artwork/picture/gaussian.ts';
import { Cover } from '../src/artwork/picture/polish/cover.ts';
import { leastSquares } from '../src/artwork/picture/polish/least-squares.ts';
import { blurred } from '../src/artwork/picture/polish/spread.ts';
import type { Point } from '../src/geometry/point.ts';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const ring = fc.array(fc.record({ x: number(1, 11), y: number(1, 8) }), { minLength: 3, maxLength: 7 });
const CELLS = { left: 0, bottom: 0, width: 12, height: 9 };

function sharesOf(points: readonly Point[], cells = CELLS): Float64Array {
  const cover = new Cover(cells);
  cover.add(points);
  const shares = new Float64Array(cells.width * cells.height);
  cover.rows((y, row) => shares.set(row, y * cells.width));
  return shares;
}

describe('cells covered by a ring', () => {
  it('add up to its area, and a part of them is the same by itself', () => {
    const part = fc.record({ left: fc.nat(8), bottom: fc.nat(6), width: fc.integer({ min: 1, max: 4 }) });
    fc.assert(
      fc.property(ring, part, (points, { left, bottom, width }) => {
        const whole = sharesOf(points);
        expect(whole.reduce((sum, share) => sum + share, 0)).toBeCloseTo(ringArea(points), 6);
        const own = sharesOf(points, { left, bottom, width, height: 3 });
        own.forEach((share, i) => {
          const [x, y] = [left + (i % width), bottom + Math.floor(i / width)];
          expect(share).toBeCloseTo(whole[y * CELLS.width + x]!, 6);
        });
      }),
    );
  });

  it('are each covered as far as it reaches into them', () => {
    const shares = sharesOf([
      { x: 2.25, y: 1.5 },
      { x: 5.5, y: 1.5 },
      { x: 5.5, y: 3 },
    ]);
    // A triangle whose slanted side rises by 1.5 over 3.25.
    const below = (x: number) => ((x - 2.25) ** 2 * 1.5) / 3.25 / 2;
    const rows = [1, 2].map((y) => [2, 3, 4, 5].map((x) => shares[y * CELLS.width + x]!));
    const columns = [2, 3, 4, 5].map((_, k) => rows[0]![k]! + rows[1]![k]!);
    const truth = [below(3), below(4) - below(3), below(5) - below(4), below(5.5) - below(5)];
    columns.forEach((share, k) => expect(share).toBeCloseTo(truth[k]!, 9));
  });

  it('keep what they cover when they are blurred', () => {
    const weights = gaussian(0.8);
    const [wide, high] = [CELLS.width + 2 * weights.length, CELLS.height + 2 * weights.length];
    const cells = { left: -weights.length, bottom: -weights.length, width: wide, height: high };
    fc.assert(
      fc.property(ring, (points) => {
        const cover = new Cover(cells);
        cover.add(points);
        const soft = blurred(cover.rows, wide, high, weights);
        expect(soft.reduce((sum, share) => sum + share, 0)).toBeCloseTo(ringArea(points), 6);
      }),
    );
  });
});

it('numbers are found at which squares add up to least, from far off', () => {
  fc.assert(
    fc.property(number(-2, 2), number(0.3, 2), (a, b) => {
      const places = Float64Array.from({ length: 20 }, (_, i) => i / 5);
      const at = ([p, q]: readonly number[]) => places.map((x) => p! + x * q! * q! - a - x * b * b);
      const slope = ([, q]: readonly number[], of: number) => places.map((x) => (of === 0 ? 1 : 2 * x * q!));
      const { numbers, sum } = leastSquares([a + 1, 1], { at, slope });
      expect(sum).toBeLessThan(1e-4);
      expect(numbers[0]!).toBeCloseTo(a, 1);
      expect(Math.abs(numbers[1]!)).toBeCloseTo(b, 1);
    }),
  );
});
