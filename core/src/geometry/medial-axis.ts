import Delaunator from 'delaunator';
import type { Contour, Region } from './contour.ts';
import { partEdges, sampleEdges, waysAlong, type AtCorner, type EdgeSamples } from './edge-samples.ts';

/**
 * The middle lines of a region's material and of its gaps: centres of the empty discs that touch the edges in several
 * points, linked where they run on. A disc's diameter is the local thickness.
 */
export interface MedialAxis {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly radius: Float64Array;
  /**
   * Half the way across at each disc, mm: from an edge straight to the wall across where that lies over it, else the
   * radius. Where samples stand further apart than the walls, the radius tells of the samples, and this of the walls.
   */
  readonly half: Float64Array;
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
  readonly samples: EdgeSamples;
}

/** Widths up to which thickness is to be told exactly, mm, on each side of the edges. */
export interface CareLimits {
  readonly material: number;
  readonly gaps: number;
}

/** Rounds of setting more points where walls come near each other. */
const ROUNDS = 8;

/** So few edges that are a little too long, against all or by number, are not worth triangulating once more. */
const FEW = 0.02;
const A_FEW = 4;

/** An edge is parted into so many at most in one round. */
const MOST_PARTS = 8;

/** How long an edge may be against the radius of the disc that touches it: below the limit (about), and above. */
const FINE = 0.4;
const COARSE = 0.7;
const ABOUT = 1.12;

/** Edges shorter than this, mm, are not parted; nor those at a corner's tip, shorter than this share of the limit. */
const SHORTEST = 0.02;
const TIP_SHARE = 0.04;

/** An apex this near along the contour, against the way across to it, lies round a corner of the same edge. */
const ROUND_A_CORNER = 1.5;

/**
 * Finds the medial axis by the Delaunay triangulation of points along the edges (the discs through three points that
 * hold no other; Attali, Boissonnat and Edelsbrunner, "Stability and computation of medial axes", 2009). Where an edge
 * is missing from the triangulation, or long against the disc at it, points are added on the curve.
 * @param care up to where widths are to be told within about 2 %
 * @param finer how many times finer than usual: to check the usual against
 */
export function medialAxis(region: Region, care: CareLimits, finer = 1): MedialAxis {
  const { samples, triangles, halfedges } = refined(
    sampleEdges(region, gradedTo(care, finer), (form) => samplesOfForm(form, care, finer)),
    care,
    finer,
  );
  return axisOf(samples, triangles, halfedges);
}

/**
 * Samples beside a corner stand as near to each other as the discs between its sides ask for: the further from its tip,
 * the wider they are. What is set so at once need not be found round by round.
 */
function gradedTo(care: CareLimits, finer: number): AtCorner {
  return (turn, most) => {
    const limit = turn > 0 ? care.material : care.gaps;
    const tip = Math.max(SHORTEST, TIP_SHARE * limit) / finer;
    /** Radius of the disc between the sides that touches them so far from the tip, against that way. */
    const widening = 1 / Math.tan((Math.abs(turn) * Math.PI) / 360);
    const graded: number[] = [];
    for (let far = tip; far < most;) {
      const radius = far * widening;
      const step = Math.max(tip, (radius * (2 * radius < ABOUT * limit ? FINE : COARSE)) / finer);
      // So blunt that two samples are as near as they need be.
      if (step > far + tip) break;
      graded.push(far);
      far += step;
    }
    return graded;
  };
}

/** The samples of a form by itself, as they were last asked for. */
const known = new WeakMap<Contour, { readonly how: string; readonly samples: EdgeSamples }>();

/** What a form that stands in several places asks for by itself: only its neighbours are then left to look at. */
function samplesOfForm(form: Contour, care: CareLimits, finer: number): EdgeSamples {
  const how = `${care.material} ${care.gaps} ${finer}`;
  let own = known.get(form);
  if (own?.how !== how)
    known.set(form, (own = { how, samples: refined(sampleEdges([form], gradedTo(care, finer)), care, finer).samples }));
  return own.samples;
}

interface Triangulation {
  readonly samples: EdgeSamples;
  readonly triangles: Uint32Array;
  readonly halfedges: Int32Array;
}

