import Delaunator from 'delaunator';
import type { Region } from './contour.ts';
import { pointAt, segmentLength, type SourceId } from './segment.ts';

/** Points along the edges of a region, in the order of its contours. The material lies to the left of the way from each to the next. */
interface Samples {
  readonly x: number[];
  readonly y: number[];
  readonly source: SourceId[];
  /** The sample that follows along the contour. */
  readonly next: number[];
}

/**
 * The middle lines of a region's material and of its gaps: centres of the empty discs that touch the edges in several
 * points, linked where they run on. A disc's diameter is the local thickness.
 */
export interface MedialAxis {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly radius: Float64Array;
  /** 1 in the material, 2 in gaps, 0 where no edge could tell. */
  readonly side: Uint8Array;
  /** Links between neighbouring discs: two node numbers each. */
  readonly links: Uint32Array;
  /** Half the width of the passage between the discs of a link, mm, and its two ends on the edges. */
  readonly passage: Float64Array;
  readonly ends: Uint32Array;
  /** Longest side of the triangle a disc goes through, against its diameter: near 1 where two walls face each other. */
  readonly facing: Float64Array;
  /** The edge points of each disc: three sample numbers. */
  readonly contacts: Uint32Array;
  readonly sampleX: readonly number[];
  readonly sampleY: readonly number[];
  readonly source: readonly SourceId[];
}

/** Rounds of setting more points where walls come near each other. */
const ROUNDS = 6;

/** Most points that are compared: a job that needs more is measured less finely. */
const MOST_SAMPLES = 150_000;

/** An edge between two points may be this long against the disc that touches it. */
const FINE = 0.4;

/**
 * Finds the medial axis by the Delaunay triangulation of points along the edges (the discs through three points that hold
 * no other; Attali, Boissonnat and Edelsbrunner, "Stability and computation of medial axes", 2009). Where an edge is
 * missing from the triangulation, or long against the disc at it and that disc is smaller than `care`, points are added.
 * @param step distance of points to begin with, mm
 * @param care thicknesses up to this, mm, are to be told within about 2 %
 */
export function medialAxis(region: Region, step: number, care: number): MedialAxis {
  let samples = sample(region, step);
  for (let round = 0; ; round++) {
    const coords = new Float64Array(samples.x.length * 2);
    samples.x.forEach((x, i) => {
      coords[2 * i] = x;
      coords[2 * i + 1] = samples.y[i]!;
    });
    const { triangles, halfedges } = new Delaunator(coords);
    const refined = round < ROUNDS && samples.x.length < MOST_SAMPLES ? refine(samples, triangles, care) : null;
    if (!refined) return axisOf(samples, triangles, halfedges);
    samples = refined;
  }
}

function sample(region: Region, wanted: number): Samples {
  const total = region.reduce(
    (sum, { segments }) => sum + segments.reduce((all, segment) => all + segmentLength(segment), 0),
    0,
  );
  const step = Math.max(wanted, total / (MOST_SAMPLES / 3));
  const samples: Samples = { x: [], y: [], source: [], next: [] };
  for (const { segments } of region) {
    const first = samples.x.length;
    for (const segment of segments) {
      const count = Math.max(1, Math.ceil(segmentLength(segment) / step));
      for (let i = 0; i < count; i++) {
        const { x, y } = i === 0 ? segment.from : pointAt(segment, i / count);
        samples.x.push(x);
        samples.y.push(y);
        samples.source.push(segment.source);
        samples.next.push(samples.x.length);
      }
    }
    if (samples.x.length > first) samples.next[samples.x.length - 1] = first;
  }
  return samples;
}

const following = (edge: number): number => (edge % 3 === 2 ? edge - 2 : edge + 1);
const preceding = (edge: number): number => (edge % 3 === 0 ? edge + 2 : edge - 1);

/** Radius of the circle through a triangle's corners. */
function circumradius(samples: Samples, triangles: Uint32Array, t: number): number {
  const [a, b, c] = [triangles[3 * t]!, triangles[3 * t + 1]!, triangles[3 * t + 2]!];
  const { x, y } = samples;
  const [bx, by, cx, cy] = [x[b]! - x[a]!, y[b]! - y[a]!, x[c]! - x[a]!, y[c]! - y[a]!];
  const twice = 2 * (bx * cy - by * cx);
  if (twice === 0) return Infinity;
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy];
  return Math.hypot((cy * bb - by * cc) / twice, (bx * cc - cx * bb) / twice);
}

