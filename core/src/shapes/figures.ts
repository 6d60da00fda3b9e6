import type { Contour, Region } from '../geometry/contour.ts';
import { reverseContour } from '../geometry/contour-facts.ts';
import { point, type Point } from '../geometry/point.ts';
import { arc, cubic, line, onCircle, type Segment, type SourceId } from '../geometry/segment.ts';
import { circle, joined } from '../geometry/shapes.ts';
import { capsule } from './bands.ts';
import { workedCorners, type Corner } from './corners.ts';

/** Figures about the middle of their box, mm, counter-clockwise. */

const RADIANS = Math.PI / 180;

/** Cubics that an oval is made of: so many lie within a millionth of its size of the true curve. */
const OVAL_PARTS = 8;

export function oval(width: number, height: number, source: SourceId): Contour {
  const [a, b] = [width / 2, height / 2];
  const turn = 360 / OVAL_PARTS;
  const reach = (4 / 3) * Math.tan((turn * RADIANS) / 4);
  const on = (angle: number): Point => point(a * Math.cos(angle * RADIANS), b * Math.sin(angle * RADIANS));
  const way = (angle: number): Point =>
    point(-a * reach * Math.sin(angle * RADIANS), b * reach * Math.cos(angle * RADIANS));
  return joined(
    Array.from({ length: OVAL_PARTS }, (_, i) => {
      const [from, to] = [on(i * turn), on((i + 1) * turn)];
      const [out, into] = [way(i * turn), way((i + 1) * turn)];
      return cubic(from, point(from.x + out.x, from.y + out.y), point(to.x - into.x, to.y - into.y), to, source);
    }),
  );
}

/** Of equal sides, a side below. */
export function polygonOf(diameter: number, sides: number, radius: number, source: SourceId): Contour {
  const corners = around(sides, -90 + 180 / sides, diameter / 2, radius);
  return workedCorners(corners, 'round', source);
}

/** A point above. */
export function star(diameter: number, points: number, inner: number, radius: number, source: SourceId): Contour {
  const outer = around(points, 90, diameter / 2, radius);
  const dents = around(points, 90 + 180 / points, (diameter / 2) * inner, radius);
  return workedCorners(
    outer.flatMap((corner, i) => [corner, dents[i]!]),
    'round',
    source,
  );
}

const around = (count: number, first: number, radius: number, by: number): Corner[] =>
  Array.from({ length: count }, (_, i) => ({ ...onCircle({ x: 0, y: 0 }, radius, first + (i * 360) / count), by }));

/** Half a heart of width 1 and height 1 from its point up, to the dip: ends and control points of its curves. */
const HALF_HEART: readonly (readonly [number, number])[][] = [
  [
    [0, -0.5],
    [0.12, -0.32],
    [0.5, -0.08],
    [0.5, 0.2],
  ],
  [
    [0.5, 0.2],
    [0.5, 0.37],
    [0.4, 0.5],
    [0.25, 0.5],
  ],
  [
    [0.25, 0.5],
    [0.12, 0.5],
    [0.02, 0.42],
    [0, 0.28],
  ],
];

export function heart(width: number, height: number, source: SourceId): Contour {
  const right = HALF_HEART.map((curve) => curve.map(([x, y]) => point(x * width, y * height)));
  const left = [...right].reverse().map((curve) => [...curve].reverse().map(({ x, y }) => point(-x, y)));
  return joined([...right, ...left].map((curve) => cubic(curve[0]!, curve[1]!, curve[2]!, curve[3]!, source)));
}

/** To the right. */
export function arrow(width: number, height: number, head: number, shaft: number, source: SourceId): Contour {
  const [x, y] = [width / 2, height / 2];
  const neck = x - Math.min(head, width);
  const half = Math.min(shaft, height) / 2;
  const tip = [point(neck, -y), point(x, 0), point(neck, y)];
  const isAllHead = neck - -x < 1e-6;
  const corners = isAllHead ? tip : [point(-x, -half), point(neck, -half), ...tip, point(neck, half), point(-x, half)];
  return workedCorners(corners, 'round', source);
}