/** Parts edges until none is long against the disc that touches it. */
function refined(first: EdgeSamples, care: CareLimits, finer: number): Triangulation {
  let samples = first;
  for (let round = 0; ; round++) {
    const coords = new Float64Array(samples.x.length * 2);
    for (let i = 0; i < samples.x.length; i++) {
      coords[2 * i] = samples.x[i]!;
      coords[2 * i + 1] = samples.y[i]!;
    }
    const { triangles, halfedges } = new Delaunator(coords);
    const parts = round < ROUNDS ? partsWanted(samples, triangles, care, finer) : null;
    if (!parts) return { samples, triangles, halfedges };
    samples = partEdges(samples, parts);
  }
}

const following = (edge: number): number => (edge % 3 === 2 ? edge - 2 : edge + 1);
const preceding = (edge: number): number => (edge % 3 === 0 ? edge + 2 : edge - 1);

/** Radius of the circle through three points. */
function circumradius(ax: number, ay: number, bx: number, by: number, cx: number, cy: number): number {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, cx - ax, cy - ay];
  const twice = 2 * (ux * vy - uy * vx);
  if (twice === 0) return Infinity;
  const [uu, vv] = [ux * ux + uy * uy, vx * vx + vy * vy];
  const [px, py] = [(vy * uu - uy * vv) / twice, (ux * vv - vx * uu) / twice];
  return Math.sqrt(px * px + py * py);
}

/** Into how many parts each edge is to be parted; null where none is missing and hardly any asks for it. */
function partsWanted(samples: EdgeSamples, triangles: Uint32Array, care: CareLimits, finer: number): Uint8Array | null {
  const { x, y, next, contour } = samples;
  const { along, whole } = waysAlong(samples);
  const present = new Uint8Array(x.length);
  const parts = new Uint8Array(x.length).fill(1);
  let [longer, missing] = [0, 0];
  for (let e = 0; e < triangles.length; e++) {
    const [from, to] = [triangles[e]!, triangles[following(e)]!];
    // As in `sidesOf`.
    const ahead = next[from] === to;
    if (!ahead && next[to] !== from) continue;
    const start = ahead ? from : to;
    present[start] = 1;
    const [dx, dy] = [x[to]! - x[from]!, y[to]! - y[from]!];
    const long = Math.sqrt(dx * dx + dy * dy);
    if (long <= SHORTEST / finer) continue;
    const apex = triangles[preceding(e)]!;
    const [ax, ay] = [x[apex]! - x[from]!, y[apex]! - y[from]!];
    let radius = circumradius(x[from]!, y[from]!, x[to]!, y[to]!, x[apex]!, y[apex]!);
    // The disc through the ends of a long edge is far wider than what fits between it and a wall across.
    const share = (ax * dx + ay * dy) / (long * long);
    if (share > 0 && share < 1) radius = Math.min(radius, Math.abs(ax * dy - ay * dx) / long / 2);
    const limit = ahead ? care.gaps : care.material;
    let wanted = (radius * (2 * radius < ABOUT * limit ? FINE : COARSE)) / finer;
    if (contour[apex] === contour[from]) {
      const way = Math.abs(along[apex]! - along[start]!);
      const near = Math.min(way, whole[contour[apex]!]! - way);
      if (near < ROUND_A_CORNER * Math.sqrt(ax * ax + ay * ay)) wanted = Math.max(wanted, (TIP_SHARE * limit) / finer);
    }
    const count = Math.min(MOST_PARTS, Math.ceil(long / Math.max(wanted, SHORTEST / finer) - 1e-9));
    if (count <= parts[start]!) continue;
    longer += count - parts[start]!;
    parts[start] = count;
  }
  for (let i = 0; i < x.length; i++) {
    if (present[i] === 1 || parts[i]! > 1) continue;
    const to = next[i]!;
    if (Math.hypot(x[i]! - x[to]!, y[i]! - y[to]!) <= SHORTEST / 2) continue;
    parts[i] = 2;
    missing++;
  }
  return missing > 0 || longer > Math.max(A_FEW, FEW * x.length) ? parts : null;
}

