import { endOf, formOf, startOf, type Contour } from '../geometry/contour.ts';
import { reverseContour } from '../geometry/contour-facts.ts';
import type { Point } from '../geometry/point.ts';
import { startedAt } from '../geometry/started-at.ts';
import { nextRound } from './nesting.ts';
import type { Stop, Way } from './tour/stops.ts';
import { tourOf, type Search } from './tour/tour.ts';

/**
 * Contours in the order in which they are run, with little travel between them: a closed one begins at whichever of its
 * nodes is best, an open one at either end, and one that lies round others waits for them: what is cut free is not to
 * be worked on afterwards.
 * @param from where the head comes from
 */
export function runningOrder(contours: readonly Contour[], from: Point, search: Search): Contour[] {
  return tourOf(contours.map(stopOf), nextRound(contours), from, search).map(({ stop, way }) => {
    const contour = contours[stop]!;
    if (contour.closed) return startedAt(contour, way);
    return way === 0 ? contour : reverseContour(contour);
  });
}

function stopOf(contour: Contour): Stop {
  if (!contour.closed) {
    const [from, to] = [startOf(contour), endOf(contour)];
    return {
      ways: [
        { from, to },
        { from: to, to: from },
      ],
      turns: true,
    };
  }
  const { form, dx, dy } = formOf(contour);
  const ways = form.segments.map(({ from }): Way => {
    const node = { x: from.x + dx, y: from.y + dy };
    return { from: node, to: node };
  });
  return { ways, turns: false };
}

/** Things in the order in which the head goes to them: each is gone through as it is, from its start to its end. */
export const thingOrder = (things: readonly Way[], from: Point, search: Search): number[] =>
  tourOf(
    things.map((way) => ({ ways: [way], turns: false })),
    new Int32Array(things.length).fill(-1),
    from,
    search,
  ).map(({ stop }) => stop);
