import { contourLength } from './contour-facts.ts';
import { PlacedContour, type Contour, type Region } from './contour.ts';
import { directionAt } from './fit-offset.ts';
import { cross, distance, dot } from './point.ts';
import { flatteningSteps, pointAt, segmentLength, type Segment, type SourceId } from './segment.ts';

/**
 * Points along the edges of a region, in the order of its contours. The material lies to the left of the way from each
 * to the next. A sample knows where on the curve it lies.
 */
export interface EdgeSamples {
  readonly region: Region;
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** Number of the contour, of the segment in it, and the parameter on that. */
  readonly contour: readonly number[];
  readonly segment: readonly number[];
  readonly t: readonly number[];
  /** The sample that follows along the contour. */
  readonly next: readonly number[];
}

export const segmentOf = ({ region, contour, segment }: EdgeSamples, sample: number): Segment =>
  region[contour[sample]!]!.segments[segment[sample]!]!;

export const sourceOf = (samples: EdgeSamples, sample: number): SourceId => segmentOf(samples, sample).source;

/** Samples in the making. */
interface Draft {
  readonly x: number[];
  readonly y: number[];
  readonly contour: number[];
  readonly segment: number[];
  readonly t: number[];
  readonly next: number[];
}

const newDraft = (): Draft => ({ x: [], y: [], contour: [], segment: [], t: [], next: [] });

function add(draft: Draft, contour: number, segment: number, t: number, x: number, y: number): void {
  draft.x.push(x);
  draft.y.push(y);
  draft.contour.push(contour);
  draft.segment.push(segment);
  draft.t.push(t);
  draft.next.push(draft.x.length);
}

/** First samples are so far apart at most, and leave a curve by so much at most: shares of their contour's length. */
const LONGEST_SHARE = 1 / 24;
const SAGITTA_SHARE = 1 / 6000;

/**
 * How far from a corner samples are to stand on both of its sides, mm, nearest first.
 * @param turn by how much the contour turns there, degrees to the left
 * @param most further away the contour has samples anyway
 */
export type AtCorner = (turn: number, most: number) => readonly number[];

/**
 * The first samples of a region: at each node, and along each contour as its shape asks for. Nothing is said in mm, so
 * that letters of any size have as many.
 * @param atCorner where samples stand beside corners
 * @param ofForm samples that are known of a form by itself: those of each place it stands in
 */
export function sampleEdges(
  region: Region,
  atCorner: AtCorner = () => [],
  ofForm: ((form: Contour) => EdgeSamples) | null = null,
): EdgeSamples {
  const draft = newDraft();
  region.forEach((contour, number) => {
    const first = draft.x.length;
    if (ofForm && contour instanceof PlacedContour) {
      const { x, y, segment, t } = ofForm(contour.original);
      for (let i = 0; i < x.length; i++) add(draft, number, segment[i]!, t[i]!, x[i]! + contour.dx, y[i]! + contour.dy);
      if (draft.x.length > first) draft.next[draft.x.length - 1] = first;
      return;
    }
    const whole = contourLength(contour);
    const turns = contour.segments.map((segment, s) => turnBetween(contour.segments.at(s - 1)!, segment));
    contour.segments.forEach((segment, s) => {
      const length = segmentLength(segment);
      const count = Math.max(
        Math.ceil(length / (whole * LONGEST_SHARE)),
        flatteningSteps(segment, whole * SAGITTA_SHARE),
      );
      // Half of it belongs to either corner.
      const most = count === 1 ? 0.45 * length : length / count;
      const [before, after] = [atCorner(turns[s]!, most), atCorner(turns[(s + 1) % turns.length]!, most)];
      const at = (t: number) => {
        const { x, y } = t === 0 ? segment.from : pointAt(segment, t);
        add(draft, number, s, t, x, y);
      };
      at(0);
      for (const far of before) at(far / length);
      for (let i = 1; i < count; i++) at(i / count);
      for (let i = after.length - 1; i >= 0; i--) at(1 - after[i]! / length);
    });
    if (draft.x.length > first) draft.next[draft.x.length - 1] = first;
  });
  return { region, ...draft };
}

/** By how much a contour turns to the left from one segment to the next, degrees. */
function turnBetween(before: Segment, after: Segment): number {
  const [u, v] = [directionAt(before, 1), directionAt(after, 0)];
  return (Math.atan2(cross(u, v), dot(u, v)) * 180) / Math.PI;
}

/**
 * The samples with more between them, on the curves themselves.
 * @param parts into how many parts the edge from each sample to the next is to be parted
 */
export function partEdges(samples: EdgeSamples, parts: Uint8Array): EdgeSamples {
  const { region, x, y, contour, segment, t, next } = samples;
  const draft = newDraft();
  let first = 0;
  for (let i = 0; i < x.length; i++) {
    add(draft, contour[i]!, segment[i]!, t[i]!, x[i]!, y[i]!);
    const to = next[i]!;
    // A contour's last sample goes back to its first; the last on a segment goes on to the segment's end.
    const end = to > i && segment[to] === segment[i] ? t[to]! : 1;
    const curve = parts[i]! > 1 ? segmentOf(samples, i) : null;
    for (let k = 1; curve && k < parts[i]!; k++) {
      const at = t[i]! + ((end - t[i]!) * k) / parts[i]!;
      const p = pointAt(curve, at);
      add(draft, contour[i]!, segment[i]!, at, p.x, p.y);
    }
    if (to <= i) {
      draft.next[draft.x.length - 1] = first;
      first = draft.x.length;
    }
  }
  return { region, ...draft };
}

/** How far along its contour each sample lies, mm by chords, and the whole way round for each contour. */
export function waysAlong({ x, y, contour, next }: EdgeSamples): { along: Float64Array; whole: Float64Array } {
  const along = new Float64Array(x.length);
  const whole = new Float64Array((contour.at(-1) ?? -1) + 1);
  for (let i = 0; i < x.length; i++) {
    const to = next[i]!;
    const way = along[i]! + distance({ x: x[i]!, y: y[i]! }, { x: x[to]!, y: y[to]! });
    if (to > i) along[to] = way;
    else whole[contour[i]!] = way;
  }
  return { along, whole };
}
