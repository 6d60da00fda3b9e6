import type { Bounds } from '../geometry/bounds.ts';
import type { Lines } from '../operations/lines.ts';
import { endOf, startOf, type Contour } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';
import { lengthOf, operationOf, type Operation, type Run } from '../operations/operations.ts';
import { nearestFirst, nearestPoints, travelBetween } from '../operations/order.ts';
import type { OperationPlan } from '../recipe/schema.ts';
import { placeBounds, placePoint, placeRegion, unplacePoint, type Placement } from '../sheet/placement.ts';
import type { Machine } from '../shop/shop.ts';

/** A thing on the sheet. */
interface Laid {
  readonly built: { readonly arrangement: { readonly object: Bounds }; readonly lines: readonly Lines[] };
  readonly placements: readonly Placement[];
}

/** Lines of one thing in running order, in its own frame. */
interface Ordered {
  readonly contours: readonly Contour[];
  readonly length: number;
  readonly travel: number;
  readonly start: Point;
  readonly end: Point;
}

const CORNER: Point = { x: 0, y: 0 };

/** The operations as the machine runs them: one after the other, each from thing to thing. */
export function runOperations(plans: readonly OperationPlan[], laid: readonly Laid[], machine: Machine): Operation[] {
  const things = nearestThings(laid);
  return plans.flatMap((plan) =>
    [true, false].flatMap((fill) => {
      const runs = things.flatMap((thing, i) => runsOf(thing, i === 0, plan, fill, machine));
      return runs.length === 0 ? [] : [operationOf(plan, fill, runs, machine)];
    }),
  );
}

type Thing = Omit<Laid, 'placements'> & { readonly placement: Placement };

/** Every copy of every thing, from the corner of the sheet to the nearest, and so on. */
function nearestThings(laid: readonly Laid[]): Thing[] {
  const things = laid.flatMap(({ built, placements }) => placements.map((placement): Thing => ({ built, placement })));
  const corners = things.map(({ built, placement }): Point => {
    const { minX, minY } = placeBounds(built.arrangement.object, placement);
    return { x: minX, y: minY };
  });
  return nearestPoints(corners, CORNER).map((i) => things[i]!);
}

/**
 * What of an operation is in a thing. Only the first is ordered by where it lies: the head comes to it from the corner
 * of the sheet.
 */
function runsOf(
  { built, placement }: Thing,
  isFirst: boolean,
  plan: OperationPlan,
  fill: boolean,
  machine: Machine,
): Run[] {
  const own = built.lines.filter(
    (each) => each.operation === plan.id && each.fill === fill && each.contours.length > 0,
  );
  return own.map((lines, n): Run => {
    const { contours, length, travel, start, end } =
      isFirst && n === 0
        ? ordered(fromElsewhere, lines, unplacePoint(CORNER, placement), machine.fillPitch)
        : ordered(fromCorner, lines, CORNER, machine.fillPitch);
    return {
      kinds: lines.kinds,
      count: contours.length,
      length,
      travel,
      start: placePoint(start, placement),
      end: placePoint(end, placement),
      placed: () => placeRegion(contours, placement),
    };
  });
}

/** What was last made of lines, and of what else. */
type Orders = WeakMap<Lines, Ordered & { readonly from: Point; readonly pitch: number }>;
const fromCorner: Orders = new WeakMap();
const fromElsewhere: Orders = new WeakMap();

/** The lines of a thing are ordered once, wherever it and those like it lie. */
function ordered(known: Orders, lines: Lines, from: Point, pitch: number): Ordered {
  const last = known.get(lines);
  if (last && last.pitch === pitch && last.from.x === from.x && last.from.y === from.y) return last;
  // Strokes of a fill have an order of their own.
  const contours = lines.isFilled ? lines.contours : nearestFirst(lines.contours, from);
  const [start, end] = [startOf(contours[0]!), endOf(contours.at(-1)!)];
  const length = lengthOf(contours, lines.fill, pitch);
  const made = { contours, length, travel: travelBetween(contours, start), start, end, from, pitch };
  known.set(lines, made);
  return made;
}
