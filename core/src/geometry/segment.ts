import { boundsOfPoints, type Bounds } from './bounds.ts';
import { add, distance, mix, scale, subtract, type Point } from './point.ts';

/**
 * Who a run of curve belongs to: `letter:<line>.<cluster>.<index>`, `plate`, `hole:<n>`, `rail`, `bridge:<island>:<n>`.
 * It travels through every boolean, so that findings, bridges and order can name what they mean.
 */
export type SourceId = string;

/**
 * One run of curve, mm, y up. Arcs turn `sweep` degrees counter-clockwise from `startAngle`, clockwise when negative.
 */
export type Segment = LineSegment | CubicSegment | ArcSegment;

export interface LineSegment {
  readonly kind: 'line';
  readonly from: Point;
  readonly to: Point;
  readonly source: SourceId;
  /** How deep the tool goes at its two ends, mm, where that changes on the way; evenly between them. */
  readonly depths?: Depths;
}
export type Depths = readonly [from: number, to: number];
export interface CubicSegment {
  readonly kind: 'cubic';
  readonly from: Point;
  readonly c1: Point;
  readonly c2: Point;
  readonly to: Point;
  readonly source: SourceId;
}
export interface ArcSegment {
  readonly kind: 'arc';
  readonly from: Point;
  readonly to: Point;
  readonly centre: Point;
  readonly radius: number;
  readonly startAngle: number;
  readonly sweep: number;
  readonly source: SourceId;
}

const RADIANS = Math.PI / 180;

export const line = (from: Point, to: Point, source: SourceId): LineSegment => ({ kind: 'line', from, to, source });

/** A line on which the tool goes up or down. */
export const slopingLine = (from: Point, to: Point, depths: Depths, source: SourceId): LineSegment => ({
  ...{ kind: 'line', from, to, source },
  depths,
});

/** The same line elsewhere, with its depths. */
const lineAs = ({ depths }: LineSegment, from: Point, to: Point, source: SourceId): LineSegment =>
  depths ? slopingLine(from, to, depths, source) : line(from, to, source);

export const cubic = (from: Point, c1: Point, c2: Point, to: Point, source: SourceId): CubicSegment => ({
  kind: 'cubic',
  from,
  c1,
  c2,
  to,
  source,
});

/** A quadratic curve, raised to the cubic that is the same curve. */
export function quadratic(from: Point, c: Point, to: Point, source: SourceId): CubicSegment {
  return cubic(from, mix(from, c, 2 / 3), mix(to, c, 2 / 3), to, source);
}

export function arc(centre: Point, radius: number, startAngle: number, sweep: number, source: SourceId): ArcSegment {
  return {
    kind: 'arc',
    centre,
    radius,
    startAngle,
    sweep,
    source,
    from: onCircle(centre, radius, startAngle),
    to: onCircle(centre, radius, startAngle + sweep),
  };
}

export function onCircle(centre: Point, radius: number, angle: number): Point {
  return { x: centre.x + radius * Math.cos(angle * RADIANS), y: centre.y + radius * Math.sin(angle * RADIANS) };
}

/** The point at t, 0 to 1 along the segment. */
export function pointAt(segment: Segment, t: number): Point {
  switch (segment.kind) {
    case 'line':
      return mix(segment.from, segment.to, t);
    case 'arc':
      return onCircle(segment.centre, segment.radius, segment.startAngle + segment.sweep * t);
    case 'cubic': {
      const { from, c1, c2, to } = segment;
      const s = 1 - t;
      const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
      return { x: a * from.x + b * c1.x + c * c2.x + d * to.x, y: a * from.y + b * c1.y + c * c2.y + d * to.y };
    }
  }
}

/** The derivative with respect to t, mm. */
export function tangentAt(segment: Segment, t: number): Point {
  switch (segment.kind) {
    case 'line':
      return subtract(segment.to, segment.from);
    case 'arc': {
      const angle = (segment.startAngle + segment.sweep * t) * RADIANS;
      const speed = segment.radius * segment.sweep * RADIANS;
      return { x: -Math.sin(angle) * speed, y: Math.cos(angle) * speed };
    }
    case 'cubic': {
      const { from, c1, c2, to } = segment;
      const s = 1 - t;
      return add(
        add(scale(subtract(c1, from), 3 * s * s), scale(subtract(c2, c1), 6 * s * t)),
        scale(subtract(to, c2), 3 * t * t),
      );
    }
  }
}

/** The stretch from t0 to t1 as a segment of its own; backwards where t1 < t0. Cubics are split by blossoming. */
export function portion(segment: Segment, t0: number, t1: number): Segment {
  if (t0 === 0 && t1 === 1) return segment;
  switch (segment.kind) {
    case 'line': {
      const [from, to] = [pointAt(segment, t0), pointAt(segment, t1)];
      if (!segment.depths) return line(from, to, segment.source);
      const [first, last] = segment.depths;
      const depthAt = (t: number): number => first + (last - first) * t;
      return slopingLine(from, to, [depthAt(t0), depthAt(t1)], segment.source);
    }
    case 'arc':
      return arc(
        segment.centre,
        segment.radius,
        segment.startAngle + segment.sweep * t0,
        segment.sweep * (t1 - t0),
        segment.source,
      );
    case 'cubic':
      return cubic(
        blossom(segment, t0, t0, t0),
        blossom(segment, t0, t0, t1),
        blossom(segment, t0, t1, t1),
        blossom(segment, t1, t1, t1),
        segment.source,
      );
  }
}

