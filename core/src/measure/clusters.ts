import { growBounds, joinBounds, type Bounds } from '../geometry/bounds.ts';
import { groupsThatMeet } from '../geometry/box-groups.ts';
import { edgesComeWithin } from '../geometry/come-within.ts';
import { formOf, moveRegion, PlacedContour, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, contourBounds, reverseContour } from '../geometry/contour-facts.ts';
import type { Memo } from '../geometry/memo.ts';
import type { SourceId } from '../geometry/segment.ts';
import { roundedRectangle } from '../geometry/shapes.ts';

/**
 * Outlines that come near each other, in a frame and under names of their own: what is measured of them holds wherever
 * such a lot stands.
 */
export interface Cluster {
  /** What tells its form from others'. */
  readonly key: string;
  /** Its outlines about its own origin, and a frame that stands for the ground round them, or for the empty table. */
  readonly region: Region;
  /** The name of that frame where it is ground; null where it is none. */
  readonly frame: SourceId | null;
  readonly dx: number;
  readonly dy: number;
  /** From names in `region` to those in the region it was taken from. */
  readonly nameOf: (own: SourceId) => SourceId;
  /** The outlines where they lie. */
  readonly contours: readonly Contour[];
}

/** Edges of the frame round a cluster. */
const FRAME = 'round about';

/** The frame keeps so many reaches clear of what it is round: the ground there is told no thinner for it. */
const CLEAR = 3;

/**
 * Parts a region's outlines into those that chain together with less than a reach, mm, between two: what is thinner
 * than that lies within one of them.
 */
export function clustersOf(region: Region, reach: number, memo: Memo): Cluster[] {
  const near = `edges within ${reach}`;
  const meet = (a: number, b: number): boolean => {
    const [one, other] = [formOf(region[a]!), formOf(region[b]!)];
    const [dx, dy] = [other.dx - one.dx, other.dy - one.dy];
    const key = `${numberOf(one.form)} ${numberOf(other.form)} ${dx.toFixed(4)} ${dy.toFixed(4)}`;
    return memo(near, key, () => edgesComeWithin([one.form], moveRegion([other.form], dx, dy), reach));
  };
  const members = groupsThatMeet(region.map(contourBounds), reach, meet);
  return members.map((own) =>
    clusterOf(
      own.map((i) => region[i]!),
      reach,
    ),
  );
}

function clusterOf(contours: readonly Contour[], reach: number): Cluster {
  const { dx, dy } = formOf(contours[0]!);
  const placed = contours.map((contour, k) => {
    const { form, dx: x, dy: y } = formOf(contour);
    return {
      form,
      name: `${numberOf(form)}@${(x - dx).toFixed(4)},${(y - dy).toFixed(4)}`,
      // Made anew, and no form in a place: what the form would ask for by itself is asked for here at once.
      own: { closed: true, segments: new PlacedContour(form, x - dx, y - dy, (source) => `${k}|${source}`).segments },
    };
  });
  const box = joinBounds(placed.map(({ own }) => contourBounds(own)));
  const isInMaterial = isHole(contours);
  const frame = roundedRectangle(growBounds(box, CLEAR * reach), 0, FRAME);
  return {
    key: placed.map(({ name }) => name).join(' '),
    region: [isInMaterial ? frame : reverseContour(frame), ...placed.map(({ own }) => own)],
    frame: isInMaterial ? FRAME : null,
    dx,
    dy,
    nameOf: (own) => {
      const parted = own.indexOf('|');
      if (parted < 0) return own;
      const contour = contours[Number(own.slice(0, parted))]!;
      const source = own.slice(parted + 1);
      return contour instanceof PlacedContour && contour.rename ? contour.rename(source) : source;
    },
    contours,
  };
}

/** Whether there is material round the outermost of some outlines. */
function isHole(contours: readonly Contour[]): boolean {
  const areaOf = ({ minX, minY, maxX, maxY }: Bounds) => (maxX - minX) * (maxY - minY);
  const outermost = contours.reduce((largest, each) =>
    areaOf(contourBounds(each)) > areaOf(contourBounds(largest)) ? each : largest,
  );
  return contourArea(outermost) < 0;
}

/** Forms by number: two contours of one number are one outline in two places. */
const numbers = new WeakMap<Contour, number>();
let last = 0;

function numberOf(form: Contour): number {
  let number = numbers.get(form);
  if (number === undefined) numbers.set(form, (number = ++last));
  return number;
}
