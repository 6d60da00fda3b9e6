/** Traced strokes against those that an area was made from. */
import { type Contour } from '../../core/src/geometry/contour.ts';
import { distance, type Point } from '../../core/src/geometry/point.ts';
import { lengthOf } from '../../core/src/fills/polyline.ts';
import { near } from '../../core/test/thickened.ts';
import { featuresOf, polylineOf, turnAt, type Polyline } from './features.ts';

export interface Score {
  /** Shares within 5 % of the width. */
  readonly coverage: number;
  readonly precision: number;
  /** Of traced points from the known strokes, in widths. */
  readonly off: number;
  readonly missingEnds: number;
  readonly spurs: number;
  readonly junctions: number;
  readonly notPassed: number;
  readonly kinks: number;
  readonly breaks: number;
  readonly nodesPer10: number;
  readonly isFaultless: boolean;
}

export const FAULTS = ['missingEnds', 'spurs', 'junctions', 'notPassed', 'kinks', 'breaks'] as const;

/** A way turns by this within a tenth of a width where nothing is: a kink. Degrees. */
const KINK = 15;

export function scored(traced: readonly Contour[], known: readonly Contour[], width: number): Score {
  const step = 0.03 * width;
  const lines = (all: readonly Contour[]): Polyline[] => all.map((stroke) => polylineOf(stroke, step));
  const [found, truth] = [lines(traced), lines(known)];
  const [foundPoints, truePoints] = [pointsOf(found), pointsOf(truth)];
  const { share: precision } = near(foundPoints, truePoints, 0.05 * width);
  // Finer, or half of what is told would be how far the known points lie from each other.
  const fine = pointsOf(known.map((stroke) => polylineOf(stroke, 0.002 * width)));
  const { off } = near(foundPoints, fine, 0.05 * width);
  const [ours, theirs] = [featuresOf(found, width), featuresOf(truth, width)];
  const counted = countsOf(found, ours, theirs, width);
  const length = found.reduce((sum, { points }) => sum + lengthOf(points), 0);
  const coverage = near(truePoints, foundPoints, 0.05 * width).share;
  return {
    coverage,
    precision,
    off: off / width,
    ...counted,
    nodesPer10: (found.reduce((sum, { nodes }) => sum + nodes, 0) / (length || 1)) * 10 * width,
    isFaultless: coverage > 0.97 && precision > 0.97 && FAULTS.every((fault) => counted[fault] === 0),
  };
}

type Told = ReturnType<typeof featuresOf>;

function countsOf(found: readonly Polyline[], ours: Told, theirs: Told, width: number) {
  const isNear = (at: Point, points: readonly Point[], within: number) =>
    points.some((point) => distance(point, at) <= within * width);
  const missing = (points: readonly Point[], among: readonly Point[], within: number) =>
    points.filter((point) => !isNear(point, among, within)).length;
  // A corner may be drawn as one stroke or as two that meet, and a stroke may end at one of another.
  const places = [...theirs.corners, ...theirs.tees, ...theirs.crossings, ...theirs.beside];
  const kinks = found.flatMap(({ points, closed }) =>
    kinksOf(points, closed).filter((at) => !isNear(at, places, 0.4) && !isNear(at, theirs.ends, 0.3)),
  );
  return {
    missingEnds: missing(theirs.ends, ours.ends, 0.25),
    spurs: missing(ours.ends, theirs.ends, 0.25),
    junctions:
      missing(theirs.tees, [...ours.tees, ...ours.corners, ...ours.crossings], 0.5) + missing(ours.tees, places, 0.5),
    notPassed: missing(theirs.crossings, ours.crossings, 0.5),
    kinks: kinks.length,
    breaks: missing(ours.meetings, places, 0.5),
  };
}

/** Where a way turns sharply, one point a turn. */
function kinksOf(points: readonly Point[], closed: boolean): Point[] {
  const found: Point[] = [];
  const turns = points.map((_, i) => (closed || (i > 1 && i < points.length - 2) ? turnAt(points, i, 2, closed) : 0));
  turns.forEach((turn, i) => {
    if (Math.abs(turn) < KINK) return;
    for (let k = Math.max(0, i - 4); k <= Math.min(turns.length - 1, i + 4); k++)
      if (Math.abs(turns[k]!) > Math.abs(turn) || (k < i && turns[k] === turn)) return;
    found.push(points[i]!);
  });
  return found;
}

const pointsOf = (lines: readonly Polyline[]): Point[] => lines.flatMap(({ points }) => [...points]);
