import { PlacedContour, type Contour, type Region } from './contour.ts';
import { untangle } from './kernel/untangle.ts';
import { distance, mix, type Point } from './point.ts';
import { line, moveEnds, segmentLength, type Segment } from './segment.ts';

/** No machine is given a segment shorter than this, mm. */
export const SHORTEST_SEGMENT = 0.01;

/**
 * Contours as machines are given them: without segments too short for any, the ends of what lies on both sides of one
 * brought together half way, so that no line moves by more than half of it; and without loops in which they cross
 * themselves. What is nothing but such scraps is left out.
 */
export const withoutScraps = (region: Region): Contour[] => region.flatMap(tidied);

/** Found once for a form, wherever it stands. */
const known = new WeakMap<Contour, readonly Contour[]>();

function tidied(contour: Contour): readonly Contour[] {
  const placed = contour instanceof PlacedContour ? contour : null;
  const form = placed ? placed.original : contour;
  let tidy = known.get(form);
  if (!tidy) known.set(form, (tidy = tidiedForm(form)));
  if (tidy[0] === form) return [contour];
  return placed ? tidy.map((each) => new PlacedContour(each, placed.dx, placed.dy, placed.rename)) : tidy;
}

function tidiedForm(form: Contour): Contour[] {
  const whole = form.segments.some(isScrap) ? joined(form) : form;
  if (!whole) return [];
  // A line brought together with the next, or grazing another where outlines were combined, may cross it by a hair.
  return whole.closed ? untangle(whole) : [whole];
}

const isScrap = (segment: Segment): boolean =>
  distance(segment.from, segment.to) < SHORTEST_SEGMENT && segmentLength(segment) < SHORTEST_SEGMENT;

function joined(contour: Contour): Contour | null {
  const { segments, closed } = contour;
  // Begun after a segment that stays, so that no run of scraps goes over the contour's start.
  const first = closed ? segments.findIndex((segment) => !isScrap(segment)) : 0;
  if (first < 0) return null;
  const kept: Segment[] = [];
  let scraps: Segment[] = [];
  for (let k = 0; k < segments.length; k++) {
    const segment = segments[(first + k) % segments.length]!;
    if (isScrap(segment)) scraps.push(segment);
    else {
      kept.push(...bridged(kept, scraps, segment));
      scraps = [];
    }
  }
  if (scraps.length > 0) {
    const next = closed ? kept[0]! : null;
    const end = bridged(kept, scraps, next);
    if (next) kept[0] = end.pop()!;
    kept.push(...end);
  }
  const few = closed && kept.every(({ kind }) => kind === 'line') ? 3 : closed ? 2 : 1;
  return kept.length < few ? null : { segments: kept, closed };
}

/**
 * What takes the place of a run of scraps before a segment: nothing where the run is short, else lines that are long
 * enough; and the segment, brought to where that ends.
 */
function bridged(kept: Segment[], scraps: readonly Segment[], next: Segment | null): Segment[] {
  if (scraps.length === 0) return next ? [next] : [];
  const points: Point[] = [scraps[0]!.from];
  for (const { to } of scraps) if (distance(points.at(-1)!, to) >= SHORTEST_SEGMENT) points.push(to);
  const last = kept.at(-1);
  const end = scraps.at(-1)!.to;
  if (points.length === 1) {
    const meeting = !last ? points[0]! : next ? mix(points[0]!, end, 0.5) : points[0]!;
    if (last) kept[kept.length - 1] = moveEnds(last, last.from, meeting);
    return next ? [moveEnds(next, meeting, next.to)] : [];
  }
  const lines = points.slice(1).map((to, i) => line(points[i]!, to, scraps[0]!.source));
  return next ? [...lines, moveEnds(next, points.at(-1)!, next.to)] : lines;
}
