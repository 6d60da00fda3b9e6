import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { equalGaps, snapTo, type SnapLine, type Span } from '../src/sheet/snap.ts';

const line = (at: number, edge: string, of = 'a'): SnapLine => ({ at, edge, of, from: 0, to: 10 });

describe('what is dragged catches', () => {
  it('on the nearest line within reach, and of two as near on the one that is alike', () => {
    const own = [
      { at: 10, edge: 'left' },
      { at: 20, edge: 'centre' },
    ];
    expect(snapTo(own, [line(12, 'right'), line(18.5, 'left')], 3)).toMatchObject({ shift: -1.5, own: 'centre' });
    expect(snapTo(own, [line(12, 'right'), line(22, 'centre')], 3)).toMatchObject({ shift: 2, own: 'centre' });
    expect(snapTo(own, [line(14, 'left')], 3)).toBeNull();
  });

  it('where it lies then is on the line to the last digit', () => {
    const mm = fc.double({ min: -500, max: 500, noNaN: true });
    fc.assert(
      fc.property(fc.array(mm, { minLength: 1 }), fc.array(mm, { minLength: 1 }), (own, lines) => {
        const snap = snapTo(
          own.map((at) => ({ at, edge: `own ${at}` })),
          lines.map((at) => line(at, 'left')),
          5,
        );
        const nearest = Math.min(...own.flatMap((at) => lines.map((to) => Math.abs(to - at))));
        if (!snap) {
          expect(nearest).toBeGreaterThan(5 - 1e-9);
          return;
        }
        expect(Math.abs(snap.shift)).toBeCloseTo(nearest, 9);
        expect(Number(snap.own.slice(4)) + snap.shift).toBeCloseTo(snap.line.at, 9);
      }),
    );
  });

  const span = (of: string, from: number, to: number, across: [number, number] = [0, 10]): Span => ({
    of,
    from,
    to,
    across,
  });

  it('in the middle between two neighbours, and as far beyond as they are apart', () => {
    const others = [span('a', 0, 10), span('b', 40, 50), span('far', 12, 30, [50, 60])];
    expect(equalGaps(span('', 19, 29), others, 3)).toMatchObject({ shift: 1, gap: 10 });
    expect(equalGaps(span('', 81, 91), others, 3)).toMatchObject({ shift: -1, gap: 30 });
    expect(equalGaps(span('', -42, -32), others, 3)).toMatchObject({ shift: 2, gap: 30 });
    expect(equalGaps(span('', 60, 70), others, 3)).toBeNull();
  });
});
