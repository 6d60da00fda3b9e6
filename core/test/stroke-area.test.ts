import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { strokeArea, strokeOf } from '../src/artwork/stroke-area.ts';
import { componentsOf } from '../src/geometry/components.ts';
import { contourLength, regionArea } from '../src/geometry/contour-facts.ts';
import { arc, line, pointAt } from '../src/geometry/segment.ts';
import { circle } from '../src/geometry/shapes.ts';

describe('what a wide line covers', () => {
  it('is one area, as long and as wide as the line, however little it turns from run to run', () => {
    const runs = fc.array(
      fc.record({
        length: fc.constantFrom(0.5, 3, 17),
        turn: fc.constantFrom(0, 1e-6, -3e-4, 1e-3, 2e-3, -4e-3, 4.9e-3, 5.1e-3, -0.02, 0.3),
        isRound: fc.boolean(),
      }),
      { minLength: 2, maxLength: 6 },
    );
    fc.assert(
      fc.property(runs, fc.constantFrom(0.2, 1, 1.4), (steps, width) => {
        let [at, angle] = [{ x: 5, y: -3 }, 20];
        const segments = steps.map(({ length, turn, isRound }) => {
          angle += (turn * 180) / Math.PI;
          const ahead = arc({ x: 0, y: 0 }, length, angle, 0, '').to;
          const to = { x: at.x + ahead.x, y: at.y + ahead.y };
          const middle = arc(at, 20, angle + 90, 0, '').to;
          const segment = isRound ? arc(middle, 20, angle - 90, length, '') : line(at, to, '');
          if (isRound) angle += length;
          at = pointAt(segment, 1);
          return segment;
        });
        const way = { segments, closed: false };
        const area = strokeArea(way, strokeOf(width));
        expect(componentsOf(area)).toHaveLength(1);
        expect(area).toHaveLength(1);
        expect(regionArea(area) / (contourLength(way) * width)).toBeCloseTo(1, 1);
      }),
      { numRuns: 200 },
    );
  });

  it('is a ring where the line comes back to its beginning without a corner', () => {
    for (const runs of [1, 2, 3, 4, 7]) {
      const segments = Array.from({ length: runs }, (_, i) =>
        arc({ x: 3, y: 4 }, 10, (i * 360) / runs, 360 / runs, ''),
      );
      const area = strokeArea({ segments, closed: true }, strokeOf(1.4));
      expect(area).toHaveLength(2);
      expect(regionArea(area)).toBeCloseTo(2 * Math.PI * 10 * 1.4, 3);
    }
    expect(strokeArea(circle({ x: 0, y: 0 }, 5, ''), strokeOf(2))).toHaveLength(2);
  });
});
