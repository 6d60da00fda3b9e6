import { compose, moveBy, scaleBy, turnBy, type Matrix } from '../geometry/matrix.ts';

/** A circle that lines of words stand on or hang in. Lengths in mm, degrees counter-clockwise from the right. */
export interface Bow {
  readonly radius: number;
  /** `outside`: feet on the circle, heads away from its middle; `inside`: heads towards its middle. */
  readonly side: 'outside' | 'inside';
  /** Where the words' middle, start or end (as they are aligned) lies. */
  readonly angle: number;
  /** Letters stay upright while they follow the circle. */
  readonly upright: boolean;
}

/** A letter moved by hand from where it would stand: mm along and across its line, degrees, and times its size. */
export interface Nudge {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  readonly scale: number;
}

/**
 * One glyph of a line: where its origin and the middle of its advance lie along the line, mm, and how its units become
 * mm.
 */
export interface Seat {
  readonly x: number;
  readonly y: number;
  readonly middle: number;
  readonly scaleX: number;
  readonly scaleY: number;
  readonly nudge: Nudge | undefined;
  /** Middle of the glyph's ink in font units: what a nudge turns and scales about. */
  readonly pivot: { readonly x: number; readonly y: number };
}

/** Takes a glyph from font units to its place in a straight line with the given baseline, mm. */
export function seatStraight(seat: Seat, baseline: number): Matrix {
  if (!seat.nudge) return { a: seat.scaleX, b: 0, c: 0, d: seat.scaleY, e: seat.x, f: seat.y + baseline };
  return compose(moveBy(seat.x, seat.y + baseline), nudgeMatrix(seat), scaleBy(seat.scaleX, seat.scaleY));
}

/**
 * Takes a glyph to its place on a circle about the origin. `baseline` is how far its line lies below the first, as a
 * negative.
 */
export function seatOnCircle(seat: Seat, baseline: number, { radius, side, angle, upright }: Bow): Matrix {
  const outside = side === 'outside';
  const own = Math.max(1e-3, outside ? radius + baseline : radius - baseline);
  const turned = ((outside ? -1 : 1) * seat.middle * 180) / (Math.PI * own);
  const place = angle + turned;
  const turn = upright ? 0 : outside ? place - 90 : place + 90;
  const foot = moveBy(own * Math.cos((place * Math.PI) / 180), own * Math.sin((place * Math.PI) / 180));
  return compose(
    foot,
    turnBy(turn),
    moveBy(seat.x - seat.middle, seat.y),
    nudgeMatrix(seat),
    scaleBy(seat.scaleX, seat.scaleY),
  );
}

function nudgeMatrix({ nudge, pivot, scaleX, scaleY }: Seat): Matrix {
  if (!nudge) return moveBy(0, 0);
  const [x, y] = [pivot.x * scaleX, pivot.y * scaleY];
  return compose(
    moveBy(nudge.x + x, nudge.y + y),
    turnBy(nudge.turn),
    scaleBy(nudge.scale, nudge.scale),
    moveBy(-x, -y),
  );
}
