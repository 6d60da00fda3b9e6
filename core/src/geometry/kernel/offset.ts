import { ClipType, FillRule } from 'clipper2-ts';
import { boundsMeet } from '../bounds.ts';
import { componentRegion, componentsOf } from '../components.ts';
import { moveRegion, PlacedContour, type Contour, type Region } from '../contour.ts';
import { contourArea, hullBounds, regionArea, reverseContour, segmentHulls } from '../contour-facts.ts';
import { directionAt, offsetSegment } from '../fit-offset.ts';
import { cross, distance, distanceToSpan, dot, scale, type Point } from '../point.ts';
import { arc, flatteningSteps, line, pointAt, type Segment } from '../segment.ts';
import { NEAR_EDGE, sweep, weldRegions } from './boolean.ts';
import { LONGEST_MITRE, type Corners } from './corners.ts';
import { OFFSET_TOLERANCE } from './provenance.ts';
import { polygonOffset } from './polygon-offset.ts';
import { isSliver } from './slivers.ts';
import { simpleParts } from './untangle.ts';
import { groupsWithinReach } from './within-reach.ts';

/** How far fitted parallels may stray, mm: well within what is promised of a released contour. */
const FIT_TOLERANCE = 0.003;

/** Bends of less than this, in degrees, are joined straight. */
const SMOOTH = 0.5;

/**
 * A region grown (or, with `by` below 0, shrunk) by so many mm all round. Convex corners become exact arcs, or mitres;
 * lines and arcs stay such; cubics are fitted within 0.003 mm. Every contour is moved whole, to its right; a union
 * under the positive rule takes away what turned inside out once, and what turned over twice is told by lying too near
 * to where it came from. Where that leaves another area than the kernel's own offset of polygons, the polygons are
 * taken: true within 0.002 mm, with many short lines.
 */
export function offsetRegion(region: Region, by: number, corners: Corners = 'round'): Region {
  if (Math.abs(by) < 1e-6 || region.length === 0) return region;
  // What hangs together is moved together, and only what comes to meet is swept once more.
  const parts = componentsOf(region).map((component) => offsetPart(componentRegion(component), by, corners));
  return by > 0 && parts.length > 1 ? weldRegions(parts) : parts.flat();
}

/** One connected piece: what of its edges cannot come to meet is moved apart, as a plate's letters are. */
function offsetPart(region: Region, by: number, corners: Corners): Region {
  const reach = 2 * Math.abs(by) * (corners === 'mitred' ? LONGEST_MITRE : 1) + NEAR_EDGE;
  return groupsWithinReach(region, reach).flatMap((group) =>
    group.length === 1 ? offsetAlone(group[0]!, by, corners) : offsetGroup(group, by, corners),
  );
}

function offsetGroup(group: Region, by: number, corners: Corners): Region {
  // Without the edge of the piece there are only holes, which grow as the piece shrinks.
  const holes = group.every((contour) => contourArea(contour) < 0);
  return holes ? offsetOne(group.map(reverseContour), -by, corners).map(reverseContour) : offsetOne(group, by, corners);
}

/** The last offset of a form: a plate has the same letters many times, and they are all moved by as much. */
const alone = new WeakMap<Contour, { readonly how: string; readonly offset: Region }>();

function offsetAlone(contour: Contour, by: number, corners: Corners): Region {
  const placed = contour instanceof PlacedContour ? contour : null;
  const form = placed ? placed.original : contour;
  const how = `${by} ${corners}`;
  let known = alone.get(form);
  if (known?.how !== how) alone.set(form, (known = { how, offset: offsetGroup([form], by, corners) }));
  return placed ? moveRegion(known.offset, placed.dx, placed.dy, placed.rename) : known.offset;
}

function offsetOne(region: Region, by: number, corners: Corners): Region {
  const moved = region
    .map((contour) => moveContour(contour, by, corners))
    .filter(({ segments }) => segments.length > 1);
  if (moved.length === 0) return [];
  const how = { rule: FillRule.Positive, tolerance: OFFSET_TOLERANCE, tangled: true };
  const swept = sweep(ClipType.Union, moved, [], how);
  const parts = swept.flatMap(simpleParts).filter((part) => !isSliver(part));
  const kept = parts.filter((part) => standsOff(part, region, Math.abs(by) - NEARER));
  // Where nothing had to be taken away, nothing that belongs there can have gone with it.
  if (parts.length === swept.length && kept.length === parts.length) return kept;
  const plain = polygonOffset(region, by, corners);
  const [ours, theirs] = [regionArea(kept), regionArea(plain)];
  return Math.abs(ours - theirs) <= AREA_SLACK + AREA_SHARE * theirs ? kept : plain;
}

/** Two offsets whose areas differ by more, mm² and against the whole, are not the same. */
const AREA_SLACK = 0.05;
const AREA_SHARE = 2e-3;

/** A true parallel is nowhere nearer to its source than this short of the offset, mm. */
const NEARER = 0.01;

/** Points of a contour that are looked at: they may not all lie where a false loop happens to be far enough away. */
const LOOKS = 5;

/** Whether a contour keeps its distance from a region's edges, at a few places along it. */
function standsOff({ segments }: Contour, region: Region, least: number): boolean {
  const step = Math.max(1, Math.floor(segments.length / LOOKS));
  for (let i = 0; i < segments.length; i += step) {
    const p = pointAt(segments[i]!, 0.5);
    if (comesNear(region, p, least)) return false;
  }
  return true;
}

function comesNear(region: Region, p: Point, least: number): boolean {
  const box = { minX: p.x - least, minY: p.y - least, maxX: p.x + least, maxY: p.y + least };
  return region.some((contour) => {
    if (!boundsMeet(hullBounds(contour), box)) return false;
    const { hulls, dx, dy } = segmentHulls(contour);
    return contour.segments.some((segment, i) => {
      const apart =
        hulls[4 * i]! + dx > box.maxX ||
        hulls[4 * i + 2]! + dx < box.minX ||
        hulls[4 * i + 1]! + dy > box.maxY ||
        hulls[4 * i + 3]! + dy < box.minY;
      return !apart && distanceToSegment(segment, p) < least;
    });
  });
}

function distanceToSegment(segment: Segment, p: Point): number {
  const steps = flatteningSteps(segment, NEARER / 4);
  let least = Infinity;
  let from = segment.from;
  for (let i = 1; i <= steps; i++) {
    const to = i === steps ? segment.to : pointAt(segment, i / steps);
    least = Math.min(least, distanceToSpan(p, from, to));
    from = to;
  }
  return least;
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

/**
 * What fills the opening at a corner: an arc about it where the way round is convex, else straight by the corner
 * itself.
 */
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