function blossom({ from, c1, c2, to }: CubicSegment, u: number, v: number, w: number): Point {
  const [a, b, c] = [mix(from, c1, u), mix(c1, c2, u), mix(c2, to, u)];
  return mix(mix(a, b, v), mix(b, c, v), w);
}

export function reverseSegment(segment: Segment): Segment {
  const { from, to, source } = segment;
  switch (segment.kind) {
    case 'line':
      return segment.depths
        ? slopingLine(to, from, [segment.depths[1], segment.depths[0]], source)
        : { kind: 'line', from: to, to: from, source };
    case 'cubic':
      return { kind: 'cubic', from: to, c1: segment.c2, c2: segment.c1, to: from, source };
    case 'arc':
      return {
        kind: 'arc',
        from: to,
        to: from,
        centre: segment.centre,
        radius: segment.radius,
        startAngle: segment.startAngle + segment.sweep,
        sweep: -segment.sweep,
        source,
      };
  }
}

/**
 * Ends the segment at the given points, which must be within a hair of its own: how neighbours come to share a joint
 * exactly.
 */
export function withEnds(segment: Segment, from: Point, to: Point): Segment {
  return { ...segment, from, to };
}

/** Carries the ends of a cubic to their joints with their handles, so that its direction there stays. */
export function moveEnds(segment: Segment, from: Point, to: Point): Segment {
  if (segment.kind !== 'cubic') return withEnds(segment, from, to);
  return {
    ...segment,
    from,
    to,
    c1: add(segment.c1, subtract(from, segment.from)),
    c2: add(segment.c2, subtract(to, segment.to)),
  };
}

/** Moves by (dx, dy) after scaling evenly by `factor`, depths too. */
export function placeSegment(segment: Segment, factor: number, dx: number, dy: number): Segment {
  const place = (p: Point): Point => ({ x: p.x * factor + dx, y: p.y * factor + dy });
  switch (segment.kind) {
    case 'line': {
      const { from, to, depths, source } = segment;
      if (!depths) return line(place(from), place(to), source);
      return slopingLine(place(from), place(to), [depths[0] * factor, depths[1] * factor], source);
    }
    case 'cubic':
      return cubic(place(segment.from), place(segment.c1), place(segment.c2), place(segment.to), segment.source);
    case 'arc':
      return {
        ...segment,
        from: place(segment.from),
        to: place(segment.to),
        centre: place(segment.centre),
        radius: segment.radius * factor,
      };
  }
}

/** Points whose hull holds the segment, its ends first and last. */
export function hullPoints(segment: Segment): Point[] {
  const { from, to } = segment;
  if (segment.kind === 'line') return [from, to];
  if (segment.kind === 'cubic') return [from, segment.c1, segment.c2, to];
  const { centre, radius, sweep } = segment;
  if (Math.abs(sweep) > 100)
    return [
      from,
      { x: centre.x - radius, y: centre.y - radius },
      { x: centre.x + radius, y: centre.y - radius },
      { x: centre.x + radius, y: centre.y + radius },
      { x: centre.x - radius, y: centre.y + radius },
      to,
    ];
  // The tangents at its ends meet outside an arc.
  const reach = 1 / Math.cos((sweep / 2) * RADIANS) ** 2;
  return [
    from,
    { x: centre.x + ((from.x + to.x) / 2 - centre.x) * reach, y: centre.y + ((from.y + to.y) / 2 - centre.y) * reach },
    to,
  ];
}

/** A box that surely holds the segment, and is quickly had. */
export const hullBoundsOf = (segment: Segment): Bounds => boundsOfPoints(hullPoints(segment));

