import { describe, expect, it } from 'vitest';
import { openFace } from '../src/lettering/face.ts';
import { FontRefused } from '../src/lettering/gate.ts';
import { dice } from './dice.ts';
import { faceFile } from './workshop.ts';

describe('damaged fonts', () => {
  it('are refused with a reason, or still give letters of finite size; none falls over', () => {
    const wholes = ['marcellus', 'league-gothic', 'yellowtail'].map(faceFile);
    const next = dice(7);
    let refused = 0;
    for (let i = 0; i < 330; i++) {
      const whole = wholes[i % wholes.length]!;
      const kind = Math.floor(i / wholes.length) % 3;
      const bytes = kind === 0 ? whole.slice(0, Math.floor(next() * whole.length)) : whole.slice();
      if (kind !== 0)
        for (let k = 0; k < 1 + next() * 12; k++)
          bytes[Math.floor(next() * (kind === 1 ? 600 : bytes.length))] = Math.floor(next() * 256);
      try {
        const face = openFace(bytes);
        for (const { glyph, x } of face.shape('FENNY')) {
          expect(Number.isFinite(x)).toBe(true);
          expect(face.nodes(glyph), 'a letter that is silently empty').toBeGreaterThan(0);
          for (const { segments } of face.region(glyph))
            for (const { to } of segments) expect(Number.isFinite(to.x + to.y)).toBe(true);
        }
      } catch (error) {
        expect(error).toBeInstanceOf(FontRefused);
        refused++;
      }
    }
    expect(refused).toBeGreaterThan(110);
  });
});
