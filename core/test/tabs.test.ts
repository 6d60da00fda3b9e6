import { describe, expect, it } from 'vitest';
import { contourBounds } from '../src/geometry/contour-facts.ts';
import { distance } from '../src/geometry/point.ts';
import { buildOf, operationOn } from './workshop.ts';

describe('tabs', () => {
  it('leave the line uncut for their length and the kerf, off corners, and nowhere else', () => {
    const tabs = { by: 'number', number: 5, length: 4 } as const;
    const built = buildOf({ make: 'cut-through', lettering: { words: 'LIT' }, hold: { tabs } });
    const plain = buildOf({ make: 'cut-through', lettering: { words: 'LIT' } });
    const outer = (b: typeof built) => operationOn(b, 'outer');
    expect(outer(built).contours).toHaveLength(5);
    expect(outer(built).contours.every(({ closed }) => !closed)).toBe(true);
    expect(outer(plain).length - outer(built).length).toBeCloseTo(5 * (4 + built.machine.kerf), 2);
    // The plate's corners are round: no tab lies on one.
    expect(
      built.tabs.every(({ contour, middle }) =>
        contour.segments
          .filter(({ kind }) => kind === 'arc')
          .every(({ from, to }) => Math.min(distance(from, middle), distance(to, middle)) > 1),
      ),
    ).toBe(true);
  });

  it('stay where they were put', () => {
    const byHand = { plate: [0.5] };
    const { tabs } = buildOf({
      make: 'cut-through',
      lettering: { words: 'LIT' },
      hold: { tabs: { by: 'number', number: 5, byHand } },
    });
    expect(tabs).toHaveLength(1);
    expect(tabs[0]!.middle.x).toBeCloseTo(contourBounds(tabs[0]!.contour).minX, 3);
  });
});
