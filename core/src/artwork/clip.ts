import {
  boundsContain,
  boundsMeet,
  commonBounds,
  heightOf,
  joinBounds,
  widthOf,
  type Bounds,
} from '../geometry/bounds.ts';
import { placeContour, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, contourBounds } from '../geometry/contour-facts.ts';
import { common, knockOut, weld, weldEvenOdd, weldRegions } from '../geometry/kernel/boolean.ts';

/** What is seen through one clip or mask: its shapes one after the other, in the file's own units, y up. */
export interface Clip {
  readonly shapes: readonly ClipShape[];
}

/** A shape of a clip, which shows what lies in it, or, in a mask, hides it again. */
export interface ClipShape {
  readonly contours: readonly Contour[];
  readonly evenOdd: boolean;
  readonly hides: boolean;
}

/** The box of a clip: that of what it shows. */
const boundsOf = ({ shapes }: Clip): Bounds =>
  joinBounds(shapes.filter(({ hides }) => !hides).flatMap(({ contours }) => contours.map(contourBounds)));

/** The box of an element, as far as it lies in the boxes of its clips. */
export const boundsSeen = ({ contours, clips }: { contours: readonly Contour[]; clips: readonly Clip[] }): Bounds =>
  clips.map(boundsOf).reduce(commonBounds, joinBounds(contours.map(contourBounds)));

/** What some clips within each other leave to be seen, `factor` times as large as the file has it. */
export const regionSeen = (clips: readonly Clip[], factor: number): Region =>
  clips.map((clip) => regionOf(clip, factor)).reduce(common);

function regionOf({ shapes }: Clip, factor: number): Region {
  return shapes.reduce<Region>((seen, { contours, evenOdd, hides }) => {
    const sized = contours.map((contour) => placeContour(contour, factor, 0, 0));
    const own = (evenOdd ? weldEvenOdd : weld)(sized);
    if (hides) return knockOut(seen, own);
    return seen.length > 0 ? weldRegions([seen, own]) : own;
  }, []);
}

/** A shape may reach beyond a clip of its own size by a rounding of its figures, as a share of the clip. */
const ROUNDING = 1e-6;

/**
 * The clips that may take something off what lies in a box, told by boxes alone.
 * @returns null where nothing of it is seen
 */
export function clipsThatCut(clips: readonly Clip[], box: Bounds): readonly Clip[] | null {
  const cutting: Clip[] = [];
  for (const clip of clips) {
    const bounds = boundsOf(clip);
    if (!boundsMeet(bounds, box)) return null;
    const slack = ROUNDING * Math.max(widthOf(bounds), heightOf(bounds));
    if (!isUpright(clip, bounds) || !boundsContain(bounds, box, slack)) cutting.push(clip);
  }
  return known(cutting);
}

const NONE: readonly Clip[] = [];
const lists = new WeakMap<Clip, (readonly Clip[])[]>();

/** One list for the same clips: things that are clipped alike are known by it, and their clips combined once. */
function known(clips: readonly Clip[]): readonly Clip[] {
  const [first] = clips;
  if (!first) return NONE;
  const own = lists.get(first) ?? [];
  const before = own.find((list) => list.length === clips.length && list.every((clip, i) => clip === clips[i]));
  if (before) return before;
  lists.set(first, [...own, clips]);
  return clips;
}

/** Whether a clip is one upright rectangle. */
function isUpright({ shapes }: Clip, bounds: Bounds): boolean {
  const [first, ...others] = shapes.flatMap(({ contours }) => contours);
  if (!first || others.length > 0 || first.segments.some(({ kind }) => kind !== 'line')) return false;
  const area = widthOf(bounds) * heightOf(bounds);
  return Math.abs(Math.abs(contourArea(first)) - area) <= ROUNDING * area;
}