/** Adds a point in the middle of each edge that asks for one; null where none does. */
function refine(samples: Samples, triangles: Uint32Array, care: number): Samples | null {
  const { x, y, next } = samples;
  const present = new Uint8Array(x.length);
  const coarse = new Uint8Array(x.length);
  for (let e = 0; e < triangles.length; e++) {
    const [from, to] = [triangles[e]!, triangles[following(e)]!];
    const start = next[from] === to ? from : next[to] === from ? to : -1;
    if (start < 0) continue;
    present[start] = 1;
    const radius = circumradius(samples, triangles, Math.floor(e / 3));
    if (2 * radius < care && Math.hypot(x[from]! - x[to]!, y[from]! - y[to]!) > Math.max(FINE * radius, 0.02))
      coarse[start] = 1;
  }
  const refined: Samples = { x: [], y: [], source: [], next: [] };
  const renumbered = new Uint32Array(x.length);
  let added = 0;
  for (let i = 0; i < x.length; i++) {
    renumbered[i] = refined.x.length;
    refined.x.push(x[i]!);
    refined.y.push(y[i]!);
    refined.source.push(samples.source[i]!);
    refined.next.push(-1);
    const to = next[i]!;
    const long = Math.hypot(x[i]! - x[to]!, y[i]! - y[to]!) > 0.01;
    if (long && (present[i] === 0 || coarse[i] === 1)) {
      added++;
      refined.x.push((x[i]! + x[to]!) / 2);
      refined.y.push((y[i]! + y[to]!) / 2);
      refined.source.push(samples.source[i]!);
      refined.next.push(-1);
    }
  }
  if (added === 0) return null;
  for (let i = 0; i < x.length; i++) {
    const at = renumbered[i]!;
    const halved = i + 1 < x.length ? renumbered[i + 1]! > at + 1 : refined.x.length > at + 1;
    const end = renumbered[next[i]!]!;
    if (halved) {
      refined.next[at] = at + 1;
      refined.next[at + 1] = end;
    } else refined.next[at] = end;
  }
  return refined;
}

function axisOf(samples: Samples, triangles: Uint32Array, halfedges: Int32Array): MedialAxis {
  const count = triangles.length / 3;
  const { x, y, next } = samples;
  const [cx, cy, radius, facing] = [
    new Float64Array(count),
    new Float64Array(count),
    new Float64Array(count),
    new Float64Array(count),
  ];
  for (let t = 0; t < count; t++) {
    const [a, b, c] = [triangles[3 * t]!, triangles[3 * t + 1]!, triangles[3 * t + 2]!];
    const [bx, by, ccx, ccy] = [x[b]! - x[a]!, y[b]! - y[a]!, x[c]! - x[a]!, y[c]! - y[a]!];
    const twice = 2 * (bx * ccy - by * ccx);
    const [bb, cc] = [bx * bx + by * by, ccx * ccx + ccy * ccy];
    const [ux, uy] = twice === 0 ? [1e9, 1e9] : [(ccy * bb - by * cc) / twice, (bx * cc - ccx * bb) / twice];
    cx[t] = x[a]! + ux;
    cy[t] = y[a]! + uy;
    radius[t] = Math.hypot(ux, uy);
    facing[t] = Math.max(Math.sqrt(bb), Math.sqrt(cc), Math.hypot(x[b]! - x[c]!, y[b]! - y[c]!)) / (2 * radius[t]!);
  }
  const side = sidesOf(samples, triangles, halfedges);
  const links: number[] = [];
  const passage: number[] = [];
  const ends: number[] = [];
  for (let e = 0; e < triangles.length; e++) {
    const other = halfedges[e]!;
    if (other <= e) continue;
    const [p, q] = [triangles[e]!, triangles[following(e)]!];
    if (next[p] === q || next[q] === p) continue;
    const [s, t] = [Math.floor(e / 3), Math.floor(other / 3)];
    if (side[s] === 0 || side[s] !== side[t]) continue;
    links.push(s, t);
    ends.push(p, q);
    // Where the two centres lie on both sides of the chord between the walls, the passage is the chord itself.
    const [dx, dy] = [x[q]! - x[p]!, y[q]! - y[p]!];
    const beyond = (u: number) => (cx[u]! - x[p]!) * dy - (cy[u]! - y[p]!) * dx;
    const apex = triangles[preceding(e)]!;
    const own = (x[apex]! - x[p]!) * dy - (y[apex]! - y[p]!) * dx;
    const pinched = beyond(s) * own >= 0 && beyond(t) * own <= 0;
    passage.push(pinched ? Math.hypot(dx, dy) / 2 : Math.min(radius[s]!, radius[t]!));
  }
  return {
    x: cx,
    y: cy,
    radius,
    side,
    facing,
    contacts: triangles,
    links: Uint32Array.from(links),
    passage: Float64Array.from(passage),
    ends: Uint32Array.from(ends),
    sampleX: x,
    sampleY: y,
    source: samples.source,
  };
}

/** Tells each triangle's side from the edges it has, and carries it across the edges that are none. */
function sidesOf({ next }: Samples, triangles: Uint32Array, halfedges: Int32Array): Uint8Array {
  const side = new Uint8Array(triangles.length / 3);
  const waiting: number[] = [];
  for (let e = 0; e < triangles.length; e++) {
    const [from, to] = [triangles[e]!, triangles[following(e)]!];
    // Delaunator's triangles run clockwise where y is up: an edge that follows the contour has its triangle to the right.
    const seen = next[from] === to ? 2 : next[to] === from ? 1 : 0;
    const t = Math.floor(e / 3);
    if (seen === 0 || side[t] !== 0) continue;
    side[t] = seen;
    waiting.push(t);
  }
  for (let t = waiting.pop(); t !== undefined; t = waiting.pop()) {
    for (let e = 3 * t; e < 3 * t + 3; e++) {
      const [from, to] = [triangles[e]!, triangles[following(e)]!];
      if (halfedges[e]! < 0 || next[from] === to || next[to] === from) continue;
      const other = Math.floor(halfedges[e]! / 3);
      if (side[other] !== 0) continue;
      side[other] = side[t]!;
      waiting.push(other);
    }
  }
  return side;
}
