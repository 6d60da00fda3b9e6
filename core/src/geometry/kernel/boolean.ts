import { Clipper64, ClipType, FillRule, type Path64, type Paths64 } from 'clipper2-ts';
import { boundsMeet } from '../bounds.ts';
import { contourArea, contourLength, hullBounds, type Contour, type Region } from '../contour.ts';
import { Provenance } from './provenance.ts';
import { restoreRing } from './restore.ts';

/** What is smaller is a sliver of the arithmetic: area in mm², and area over perimeter in mm. */
const SLIVER_AREA = 0.01;
const SLIVER_WIDTH = 0.002;

/**
 * Union of everything, under the nonzero rule: welds letters that overlap, and the overlapping strokes within one letter.
 * Contours may cross themselves and each other. What does not touch is not swept together.
 * @returns a region: disjoint contours, outer ones counter-clockwise, curves and identities kept
 */
export function weld(contours: readonly Contour[]): Region {
  return groupsThatMeet(contours).flatMap((group) => execute(ClipType.Union, group, []));
}

/** What of `subject` lies outside `tool`. Both must be regions, such as `weld` gives. */
export function knockOut(subject: Region, tool: Region): Region {
  return tool.length === 0 ? subject : execute(ClipType.Difference, subject, tool);
}

/** What lies in both regions. */
export function common(a: Region, b: Region): Region {
  return a.length === 0 || b.length === 0 ? [] : execute(ClipType.Intersection, a, b);
}

function execute(type: ClipType, subject: readonly Contour[], tool: readonly Contour[]): Region {
  const provenance = new Provenance();
  const clipper = new Clipper64();
  clipper.zCallback = provenance.noteCrossing;
  clipper.addSubject(provenance.flatten(subject));
  if (tool.length > 0) clipper.addClip(provenance.flatten(tool));
  const rings: Paths64 = [];
  if (!clipper.execute(type, FillRule.NonZero, rings)) throw new Error('The outlines could not be combined. Remove the artwork or letter added last.');
  return rings.flatMap((ring: Path64) => {
    const contour = restoreRing(ring, provenance);
    return contour && !isSliver(contour) ? [contour] : [];
  });
}

function isSliver(contour: Contour): boolean {
  const area = Math.abs(contourArea(contour));
  return area < SLIVER_AREA || area / contourLength(contour) < SLIVER_WIDTH;
}

/**
 * Parts contours into groups whose boxes chain together, in the order of their first members: a sweep from left to right
 * that joins each box with those it meets among the ones still open.
 */
function groupsThatMeet(contours: readonly Contour[]): Contour[][] {
  const boxes = contours.map(hullBounds);
  const leader = contours.map((_, i) => i);
  const find = (i: number): number => {
    while (leader[i] !== i) i = leader[i] = leader[leader[i]!]!;
    return i;
  };
  let open: number[] = [];
  for (const i of contours.map((_, index) => index).sort((a, b) => boxes[a]!.minX - boxes[b]!.minX)) {
    open = open.filter((other) => boxes[other]!.maxX >= boxes[i]!.minX);
    for (const other of open) {
      if (!boundsMeet(boxes[other]!, boxes[i]!)) continue;
      const [a, b] = [find(other), find(i)];
      leader[Math.max(a, b)] = Math.min(a, b);
    }
    open.push(i);
  }
  const groups = new Map<number, Contour[]>();
  contours.forEach((contour, i) => {
    const group = groups.get(find(i));
    if (group) group.push(contour);
    else groups.set(find(i), [contour]);
  });
  return [...groups.values()];
}
