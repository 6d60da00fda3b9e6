import { boundsOfPoints } from '../geometry/bounds.ts';
import { componentRegion, componentsOf } from '../geometry/components.ts';
import { placeContour, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, contourLength } from '../geometry/contour-facts.ts';
import type { Point } from '../geometry/point.ts';
import type { Segment } from '../geometry/segment.ts';
import { astray } from './astray.ts';
import { barsAcross } from './bars-across.ts';
import { fitStroke } from './fit-stroke.ts';
import { linksBetween } from './linked.ts';
import { partsOf, type Knot, type Parts, type Reading } from './pieces.ts';
import { readByBends } from './plain-reading.ts';
import { readKnot } from './reading.ts';
import { settle, type Settled } from './settle.ts';
import { turnsByCorner } from './sharp-bends.ts';
import { skeletonOf, turnsNear, type Skeleton } from './skeleton.ts';
import { spansOf, type Span } from './spans.ts';
import { trackOf, type Track } from './tracks.ts';
import { straightStretches } from './straight-runs.ts';
import { readWaist } from './waist-reading.ts';
import { wallsOf, type Walls } from './walls.ts';

/** How strokes are traced. */
export interface CenterlinePlan {
  /** What counts as a serif or a fault of the outline rather than a stroke: 1 as measured, 0 keeps all. */
  readonly spurs: number;
  /** Strokes run to the edge where they end flat; or end half their width before it, as those with round ends do. */
  readonly ends: 'full' | 'short';
  /** Long runs that are nearly straight become straight. */
  readonly straight: boolean;
}

/** A stroke down the middle of an area. */
export interface TracedStroke {
  readonly contour: Contour;
  /** A dot of the area's: as wide as this, mm; its contour is a short line at its middle. 0 for strokes. */
  readonly dot: number;
}

export const USUAL_CENTERLINE: CenterlinePlan = { spurs: 1, ends: 'full', straight: false };

/** Traces the strokes of an area part by part: lines, arcs and curves, open or closed, in mm. */
export function centerline(area: Region, plan: CenterlinePlan = USUAL_CENTERLINE): TracedStroke[] {
  return componentsOf(area).flatMap((part) => traced(componentRegion(part), plan));
}

function traced(part: Region, plan: CenterlinePlan): TracedStroke[] {
  const edge = part.reduce((sum, contour) => sum + contourLength(contour), 0);
  const area = part.reduce((sum, contour) => sum + contourArea(contour), 0);
  if (!(area > 0) || !(edge > 0)) return [];
  // A band's half-width is its area against its edge.
  const scale = edge / area;
  const { minX, minY, maxX, maxY } = boundsOfPoints(part[0]!.segments.map(({ from }) => from));
  const [cx, cy] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const source = part[0]!.segments[0]!.source;
  const own = part.map((contour) => placeContour(contour, scale, -cx * scale, -cy * scale));
  const { strokes, half } = strokesOf(own, plan);
  const tolerance = half === null ? TOLERANCE_FACING : TOLERANCE;
  return strokes.map((drawn): TracedStroke => {
    const { segments, closed } = placeContour(fitted(drawn, tolerance, plan.straight), 1 / scale, cx, cy);
    return {
      contour: { closed, segments: segments.map((segment) => ({ ...segment, source })) },
      dot: drawn.dot / scale,
    };
  });
}

interface Drawn {
  readonly points: readonly Point[];
  /** Which of the points are corners. */
  readonly corners: readonly number[];
  readonly closed: boolean;
  readonly dot: number;
}

/** Dots are drawn as lines of this length, in half-widths. */
const DOT = 0.04;

/** A trace less astray than this is as good as any. */
const ASTRAY = 0.3;
/** The skeleton bends where strokes merge: it is followed only where the others are further astray than this. */
const ASTRAY_INDEED = 1.2;

/** The strokes of one part, and half their width where that is one. */
interface Trace {
  readonly strokes: readonly Drawn[];
  readonly half: number | null;
}

function strokesOf(region: Region, plan: CenterlinePlan): Trace {
  const skeleton = skeletonOf(region);
  const walls = wallsOf(skeleton.axis.samples);
  const turns = turnsNear(skeleton.axis.samples, 0.15);
  let [best, least] = [{ strokes: [], half: null } as Trace, Infinity];
  for (const told of ['walls', 'facing', 'skeleton'] as const) {
    if (least < (told === 'skeleton' ? ASTRAY_INDEED : ASTRAY)) break;
    // Where strokes are not of one width, walls told nothing before.
    if (told === 'facing' && best.half === null) continue;
    const parts = partsOf(skeleton, plan.spurs, told);
    const strokes = strokesOfParts(skeleton, walls, turns, parts, plan);
    const off = astray(strokes, walls);
    if (off < least) [best, least] = [{ strokes, half: parts.half }, off];
  }
  return best;
}

