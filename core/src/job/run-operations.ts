import type { Bounds } from '../geometry/bounds.ts';
import type { Lines } from '../operations/lines.ts';
import type { StageCache } from '../assembly/stages.ts';
import { startOf, type Contour } from '../geometry/contour.ts';
import { distance, type Point } from '../geometry/point.ts';
import { lengthOf, operationOf, type Operation, type Run } from '../operations/operations.ts';
import { nearestFirst, travelBetween } from '../operations/order.ts';
import type { OperationPlan } from '../recipe/schema.ts';
import { placeBounds, placeRegion, unplacePoint, type Placement } from '../sheet/placement.ts';
import type { Machine } from '../shop/shop.ts';

/** A thing on the sheet, and by what alike ones are known. */
interface Laid {
  readonly built: { readonly arrangement: { readonly object: Bounds }; readonly lines: readonly Lines[] };
  readonly key: string;
  readonly placements: readonly Placement[];
}

/** Lines of one thing in running order, in its own frame. */
interface Ordered {
  readonly contours: readonly Contour[];
  readonly length: number;
  readonly travel: number;
}

const CORNER: Point = { x: 0, y: 0 };

/** The operations as the machine runs them: one after the other, each from thing to thing. */
export function runOperations(
  plans: readonly OperationPlan[],
  laid: readonly Laid[],
  machine: Machine,
  cache: StageCache,
): Operation[] {
  const things = nearestThings(laid);
  return plans.flatMap((plan) =>
    [true, false].flatMap((fill) => {
      const runs = things.flatMap((thing, i) => runOf(thing, i === 0, plan, fill, machine, cache));
      return runs.length === 0 ? [] : [operationOf(plan, fill, runs, machine)];
    }),
  );
}

type Thing = Omit<Laid, 'placements'> & { readonly placement: Placement };

/** Every copy of every thing, from the corner of the sheet to the nearest, and so on. */
function nearestThings(laid: readonly Laid[]): Thing[] {
  const waiting = laid.flatMap(({ built, key, placements }) =>
    placements.map((placement) => {
      const { minX, minY } = placeBounds(built.arrangement.object, placement);
      return { thing: { built, key, placement }, at: { x: minX, y: minY } };
    }),
  );
  const ordered: Thing[] = [];
  let at = CORNER;
  while (waiting.length > 0) {
    const nearest = waiting.reduce(
      (best, each, i) => (distance(each.at, at) < distance(waiting[best]!.at, at) ? i : best),
      0,
    );
    const [next] = waiting.splice(nearest, 1);
    ordered.push(next!.thing);
    at = next!.at;
  }
  return ordered;
}

/**
 * What of an operation is in a thing. Only the first is ordered by where it lies: the head comes to it from the corner
 * of the sheet.
 */
function runOf(
  { built, key, placement }: Thing,
  isFirst: boolean,
  plan: OperationPlan,
  fill: boolean,
  machine: Machine,
  cache: StageCache,
): Run[] {
  const lines = built.lines.find((each) => each.operation === plan.id && each.fill === fill);
  if (!lines) return [];
  const { contours, kinds } = lines;
  const from = isFirst ? unplacePoint(CORNER, placement) : CORNER;
  const ordered = cache.stage('running order', `${key} ${plan.id} ${fill} ${from.x} ${from.y}`, (): Ordered => {
    const own = nearestFirst(contours, from);
    const travel = travelBetween(own, startOf(own[0]!));
    return { contours: own, length: lengthOf(contours, fill, machine.fillPitch), travel };
  });
  return [{ kinds, ...ordered, contours: placeRegion(ordered.contours, placement) }];
}
