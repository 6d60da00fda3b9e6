import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { componentsOf } from '../src/geometry/components.ts';
import { regionArea, regionContains } from '../src/geometry/contour.ts';
import { mix } from '../src/geometry/point.ts';
import type { RecipeInput } from '../src/recipe/schema.ts';
import { buildOf, faceIds } from './workshop.ts';

const stencil = (words: string, more: Partial<RecipeInput> = {}): RecipeInput => ({ make: 'cut-through', machine: 'co2-laser', material: 'plywood', lettering: { words }, ...more });

describe('bridges', () => {
  it('holds every island, or says which it cannot, whatever the words and the face', () => {
    const text = fc.string({ unit: fc.constantFrom(...'ABDOPQR0468@&%abdegopq '), minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(text, fc.constantFrom(...faceIds), fc.constantFrom('upright' as const, 'level' as const, 'any' as const), fc.integer({ min: 3, max: 40 }), (words, face, direction, tenths) => {
        const { hold, findings } = buildOf(stencil(words, { lettering: { words, face }, hold: { bridges: { width: tenths / 10, direction } } }));
        // What hangs together after bridging is the frame and the islands that were reported as unheld: nothing else.
        expect(componentsOf(hold.material)).toHaveLength(1 + hold.unheld.length);
        expect(findings.filter(({ rule }) => rule === 'drop-out')).toHaveLength(hold.unheld.length);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves each bridge standing from wall to wall at its full width', () => {
    const { hold } = buildOf(stencil('ABDOPQR8@', { hold: { bridges: { width: 2 } } }));
    expect(hold.unheld).toEqual([]);
    for (const { from, to, angle, width } of hold.bridges) {
      const across = ((angle + 90) * Math.PI) / 180;
      for (const t of [0.02, 0.5, 0.98])
        for (const side of [-0.495, 0, 0.495]) {
          const p = mix(from, to, t);
          expect(regionContains(hold.material, { x: p.x + Math.cos(across) * width * side, y: p.y + Math.sin(across) * width * side })).toBe(true);
        }
    }
  });

  it('hangs nested islands on held ones', () => {
    const { hold } = buildOf(stencil('8@', { lettering: { words: '8@', face: 'bungee-shade' }, hold: { bridges: { width: 1.5 } } }));
    expect(hold.islands.length).toBeGreaterThan(4);
    expect(hold.unheld).toEqual([]);
  });

  it('puts the bridges of an O upright on its middle', () => {
    const { hold } = buildOf(stencil('O', { hold: { bridges: { width: 2, perIsland: 'two' } } }));
    const { minX, maxX } = hold.islands[0]!.component.bounds;
    expect(hold.bridges.map(({ angle }) => angle).sort()).toEqual([270, 90]);
    for (const { from, to } of hold.bridges) {
      expect(from.x).toBeCloseTo((minX + maxX) / 2, 1);
      expect(to.x).toBeCloseTo(from.x, 6);
    }
  });

  it('leaves the bridges of one letter where they are when another changes', () => {
    const places = (words: string) => buildOf(stencil(words, { lettering: { words, align: 'left' }, plate: { width: 900, height: 200 } }));
    const shape = (words: string, letter: string) => {
      const { hold, arrangement } = places(words);
      const origin = arrangement.letters[0]!.bounds.minX;
      return hold.bridges.filter(({ id }) => id.startsWith(letter)).map(({ id, from, to }) => [id, ...[from.x - origin, from.y, to.x - origin, to.y].map((n) => n.toFixed(4))]);
    };
    const before = shape('FOB DRAW', 'letter:0.1.');
    expect(before.length).toBeGreaterThan(0);
    expect(shape('FOB DRUM', 'letter:0.1.')).toEqual(before);
  });
});

describe('pieces', () => {
  // Letters of a stencil face are in parts by design.
  it.each(faceIds.filter((id) => id !== 'saira-stencil'))('%s: letters on a rail that reaches them are one piece, loose without it', (face) => {
    const words = 'HINT';
    const on = buildOf({ make: 'stand-alone', lettering: { words, face, size: { by: 'cap height', value: 50 }, letterSpacing: 6 }, rail: { height: 30, overlap: 20, extend: 5 } });
    expect(on.pieces.filter(({ status }) => status !== 'drop-out').map(({ status }) => status)).toEqual(['kept']);
    const off = buildOf({ make: 'stand-alone', lettering: { words, face, size: { by: 'cap height', value: 50 }, letterSpacing: 30 } });
    expect(off.pieces.filter(({ status }) => status === 'loose').length).toBeGreaterThanOrEqual(3);
  });

  it('accounts for all of the plate: kept, fallen and cut away', () => {
    const { pieces, arrangement } = buildOf(stencil('8@B', { plate: { cornerRadius: 0 }, hold: { bridges: { perIsland: 'none' } } }));
    const { minX, minY, maxX, maxY } = arrangement.plate!;
    const whole = (maxX - minX) * (maxY - minY);
    expect(pieces.reduce((sum, { component }) => sum + component.area, 0)).toBeCloseTo(whole, 0);
    expect(pieces.filter(({ status, intended }) => status === 'drop-out' && !intended)).toHaveLength(5);
  });

  it('takes engraving away from no piece', () => {
    const { pieces, drawing, hold } = buildOf({ make: 'engraved', machine: 'engraver', material: 'brass', lettering: { words: 'BLOWER', size: { by: 'cap height', value: 8 } } });
    expect(pieces.map(({ status }) => status)).toEqual(['kept']);
    expect(regionArea(hold.material)).toBeGreaterThan(regionArea(drawing.area));
  });
});
