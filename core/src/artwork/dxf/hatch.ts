import type { Contour } from '../../geometry/contour.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { arc, line, reverseSegment, withEnds, type Segment } from '../../geometry/segment.ts';
import { ellipse, polyline, type Vertex } from './runs.ts';
import { splineSegments } from './splines.ts';
import type { Tag } from './tags.ts';

const DEGREES = 180 / Math.PI;

/** The outlines of a hatch: what it fills, by the even-odd rule. */
export function hatchOutlines(tags: readonly Tag[]): Contour[] {
  const reader = new Reader(tags);
  reader.to(91);
  const paths = reader.number(91);
  const contours: Contour[] = [];
  for (let i = 0; i < paths && reader.has(92); i++) {
    const isPolyline = (reader.number(92) & 2) === 2;
    contours.push(...(isPolyline ? polylinePath(reader) : edgePath(reader)));
    reader.to(92);
  }
  return contours;
}

/** Reads tags one after the other. */
class Reader {
  readonly #tags: readonly Tag[];
  #at = 0;

  constructor(tags: readonly Tag[]) {
    this.#tags = tags;
  }

  has(code: number): boolean {
    return this.#tags[this.#at]?.code === code;
  }

  to(code: number): void {
    while (this.#at < this.#tags.length && !this.has(code)) this.#at++;
  }

  /** The value of the next tag, where it is of this code. */
  number(code: number, otherwise = 0): number {
    if (!this.has(code)) return otherwise;
    const value = Number(this.#tags[this.#at++]!.value);
    return Number.isFinite(value) ? value : otherwise;
  }

  point(code: number): Point {
    return { x: this.number(code), y: this.number(code + 10) };
  }
}

function polylinePath(reader: Reader): Contour[] {
  reader.number(72);
  reader.number(73);
  const count = reader.number(93);
  const vertices: Vertex[] = [];
  for (let i = 0; i < count && reader.has(10); i++) vertices.push({ ...reader.point(10), bulge: reader.number(42) });
  return polyline(vertices, true);
}

function edgePath(reader: Reader): Contour[] {
  const count = reader.number(93);
  const segments: Segment[] = [];
  for (let i = 0; i < count && reader.has(72); i++) segments.push(...edge(reader));
  return segments.length > 0 ? [{ segments: chained(segments), closed: true }] : [];
}

function edge(reader: Reader): Segment[] {
  switch (reader.number(72)) {
    case 1:
      return [line(reader.point(10), reader.point(11), '')];
    case 2: {
      const [centre, radius] = [reader.point(10), reader.number(40)];
      const [start, end, forwards] = turns(reader);
      const sweep = (((end - start) % 360) + 360) % 360 || 360;
      return [arc(centre, radius, forwards ? start : -start, forwards ? sweep : -sweep, '')];
    }
    case 3: {
      const [centre, major, ratio] = [reader.point(10), reader.point(11), reader.number(40)];
      const [start, end, forwards] = turns(reader).map(Number) as [number, number, number];
      const [from, to] = forwards ? [start, end] : [-end, -start];
      const own = ellipse(centre, major, ratio, from / DEGREES, to / DEGREES).flatMap(({ segments }) => segments);
      return forwards ? own : own.map(reverseSegment).reverse();
    }
    case 4:
      return splineEdge(reader);
    default:
      return [];
  }
}

function turns(reader: Reader): [start: number, end: number, forwards: boolean] {
  const [start, end] = [reader.number(50), reader.number(51)];
  return [start, end, reader.number(73, 1) === 1];
}

function splineEdge(reader: Reader): Segment[] {
  const degree = reader.number(94, 3);
  reader.number(73);
  reader.number(74);
  const [knotCount, pointCount] = [reader.number(95), reader.number(96)];
  const [knots, points, weights]: [number[], Point[], number[]] = [[], [], []];
  for (let i = 0; i < knotCount && reader.has(40); i++) knots.push(reader.number(40));
  for (let i = 0; i < pointCount && reader.has(10); i++) {
    points.push(reader.point(10));
    if (reader.has(42)) weights.push(reader.number(42));
  }
  return splineSegments({ degree, knots, points, weights });
}

/** Edges end to end: some are written the other way round, and ends differ in their last digits. */
function chained(segments: readonly Segment[]): Segment[] {
  const chain: Segment[] = [];
  for (const segment of segments) {
    const last = chain.at(-1);
    if (!last) {
      chain.push(segment);
      continue;
    }
    const isTurned = distance(last.to, segment.to) < distance(last.to, segment.from);
    const own = isTurned ? reverseSegment(segment) : segment;
    if (distance(last.to, own.from) > 0 && own.kind === 'line') chain.push(withEnds(own, last.to, own.to));
    else chain.push(own);
  }
  const [first, last] = [chain[0]!, chain.at(-1)!];
  if (distance(first.from, last.to) > 0) chain.push(line(last.to, first.from, ''));
  return chain;
}