function axisOf(samples: EdgeSamples, triangles: Uint32Array, halfedges: Int32Array): MedialAxis {
  const count = triangles.length / 3;
  const { x, y } = samples;
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
    radius[t] = Math.sqrt(ux * ux + uy * uy);
    const [wx, wy] = [x[b]! - x[c]!, y[b]! - y[c]!];
    facing[t] = Math.sqrt(Math.max(bb, cc, wx * wx + wy * wy)) / (2 * radius[t]!);
  }
  const side = sidesOf(samples, triangles, halfedges);
  const half = halvesAcross(samples, triangles, radius);
  const linked = linksOf(samples, triangles, halfedges, side);
  const passage = new Float64Array(linked.length);
  const links = new Uint32Array(2 * linked.length);
  const ends = new Uint32Array(2 * linked.length);
  for (let k = 0; k < linked.length; k++) {
    const e = linked[k]!;
    const [p, q] = [triangles[e]!, triangles[following(e)]!];
    const [s, t] = [Math.floor(e / 3), Math.floor(halfedges[e]! / 3)];
    links[2 * k] = s;
    links[2 * k + 1] = t;
    ends[2 * k] = p;
    ends[2 * k + 1] = q;
    // Where the two centres lie on both sides of the chord between the walls, the passage is the chord itself.
    const [dx, dy] = [x[q]! - x[p]!, y[q]! - y[p]!];
    const apex = triangles[preceding(e)]!;
    const own = (x[apex]! - x[p]!) * dy - (y[apex]! - y[p]!) * dx;
    const sBeyond = (cx[s]! - x[p]!) * dy - (cy[s]! - y[p]!) * dx;
    const tBeyond = (cx[t]! - x[p]!) * dy - (cy[t]! - y[p]!) * dx;
    const pinched = sBeyond * own >= 0 && tBeyond * own <= 0;
    passage[k] = pinched ? Math.sqrt(dx * dx + dy * dy) / 2 : Math.min(half[s]!, half[t]!);
  }
  return {
    x: cx,
    y: cy,
    radius,
    half,
    side,
    facing,
    contacts: triangles,
    links,
    passage,
    ends,
    samples,
  };
}

/** Edges between two triangles of one side that are no edge of the region, each once. */
function linksOf({ next }: EdgeSamples, triangles: Uint32Array, halfedges: Int32Array, side: Uint8Array): Uint32Array {
  const linked = new Uint32Array(triangles.length / 2);
  let count = 0;
  for (let e = 0; e < triangles.length; e++) {
    const other = halfedges[e]!;
    if (other <= e) continue;
    const [p, q] = [triangles[e]!, triangles[following(e)]!];
    if (next[p] === q || next[q] === p) continue;
    const own = side[Math.floor(e / 3)]!;
    if (own !== 0 && own === side[Math.floor(other / 3)]) linked[count++] = e;
  }
  return linked.subarray(0, count);
}

/** See `MedialAxis.half`. */
function halvesAcross({ x, y, next }: EdgeSamples, triangles: Uint32Array, radius: Float64Array): Float64Array {
  const half = radius.slice();
  for (let e = 0; e < triangles.length; e++) {
    const [from, to, apex] = [triangles[e]!, triangles[following(e)]!, triangles[preceding(e)]!];
    if (next[from] !== to && next[to] !== from) continue;
    const t = Math.floor(e / 3);
    const [dx, dy, ax, ay] = [x[to]! - x[from]!, y[to]! - y[from]!, x[apex]! - x[from]!, y[apex]! - y[from]!];
    const squared = dx * dx + dy * dy;
    const along = ax * dx + ay * dy;
    if (along <= 0 || along >= squared) continue;
    half[t] = Math.min(half[t]!, Math.abs(ax * dy - ay * dx) / Math.sqrt(squared) / 2);
  }
  return half;
}

/** Tells each triangle's side from the edges it has, and carries it across the edges that are none. */
function sidesOf({ next }: EdgeSamples, triangles: Uint32Array, halfedges: Int32Array): Uint8Array {
  const side = new Uint8Array(triangles.length / 3);
  const waiting: number[] = [];
  for (let e = 0; e < triangles.length; e++) {
    const [from, to] = [triangles[e]!, triangles[following(e)]!];
    // Delaunator's triangles run clockwise where y is up: an edge that follows the contour has its triangle to the
    // right.
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