/** A straight rule with square, round or pointed ends. */
export function rule(
  width: number,
  thickness: number,
  ends: 'square' | 'round' | 'pointed',
  source: SourceId,
): Contour {
  const [x, y] = [width / 2, thickness / 2];
  const tip = Math.min(y, x);
  if (ends === 'round' && x > y) return capsule(point(-x + y, 0), point(x - y, 0), thickness, source);
  const corners =
    ends === 'pointed'
      ? [point(-x + tip, -y), point(x - tip, -y), point(x, 0), point(x - tip, y), point(-x + tip, y), point(-x, 0)]
      : [point(-x, -y), point(x, -y), point(x, y), point(-x, y)];
  return workedCorners(corners, 'round', source);
}

/** An upright board with a point below. */
export function stake(width: number, height: number, tip: number, radius: number, source: SourceId): Contour {
  const [x, y] = [width / 2, height / 2];
  const shoulder = -y + Math.min(tip, height * 0.98);
  return workedCorners(
    [
      point(0, -y),
      point(x, shoulder),
      { ...point(x, y), by: radius },
      { ...point(-x, y), by: radius },
      point(-x, shoulder),
    ],
    'round',
    source,
  );
}

/** Round at its shorter ends. */
export function slot(width: number, height: number, source: SourceId): Contour {
  const [x, y] = [width / 2, height / 2];
  return x >= y
    ? capsule(point(y - x, 0), point(x - y, 0), height, source)
    : capsule(point(0, x - y), point(0, y - x), width, source);
}

/** A round head and a slot below it. */
export function keyhole(diameter: number, width: number, height: number, source: SourceId): Contour {
  const [head, narrow] = [diameter / 2, Math.min(width, diameter * 0.98) / 2];
  const tall = Math.max(height, diameter * 1.01);
  const centre = point(0, tall / 2 - head);
  const foot = point(0, -tall / 2 + narrow);
  const half = Math.asin(narrow / head) / RADIANS;
  const round = arc(centre, head, -90 + half, 360 - 2 * half, source);
  const end = arc(foot, narrow, 180, 180, source);
  // Where head and slot are nearly alike the slot has no straight sides.
  if (foot.y >= round.from.y) return slot(diameter, tall, source);
  return joined([line(end.to, round.from, source), round, line(round.to, end.from, source), end]);
}

/** A label with a hole at its left end, and the corners there cut off. */
export function tag(
  {
    width,
    height,
    corner,
    hole,
    inset,
  }: {
    readonly width: number;
    readonly height: number;
    readonly corner: number;
    readonly hole: number;
    readonly inset: number;
  },
  source: SourceId,
): Region {
  const [x, y] = [width / 2, height / 2];
  const outer = workedCorners(
    [{ ...point(-x, -y), by: corner }, point(x, -y), point(x, y), { ...point(-x, y), by: corner }],
    'chamfered',
    source,
  );
  const middle = Math.min(inset, x);
  const cut = Math.min(corner, x, y);
  // A hole that breaks an edge would be none.
  const room = Math.min(y, middle, (middle + y - cut) / Math.SQRT2);
  const radius = Math.min(hole / 2, room * 0.9);
  return [outer, reverseContour(circle(point(-x + middle, 0), radius, source))];
}

/** Level below, round above. */
export function arch(width: number, height: number, rise: number, source: SourceId): Contour {
  const [x, y] = [width / 2, height / 2];
  const up = Math.min(rise, x, height);
  const radius = (x * x + up * up) / (2 * up);
  const centre = point(0, y - radius);
  const half = Math.asin(Math.min(1, x / radius)) / RADIANS;
  const top = arc(centre, radius, 90 - half, 2 * half, source);
  const [left, right] = [point(-x, -y), point(x, -y)];
  const sides: Segment[] = [line(left, right, source)];
  if (height - up > 1e-6) sides.push(line(right, top.from, source), top, line(top.to, left, source));
  else sides.push(top);
  return joined(sides);
}