function strokesOfParts(
  skeleton: Skeleton,
  walls: Walls,
  turns: Float64Array,
  { pieces, knots, dots, half }: Parts,
  plan: CenterlinePlan,
): Drawn[] {
  const readings = new Map<Knot, Reading>();
  for (const knot of knots) {
    const tracks = knot.legs.map((leg) => trackOf(skeleton, leg));
    const isCorner = (a: Track, b: Track): boolean => !knot.isBend || turnsByCorner(a, b, walls, turns);
    const reading = half === null ? readByBends(tracks, isCorner) : readKnot(skeleton, walls, knot, tracks, half);
    readings.set(knot, knot.loops ? readWaist(reading, knot.loops, tracks) : reading);
  }
  const spans = spansOf(skeleton, pieces, readings);
  const settled = barsAcross(settle(skeleton, walls, spans, half, turns, plan.ends === 'short'), walls, turns, plan);
  const dotted = dots.map((t): Drawn => {
    const [x, y] = [skeleton.x[t]!, skeleton.y[t]!];
    const points = [
      { x: x - DOT / 2, y },
      { x: x + DOT / 2, y },
    ];
    return { points, corners: [], closed: false, dot: 2 * skeleton.radius[t]! };
  });
  const strokes = chained(settled);
  const links = linksBetween(
    strokes.map(({ points }) => points),
    walls,
  ).map((points): Drawn => ({ points, corners: [], closed: false, dot: 0 }));
  return [...strokes, ...links, ...dotted];
}

/** Spans that turn corners into each other as one stroke. */
function chained(settled: readonly Settled[]): Drawn[] {
  const bySpan = new Map<Span, Settled>(settled.map((each) => [each.span, each]));
  const done = new Set<Span>();
  const drawn: Drawn[] = [];
  for (const { span, points } of settled) {
    if (done.has(span)) continue;
    if (span.closed) {
      done.add(span);
      drawn.push({ points, corners: [], closed: true, dot: 0 });
      continue;
    }
    // Back to where the stroke begins.
    let [first, end] = [span, 0 as 0 | 1];
    let isRing = false;
    for (let guard = 0; guard <= settled.length; guard++) {
      const own = first.ends[end];
      if (own.kind !== 'corner') break;
      [first, end] = [own.other.span, own.other.end === 0 ? 1 : 0];
      if (first === span && end === 0) {
        isRing = true;
        break;
      }
    }
    const whole: Point[] = [];
    const corners: number[] = [];
    for (let [at, from] = [first, end]; !done.has(at);) {
      done.add(at);
      const own = bySpan.get(at)!.points;
      const ordered = from === 0 ? own : [...own].reverse();
      if (whole.length > 0) corners.push(whole.length - 1);
      whole.push(...(whole.length > 0 ? ordered.slice(1) : ordered));
      const out = at.ends[from === 0 ? 1 : 0];
      if (out.kind !== 'corner') break;
      [at, from] = [out.other.span, out.other.end];
    }
    if (isRing) {
      whole.pop();
      corners.unshift(0);
    }
    drawn.push({ points: whole, corners, closed: isRing, dot: 0 });
  }
  return drawn;
}

/** Curves are fitted within this, half-widths: where walls tell strokes, and where they are told less surely. */
const [TOLERANCE, TOLERANCE_FACING] = [0.012, 0.024];
/** At even steps so long. */
const FINE = 0.04;

/** Lines, arcs and curves along what was drawn. */
function fitted({ points, corners, closed }: Drawn, tolerance: number, straight: boolean): Contour {
  const cuts = closed
    ? [...(corners.length > 0 ? corners : [0]), points.length + (corners[0] ?? 0)]
    : [0, ...corners, points.length - 1];
  const segments: Segment[] = [];
  for (let k = 0; k + 1 < cuts.length; k++) {
    const run: Point[] = [];
    for (let i = cuts[k]!; i <= cuts[k + 1]!; i++) run.push(points[i % points.length]!);
    const fine = resampled(run, FINE);
    segments.push(
      ...fitStroke(fine, tolerance, closed && corners.length === 0, straight ? straightStretches(fine) : []),
    );
  }
  return { segments, closed };
}

/** Points along a smooth run at about even steps, by curves through its points (Catmull and Rom). */
function resampled(run: readonly Point[], step: number): Point[] {
  const points: Point[] = [run[0]!];
  for (let i = 0; i + 1 < run.length; i++) {
    const [b, c] = [run[i]!, run[i + 1]!];
    const a = run[i - 1] ?? { x: 2 * b.x - c.x, y: 2 * b.y - c.y };
    const d = run[i + 2] ?? { x: 2 * c.x - b.x, y: 2 * c.y - b.y };
    const count = Math.max(1, Math.round(Math.hypot(c.x - b.x, c.y - b.y) / step));
    for (let k = 1; k <= count; k++) {
      const t = k / count;
      const of = (p: number, q: number, r: number, s: number) =>
        q + 0.5 * t * (r - p + t * (2 * p - 5 * q + 4 * r - s + t * (3 * (q - r) + s - p)));
      points.push({ x: of(a.x, b.x, c.x, d.x), y: of(a.y, b.y, c.y, d.y) });
    }
  }
  return points;
}
