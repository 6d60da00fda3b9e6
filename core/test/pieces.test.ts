import { describe, expect, it } from 'vitest';
import { regionArea } from '../src/geometry/contour-facts.ts';
import type { Version1Input } from '../src/recipe/migrate/version-1.ts';
import { buildOf, faceIds } from './workshop.ts';

const stencil = (words: string, more: Partial<Version1Input> = {}): Version1Input => ({
  make: 'cut-through',
  machine: 'co2-laser',
  material: 'plywood',
  lettering: { words },
  ...more,
});

describe('pieces', () => {
  // Letters of a stencil face are in parts by design.
  it.each(faceIds.filter((id) => id !== 'saira-stencil'))(
    '%s: letters on a rail that reaches them are one piece, loose without it',
    (face) => {
      const words = 'HINT';
      const on = buildOf({
        make: 'stand-alone',
        lettering: { words, face, size: { by: 'cap height', value: 50 }, letterSpacing: 6 },
        rail: { height: 30, overlap: 20, extend: 5 },
      });
      expect(on.pieces.filter(({ status }) => status !== 'drop-out').map(({ status }) => status)).toEqual(['kept']);
      const off = buildOf({
        make: 'stand-alone',
        lettering: { words, face, size: { by: 'cap height', value: 50 }, letterSpacing: 30 },
      });
      expect(off.pieces.filter(({ status }) => status === 'loose').length).toBeGreaterThanOrEqual(3);
    },
  );

  it('accounts for all of the plate: kept, fallen and cut away', () => {
    const { pieces, arrangement } = buildOf(
      stencil('8@B', { plate: { cornerRadius: 0 }, hold: { bridges: { perIsland: 'none' } } }),
    );
    const { minX, minY, maxX, maxY } = arrangement.plate!;
    const whole = (maxX - minX) * (maxY - minY);
    expect(pieces.reduce((sum, { component }) => sum + component.area, 0)).toBeCloseTo(whole, 0);
    expect(pieces.filter(({ status, intended }) => status === 'drop-out' && !intended)).toHaveLength(5);
  });

  it('takes engraving away from no piece', () => {
    const { pieces, drawing, hold } = buildOf({
      make: 'engraved',
      machine: 'engraver',
      material: 'brass',
      lettering: { words: 'BLOWER', size: { by: 'cap height', value: 8 } },
    });
    expect(pieces.map(({ status }) => status)).toEqual(['kept']);
    expect(regionArea(hold.material)).toBeGreaterThan(regionArea(drawing.area));
  });
});
