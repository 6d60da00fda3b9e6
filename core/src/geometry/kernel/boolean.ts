import { Clipper64, ClipType, FillRule, type Path64, type Paths64 } from 'clipper2-ts';
import { boundsMeet, joinBounds } from '../bounds.ts';
import { groupsThatMeet } from '../box-groups.ts';
import { startOf, type Contour, type Region } from '../contour.ts';
import { contourArea, contourContains, contourLength, hullBounds, regionContains, reverseContour } from '../contour-facts.ts';
import { distance } from '../point.ts';
import { hullBoundsOf, type Segment } from '../segment.ts';
import { findClearance, type Clearance } from './clearance.ts';
import { BOOLEAN_TOLERANCE, Provenance } from './provenance.ts';
import { restoreRing } from './restore.ts';

/** What is smaller is a sliver of the arithmetic: area in mm², and area over perimeter in mm. */
const SLIVER_AREA = 0.01;
const SLIVER_WIDTH = 0.002;

/** A tool this near to an edge, mm, must be swept with it. */
const NEAR_EDGE = 0.01;

/**
 * Union of everything, under the nonzero rule: welds letters that overlap, and the overlapping strokes within one letter.
 * Contours may cross themselves and each other. What does not touch is not swept together.
 * @returns a region: disjoint contours, outer ones counter-clockwise, curves and identities kept
 */
export function weld(contours: readonly Contour[]): Region {
  return groupsThatMeet(contours.map(hullBounds), NEAR_EDGE).flatMap((group) => sweep(ClipType.Union, group.map((i) => contours[i]!), []));
}

/**
 * Union of regions that are each clean by themselves, such as glyphs that `weld` has been over. Only contours that come
 * near one of another region are swept; the rest are kept as they are, or left out where they lie within another region.
 */
export function weldRegions(regions: readonly Region[]): Region {
  const owners = regions.flatMap((region, owner) => region.map(() => owner));
  const all = regions.flat();
  const result: Contour[] = [];
  for (const members of groupsThatMeet(all.map(hullBounds), NEAR_EDGE)) {
    const owner = owners[members[0]!]!;
    const contours = members.map((i) => all[i]!);
    if (members.every((i) => owners[i] === owner)) result.push(...contours);
    else result.push(...weldGroup(contours, members.map((i) => owners[i]!)));
  }
  return result;
}

function weldGroup(contours: readonly Contour[], owners: readonly number[]): Region {
  const clearance = findClearance(contours);
  const swept = contoursToSweep(contours, owners, clearance);
  if (swept.every(Boolean)) return sweep(ClipType.Union, contours, [], { clearance });
  const rest = contours.filter((contour, i) => !swept[i] && !liesInAnother(contour, owners[i]!, contours, owners));
  const touched = contours.filter((_, i) => swept[i]);
  return touched.length === 0 ? rest : [...rest, ...sweep(ClipType.Union, touched, [], { clearance: clearanceOf(contours, swept, clearance) })];
}

/** The clearance of some of the contours, renumbered: all that come near each other must be among them. */
function clearanceOf(contours: readonly Contour[], chosen: readonly boolean[], { clear, near }: Clearance): Clearance {
  const renumbered = new Uint32Array(clear.length);
  const kept: number[] = [];
  let segment = 0;
  contours.forEach(({ segments }, i) => {
    for (let k = 0; k < segments.length; k++, segment++) {
      if (!chosen[i]) continue;
      renumbered[segment] = kept.length;
      kept.push(clear[segment]!);
    }
  });
  return { clear: Uint8Array.from(kept), near: near.map((each) => renumbered[each]!) };
}

/** Those with a line near another's line, and, so that nothing inside is misjudged, those whose boxes meet one of these. */
function contoursToSweep(contours: readonly Contour[], owners: readonly number[], { near }: Clearance): boolean[] {
  const contourOf: number[] = [];
  contours.forEach(({ segments }, i) => segments.forEach(() => contourOf.push(i)));
  const swept = contours.map(() => false);
  for (const segment of near) swept[contourOf[segment]!] = true;
  const boxes = contours.map(hullBounds);
  const waiting = swept.flatMap((is, i) => (is ? [i] : []));
  for (let i = waiting.pop(); i !== undefined; i = waiting.pop()) {
    for (let other = 0; other < contours.length; other++) {
      if (swept[other] || owners[other] === owners[i] || !boundsMeet(boxes[i]!, boxes[other]!)) continue;
      swept[other] = true;
      waiting.push(other);
    }
  }
  return swept;
}

