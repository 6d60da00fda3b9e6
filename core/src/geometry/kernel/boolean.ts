import { Clipper64, ClipType, FillRule, type Path64, type Paths64 } from 'clipper2-ts';
import { boundsMeet, joinBounds } from '../bounds.ts';
import { groupsThatMeet } from '../box-groups.ts';
import { startOf, type Contour, type Region } from '../contour.ts';
import { contourArea, contourContains, hullBounds, regionContains, reverseContour } from '../contour-facts.ts';
import { groupBy } from '../group-by.ts';
import { hullBoundsOf } from '../segment.ts';
import { findClearance, type Clearance } from './clearance.ts';
import { BOOLEAN_TOLERANCE, Provenance } from './provenance.ts';
import { restoreRing } from './restore.ts';
import { isSliver } from './slivers.ts';
import { combine, cross, splice } from './splice.ts';
import { untangle } from './untangle.ts';

/** A tool this near to an edge, mm, must be swept with it. */
export const NEAR_EDGE = 0.01;

/**
 * Union of everything, under the nonzero rule: welds letters that overlap, and the overlapping strokes within one
 * letter. Contours may cross themselves and each other. What does not touch is not swept together.
 * @returns a region: disjoint contours, outer ones counter-clockwise, curves and identities kept
 */
export function weld(contours: readonly Contour[]): Region {
  return groupsOf(contours).flatMap((group) => {
    const clearance = findClearance(group);
    return isUncrossed(clearance) ? nested(group) : sweep(ClipType.Union, group, [], { clearance });
  });
}

/** What an odd number of contours goes round, as by the even-odd rule; else as `weld`. */
export function weldEvenOdd(contours: readonly Contour[]): Region {
  return groupsOf(contours).flatMap((group) => {
    const clearance = findClearance(group);
    if (!isUncrossed(clearance)) return sweep(ClipType.Union, group, [], { clearance, rule: FillRule.EvenOdd });
    return group.flatMap((contour) => {
      const start = startOf(contour);
      const depth = group.filter((other) => other !== contour && contourContains(other, start)).length;
      if (isSliver(contour)) return [];
      return [contourArea(contour) > 0 === (depth % 2 === 0) ? contour : reverseContour(contour)];
    });
  });
}

/** Union as by `weld`, where that takes no sweep: null where contours come near themselves or each other. */
export function weldUncrossed(contours: readonly Contour[]): Region | null {
  return isUncrossed(findClearance(contours)) ? groupsOf(contours).flatMap(nested) : null;
}

/** Contours by whether their boxes meet. */
const groupsOf = (contours: readonly Contour[]): Contour[][] =>
  groupsThatMeet(contours.map(hullBounds), NEAR_EDGE).map((members) => members.map((i) => contours[i]!));

const isUncrossed = ({ near, clear }: Clearance): boolean => near.length === 0 && clear.every(Boolean);

/**
 * Union of contours that cross neither themselves nor each other: those stay that part what is gone round from what is
 * not.
 */
function nested(contours: readonly Contour[]): Region {
  return contours.flatMap((contour) => {
    const start = startOf(contour);
    const turns = contourArea(contour) > 0 ? 1 : -1;
    const outside = contours.reduce(
      (sum, other) => (other !== contour && contourContains(other, start) ? sum + Math.sign(contourArea(other)) : sum),
      0,
    );
    const [isOuter, isHole] = [outside === 0, outside + turns === 0];
    if (isOuter === isHole || isSliver(contour)) return [];
    return [isOuter === turns > 0 ? contour : reverseContour(contour)];
  });
}

/**
 * Union of regions that are each clean by themselves, such as glyphs that `weld` has been over. Contours that come near
 * none of another region are kept as they are.
 */
export function weldRegions(regions: readonly Region[]): Region {
  const owners = regions.flatMap((region, owner) => region.map(() => owner));
  const all = regions.flat();
  return groupsThatMeet(all.map(hullBounds), NEAR_EDGE).flatMap((members) => {
    const group = [...groupBy(members, (i) => owners[i]!).values()].map((own) => own.map((i) => all[i]!));
    return group.length === 1 ? group[0]! : (splice('union', group) ?? sweep(ClipType.Union, group.flat(), []));
  });
}

