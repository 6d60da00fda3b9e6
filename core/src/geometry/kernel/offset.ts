import { ClipType, FillRule } from 'clipper2-ts';
import type { Contour, Region } from '../contour.ts';
import { directionAt, offsetSegment } from '../fit-offset.ts';
import { cross, distance, dot, scale, type Point } from '../point.ts';
import { arc, line, type Segment } from '../segment.ts';
import { sweep } from './boolean.ts';
import { OFFSET_TOLERANCE } from './provenance.ts';

/** How far fitted parallels may stray, mm: well within what is promised of a released contour. */
const FIT_TOLERANCE = 0.003;

/** How convex corners are made: as arcs, or drawn out to a point. */
export type Corners = 'round' | 'mitred';

/** A mitre reaches at most so many times the offset; sharper corners are made round. */
const LONGEST_MITRE = 2.5;

/** Bends of less than this, in degrees, are joined straight. */
const SMOOTH = 0.5;

/**
 * A region grown (or, with `by` below 0, shrunk) by so many mm all round. Convex corners become exact arcs, or mitres; lines and arcs
 * stay such; cubics are fitted within 0.003 mm. Every contour is moved whole, to its right, and what turned inside out is
 * taken away by a union under the positive rule.
 */
export function offsetRegion(region: Region, by: number, corners: Corners = 'round'): Region {
  if (Math.abs(by) < 1e-6 || region.length === 0) return region;
  const moved = region
    .map((contour) => moveContour(contour, by, corners))
    .filter(({ segments }) => segments.length > 1);
  return moved.length === 0
    ? []
    : sweep(ClipType.Union, moved, [], { rule: FillRule.Positive, tolerance: OFFSET_TOLERANCE });
}

function moveContour({ segments }: Contour, by: number, corners: Corners): Contour {
  const pieces = segments.map((segment) => offsetSegment(segment, by, FIT_TOLERANCE));
  const moved: Segment[] = [];
  segments.forEach((segment, i) => {
    const own = pieces[i]!;
    moved.push(...own);
    const following = segments[(i + 1) % segments.length]!;
    const from = own.at(-1)?.to ?? segment.to;
    const to = nextStart(pieces, i) ?? following.from;
    moved.push(...joinCorner(from, to, segment, following, by, corners));
  });
  return { segments: moved, closed: true };
}

function nextStart(pieces: readonly (readonly Segment[])[], i: number): Point | undefined {
  return pieces[(i + 1) % pieces.length]![0]?.from;
}

/** What fills the opening at a corner: an arc about it where the way round is convex, else straight by the corner itself. */
function joinCorner(from: Point, to: Point, before: Segment, after: Segment, by: number, corners: Corners): Segment[] {
  if (distance(from, to) < 1e-7) return [];
  const [u, v] = [directionAt(before, 1), directionAt(after, 0)];
  const turn = (Math.atan2(cross(u, v), dot(u, v)) * 180) / Math.PI;
  const corner = before.to;
  if (Math.abs(turn) < SMOOTH) return [line(from, to, after.source)];
  if (turn > 0 === by > 0) {
    const stretch = 1 / Math.cos(((turn / 2) * Math.PI) / 180);
    if (corners === 'mitred' && stretch <= LONGEST_MITRE) {
      const half = scale({ x: (from.x + to.x) / 2 - corner.x, y: (from.y + to.y) / 2 - corner.y }, stretch * stretch);
      const tip = { x: corner.x + half.x, y: corner.y + half.y };
      return [line(from, tip, before.source), line(tip, to, after.source)];
    }
    const start = (Math.atan2(from.y - corner.y, from.x - corner.x) * 180) / Math.PI;
    return [{ ...arc(corner, Math.abs(by), start, turn, after.source), from, to }];
  }
  return [line(from, corner, before.source), line(corner, to, after.source)];
}
