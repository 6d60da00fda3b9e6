import fc from 'fast-check';
import { expect, it } from 'vitest';
import { seenRatio } from '../src/artwork/picture/seen-ratio.ts';
import type { Point } from '../src/geometry/point.ts';

const PICTURE = { width: 1600, height: 1200 };

/** Where a camera sees the corners of a board. @param away of the board, and far of its picture, in pixels */
function seen(ratio: number, tilt: number, turn: number, far: number, away: number): [Point, Point, Point, Point] {
  const corner = (u: number, v: number): Point => {
    const [x, y] = [(u * ratio * 500) / Math.hypot(ratio, 1), (v * 500) / Math.hypot(ratio, 1)];
    const [down, back] = [y * Math.cos(tilt), y * Math.sin(tilt)];
    const [right, deep] = [
      x * Math.cos(turn) + back * Math.sin(turn),
      away + back * Math.cos(turn) - x * Math.sin(turn),
    ];
    return { x: PICTURE.width / 2 + (far * right) / deep, y: PICTURE.height / 2 + (far * down) / deep };
  };
  return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
}

const angle = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true });

it('tells width to height in truth of a board photographed aslant both ways', () => {
  fc.assert(
    fc.property(
      ...([angle(0.3, 4), angle(0.2, 0.9), angle(-0.9, -0.2), angle(900, 3500), angle(1500, 3000)] as const),
      (ratio, tilt, turn, far, away) => {
        expect(seenRatio(seen(ratio, tilt, turn, far, away), PICTURE) / ratio).toBeCloseTo(1, 6);
      },
    ),
  );
});

it('takes the usual camera where sides stay level, and what is seen from straight before it as it looks', () => {
  const usual = 0.8 * PICTURE.width;
  expect(seenRatio(seen(2.5, 0.5, 0, usual, 1800), PICTURE)).toBeCloseTo(2.5, 4);
  // Taken by another one, it is off, and less than as it looks.
  const looks = seen(2.5, 0.5, 0, 1900, 1800);
  const wide = (looks[1].x - looks[0].x + looks[2].x - looks[3].x) / 2;
  const high = looks[3].y - looks[0].y;
  expect(Math.abs(seenRatio(looks, PICTURE) - 2.5)).toBeLessThan(Math.abs(wide / high - 2.5));
  expect(seenRatio(seen(2.5, 0, 0, 1900, 1800), PICTURE)).toBeCloseTo(2.5, 6);
});

it('is a ratio that there may be, wherever the corners are clicked', () => {
  const anywhere = fc.record({ x: angle(-800, 2400), y: angle(-600, 1800) });
  fc.assert(
    fc.property(fc.tuple(anywhere, anywhere, anywhere, anywhere), (corners) => {
      const ratio = seenRatio(corners, PICTURE);
      expect(ratio).toBeGreaterThanOrEqual(0.02);
      expect(ratio).toBeLessThanOrEqual(50);
    }),
  );
});