/** What of `subject` lies outside `tool`. Both must be regions, such as `weld` gives. */
export function knockOut(subject: Region, tool: Region): Region {
  return knockOutAll(subject, groupsOf(tool));
}

/** What of `subject` lies outside some tools that are regions clear of each other, such as the letters of a plate. */
export function knockOutAll(subject: Region, tools: readonly Region[]): Region {
  const { met, inside } = sortByReach(subject, tools);
  const rest = inside.map(reverseContour);
  return met.length === 0
    ? [...subject, ...rest]
    : [...(splice('difference', [subject, met]) ?? sweep(ClipType.Difference, subject, met)), ...rest];
}

/** Parts a subject by a tool into what lies outside it and what lies inside: both from one finding of crossings. */
export function divide(subject: Region, tool: Region): { outside: Region; inside: Region } {
  const crossed = cross([subject, tool]);
  const outside = crossed && combine('difference', crossed);
  const inside = crossed && combine('intersection', crossed);
  return {
    outside: outside ?? sweep(ClipType.Difference, subject, tool),
    inside: inside ?? sweep(ClipType.Intersection, subject, tool),
  };
}

/** What lies in both regions. */
export function common(a: Region, b: Region): Region {
  return a.length === 0 || b.length === 0 ? [] : (splice('intersection', [a, b]) ?? sweep(ClipType.Intersection, a, b));
}

/**
 * Parts tools into the contours of those that come near the subject's lines and those that lie wholly within its
 * material, so that the thousand letters of a plate need no sweep. What lies outside the material is left out: it takes
 * nothing away.
 */
function sortByReach(subject: Region, tools: readonly Region[]): { met: Contour[]; inside: Contour[] } {
  const edges = subject.flatMap(({ segments }) => segments.map(hullBoundsOf));
  const met: Contour[] = [];
  const inside: Contour[] = [];
  const all = joinBounds(edges);
  for (const tool of tools) {
    if (tool.length === 0) continue;
    const box = joinBounds(tool.map(hullBounds));
    if (!boundsMeet(all, box)) continue;
    if (edges.some((edge) => boundsMeet(edge, box, NEAR_EDGE))) met.push(...tool);
    else if (regionContains(subject, startOf(tool[0]!))) inside.push(...tool);
  }
  return { met, inside };
}

interface Sweeping {
  readonly rule?: FillRule;
  /** How finely curves that others come near are flattened, mm. */
  readonly tolerance?: number;
  /** Whether the result is given as the sweep has it, with loops where it crosses itself. */
  readonly tangled?: boolean;
  /** Of subject and tool together, where it is known already. */
  readonly clearance?: Clearance;
}

/** Where the kernel gets lost among lines that nearly meet, it finds its way among the same lines more coarsely. */
const COARSER = [1, 2.3, 4.7];

/** One boolean by the kernel's sweep, its result given back as curves. */
export function sweep(
  type: ClipType,
  subject: readonly Contour[],
  tool: readonly Contour[],
  how: Sweeping = {},
): Region {
  const { tolerance = BOOLEAN_TOLERANCE, tangled = false } = how;
  for (const times of COARSER) {
    const swept = sweepOnce(type, subject, tool, { ...how, tolerance: tolerance * times });
    if (!swept) continue;
    const contours = swept.filter((contour) => !isSliver(contour));
    return tangled ? contours : contours.flatMap(untangle);
  }
  throw new Error('The outlines could not be combined. Remove the artwork or letter added last.');
}

/** null where the kernel gives up. */
function sweepOnce(
  type: ClipType,
  subject: readonly Contour[],
  tool: readonly Contour[],
  { rule = FillRule.NonZero, tolerance = BOOLEAN_TOLERANCE, clearance }: Sweeping,
): Contour[] | null {
  const provenance = new Provenance([...subject, ...tool], tolerance, clearance);
  const clipper = new Clipper64();
  clipper.zCallback = provenance.noteCrossing;
  clipper.addSubject(provenance.rings(subject));
  if (tool.length > 0)
    clipper.addClip(
      provenance.rings(
        tool,
        subject.reduce((sum, { segments }) => sum + segments.length, 0),
      ),
    );
  const rings: Paths64 = [];
  if (!clipper.execute(type, rule, rings)) return null;
  return rings.flatMap((ring: Path64) => restoreRing(ring, provenance) ?? []);
}
