import type { Contour } from './contour.ts';
import { contourLength } from './contour-facts.ts';
import { distance } from './point.ts';
import { pointAt, portion, segmentLength, type Segment } from './segment.ts';

/** Chords that lengths along a segment are told by. */
const CHORDS = 64;

/**
 * A stretch of a contour, by the lengths from its first point at which it begins and ends, mm; `to` may run on past the
 * start.
 */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/**
 * What is left of a closed contour when some stretches are taken out of it, as open contours.
 * @param gaps in order, not overlapping
 */
export function withoutStretches(contour: Contour, gaps: readonly Stretch[]): Contour[] {
  const total = contourLength(contour);
  return gaps.flatMap(({ to }, i) => {
    const next = gaps[i + 1]?.from ?? gaps[0]!.from + total;
    return next - to > 1e-6 ? [{ segments: stretchOf(contour, to, next), closed: false }] : [];
  });
}

/** The stretch of a closed contour between two lengths along it, mm. */
function stretchOf({ segments }: Contour, from: number, to: number): Segment[] {
  const lengths = segments.map(segmentLength);
  const total = lengths.reduce((sum, each) => sum + each, 0);
  const taken: Segment[] = [];
  // Over the contour twice, for a stretch that runs on past its start.
  let gone = Math.floor(from / total) * total;
  for (let round = 0; round < 3 && gone < to; round++) {
    segments.forEach((segment, i) => {
      const [start, end] = [gone, gone + lengths[i]!];
      gone = end;
      if (end <= from + 1e-7 || start >= to - 1e-7) return;
      const t0 = start >= from ? 0 : parameterAt(segment, from - start, lengths[i]!);
      const t1 = end <= to ? 1 : parameterAt(segment, to - start, lengths[i]!);
      if (t1 - t0 > 1e-9) taken.push(portion(segment, t0, t1));
    });
  }
  return taken;
}

/** The parameter at a length along a segment. */
function parameterAt(segment: Segment, length: number, whole: number): number {
  if (segment.kind !== 'cubic') return whole > 0 ? length / whole : 0;
  let gone = 0;
  for (let i = 0; i < CHORDS; i++) {
    const step = distance(pointAt(segment, i / CHORDS), pointAt(segment, (i + 1) / CHORDS));
    if (gone + step >= length) return (i + (step > 0 ? (length - gone) / step : 0)) / CHORDS;
    gone += step;
  }
  return 1;
}