/** The box round a segment, exact. */
export function segmentBounds(segment: Segment): Bounds {
  const { from, to } = segment;
  let [minX, maxX] = from.x < to.x ? [from.x, to.x] : [to.x, from.x];
  let [minY, maxY] = from.y < to.y ? [from.y, to.y] : [to.y, from.y];
  if (segment.kind === 'line') return { minX, minY, maxX, maxY };
  for (const t of segment.kind === 'arc' ? quarterTurns(segment) : turningPoints(segment)) {
    const { x, y } = pointAt(segment, t);
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return { minX, minY, maxX, maxY };
}

/** Where an arc passes the right, the top, the left or the bottom of its circle. */
function quarterTurns({ startAngle, sweep }: ArcSegment): number[] {
  const [low, high] = sweep > 0 ? [startAngle, startAngle + sweep] : [startAngle + sweep, startAngle];
  const turns: number[] = [];
  for (let angle = Math.ceil(low / 90) * 90; angle < high && turns.length < 5; angle += 90)
    turns.push((angle - startAngle) / sweep);
  return turns;
}

/** Where a cubic turns back in x or in y: roots of its derivative, when they lie on it. */
function turningPoints({ from, c1, c2, to }: CubicSegment): number[] {
  const turns: number[] = [];
  collectTurns(from.x, c1.x, c2.x, to.x, turns);
  collectTurns(from.y, c1.y, c2.y, to.y, turns);
  return turns;
}

function collectTurns(p0: number, p1: number, p2: number, p3: number, turns: number[]): void {
  if (Math.min(p0, p3) <= Math.min(p1, p2) && Math.max(p0, p3) >= Math.max(p1, p2)) return;
  const a = p3 - 3 * p2 + 3 * p1 - p0;
  const b = 2 * (p2 - 2 * p1 + p0);
  const c = p1 - p0;
  const push = (t: number) => {
    if (t > 0 && t < 1) turns.push(t);
  };
  const root = b * b - 4 * a * c;
  if (root < 0) return;
  // Written so that nothing cancels where the cubic is nearly a quadratic.
  const q = -0.5 * (b + (b < 0 ? -1 : 1) * Math.sqrt(root));
  if (a !== 0) push(q / a);
  if (q !== 0) push(c / q);
}

/** The same segment moved by (dx, dy) and given a source. */
export function moveSegment(segment: Segment, dx: number, dy: number, source: SourceId): Segment {
  const from = { x: segment.from.x + dx, y: segment.from.y + dy };
  const to = { x: segment.to.x + dx, y: segment.to.y + dy };
  switch (segment.kind) {
    case 'line':
      return lineAs(segment, from, to, source);
    case 'cubic':
      return {
        kind: 'cubic',
        from,
        c1: { x: segment.c1.x + dx, y: segment.c1.y + dy },
        c2: { x: segment.c2.x + dx, y: segment.c2.y + dy },
        to,
        source,
      };
    case 'arc':
      return {
        kind: 'arc',
        from,
        to,
        centre: { x: segment.centre.x + dx, y: segment.centre.y + dy },
        radius: segment.radius,
        startAngle: segment.startAngle,
        sweep: segment.sweep,
        source,
      };
  }
}

/**
 * How many straight pieces keep within `tolerance` mm of the segment, by the second-difference bound
 * (for a cubic: error <= max|second difference| * 6 / (8 n^2)).
 */
export function flatteningSteps(segment: Segment, tolerance: number): number {
  switch (segment.kind) {
    case 'line':
      return 1;
    case 'arc': {
      if (segment.radius <= tolerance) return Math.max(1, Math.ceil(Math.abs(segment.sweep) / 90));
      // 1 - cos(step / 2) = tolerance / radius, written so that vast radii do not round the step to nothing.
      const step = 4 * Math.asin(Math.sqrt(Math.min(1, tolerance / (2 * segment.radius))));
      return stepsWithin((Math.abs(segment.sweep) * RADIANS) / step);
    }
    case 'cubic': {
      const { from, c1, c2, to } = segment;
      const bend = Math.max(
        Math.hypot(from.x - 2 * c1.x + c2.x, from.y - 2 * c1.y + c2.y),
        Math.hypot(c1.x - 2 * c2.x + to.x, c1.y - 2 * c2.y + to.y),
      );
      return stepsWithin(Math.sqrt((0.75 * bend) / tolerance));
    }
  }
}

/** Numbers beyond reason, from a hostile file, must not exhaust the memory. */
const MOST_STEPS = 50_000;

const stepsWithin = (steps: number): number => Math.min(MOST_STEPS, Math.max(1, Math.ceil(steps)));

/** Length along the segment, mm, exact for lines and arcs and within 0.1 % for cubics. */
export function segmentLength(segment: Segment): number {
  if (segment.kind === 'line') return distance(segment.from, segment.to);
  if (segment.kind === 'arc') return Math.abs(segment.sweep) * RADIANS * segment.radius;
  const steps = Math.max(4, flatteningSteps(segment, 0.01));
  let total = 0;
  let last = segment.from;
  for (let i = 1; i <= steps; i++) {
    const next = pointAt(segment, i / steps);
    total += distance(last, next);
    last = next;
  }
  return total;
}

/** The integral of (x dy - y dx) / 2 along the segment, mm²: over a closed chain, the area within it (Green). */
export function sweptArea(segment: Segment): number {
  const { from, to } = segment;
  switch (segment.kind) {
    case 'line':
      return (from.x * to.y - to.x * from.y) / 2;
    case 'arc': {
      const { centre, radius, sweep } = segment;
      return (radius * radius * sweep * RADIANS + centre.x * (to.y - from.y) - centre.y * (to.x - from.x)) / 2;
    }
    case 'cubic': {
      const { c1, c2 } = segment;
      return (
        (from.x * (6 * c1.y + 3 * c2.y + to.y) +
          3 * (c1.x * (c2.y + to.y - 2 * from.y) - c2.x * (from.y + c1.y - 2 * to.y)) -
          to.x * (from.y + 3 * c1.y + 6 * c2.y)) /
        20
      );
    }
  }
}