function liesInAnother(contour: Contour, owner: number, contours: readonly Contour[], owners: readonly number[]): boolean {
  const probe = startOf(contour);
  const inside = new Set<number>();
  contours.forEach((other, i) => {
    if (owners[i] === owner || !contourContains(other, probe)) return;
    if (!inside.delete(owners[i]!)) inside.add(owners[i]!);
  });
  return inside.size > 0;
}

/** What of `subject` lies outside `tool`. Both must be regions, such as `weld` gives. */
export function knockOut(subject: Region, tool: Region): Region {
  const { met, inside } = sortByReach(subject, tool);
  const rest = inside.map(reverseContour);
  return met.length === 0 ? [...subject, ...rest] : [...sweep(ClipType.Difference, subject, met), ...rest];
}

/** What lies in both regions. */
export function common(a: Region, b: Region): Region {
  return a.length === 0 || b.length === 0 ? [] : sweep(ClipType.Intersection, a, b);
}

/**
 * Parts a tool into the contours that come near the subject's lines and those that lie wholly within its material, so that
 * the thousand letters of a plate need no sweep. What lies outside the material is left out: it takes nothing away.
 */
function sortByReach(subject: Region, tool: Region): { met: Contour[]; inside: Contour[] } {
  const edges = subject.flatMap(({ segments }) => segments.map(hullBoundsOf));
  const met: Contour[] = [];
  const inside: Contour[] = [];
  const all = joinBounds(edges);
  for (const members of groupsThatMeet(tool.map(hullBounds), NEAR_EDGE)) {
    const group = members.map((i) => tool[i]!);
    const box = joinBounds(group.map(hullBounds));
    if (!boundsMeet(all, box)) continue;
    if (edges.some((edge) => boundsMeet(edge, box, NEAR_EDGE))) met.push(...group);
    else if (regionContains(subject, startOf(group[0]!))) inside.push(...group);
  }
  return { met, inside };
}

interface Sweeping {
  readonly rule?: FillRule;
  /** How finely curves that others come near are flattened, mm. */
  readonly tolerance?: number;
  /** Of subject and tool together, where it is known already. */
  readonly clearance?: Clearance;
}

/** One boolean by the kernel's sweep, its result given back as curves. */
export function sweep(type: ClipType, subject: readonly Contour[], tool: readonly Contour[], how: Sweeping = {}): Region {
  const { rule = FillRule.NonZero, tolerance = BOOLEAN_TOLERANCE, clearance } = how;
  const provenance = new Provenance([...subject, ...tool], tolerance, clearance);
  const clipper = new Clipper64();
  clipper.zCallback = provenance.noteCrossing;
  clipper.addSubject(provenance.rings(subject));
  if (tool.length > 0) clipper.addClip(provenance.rings(tool, subject.reduce((sum, { segments }) => sum + segments.length, 0)));
  const rings: Paths64 = [];
  if (!clipper.execute(type, rule, rings)) throw new Error('The outlines could not be combined. Remove the artwork or letter added last.');
  return rings.flatMap((ring: Path64) => {
    const contour = restoreRing(ring, provenance);
    return contour && !isSliver(contour) ? [contour] : [];
  });
}

/** At least as long as the segment, mm, and quickly had. */
function legsOf(segment: Segment): number {
  if (segment.kind === 'line') return distance(segment.from, segment.to);
  if (segment.kind === 'arc') return segment.radius * Math.abs(segment.sweep) * (Math.PI / 180);
  return distance(segment.from, segment.c1) + distance(segment.c1, segment.c2) + distance(segment.c2, segment.to);
}

function isSliver(contour: Contour): boolean {
  const area = Math.abs(contourArea(contour));
  if (area < SLIVER_AREA) return true;
  // A curve is no longer than its legs: most contours are told by those, and need not be measured.
  const atMost = contour.segments.reduce((sum, segment) => sum + legsOf(segment), 0);
  return area / atMost < SLIVER_WIDTH && area / contourLength(contour) < SLIVER_WIDTH;
}
