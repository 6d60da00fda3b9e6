import { centreOf } from '../geometry/bounds.ts';
import { endOf, formOf, startOf, type Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourLength, reverseContour } from '../geometry/contour-facts.ts';
import { LastFew } from '../geometry/last-few.ts';
import { distance, type Point } from '../geometry/point.ts';
import { circle, circleOf } from '../geometry/shapes.ts';
import { startedAt } from '../geometry/started-at.ts';
import { nextRound } from './nesting.ts';
import { coolTour, type Warmth } from './tour/cool-tour.ts';
import type { Stop, Way } from './tour/stops.ts';
import { keptTour } from './tour/kept-tour.ts';
import { tourOf, type Gone, type Search } from './tour/tour.ts';

/** Lines in the order in which they are run: which they are, by number, and as they are begun. */
export interface RunningOrder {
  readonly order: readonly number[];
  readonly contours: readonly Contour[];
}

/**
 * Contours in the order in which they are run, with little travel between them: a closed one begins at whichever of its
 * nodes is best, an open one at either end, and one that lies round others waits for them: what is cut free is not to
 * be worked on afterwards.
 * @param led of each contour the ways to cut it with a lead; none where it is run as it is
 * @param from where the head comes from
 */
export function runningOrder(
  { contours, ways: led }: { readonly contours: readonly Contour[]; readonly ways: readonly (readonly Contour[])[] },
  from: Point,
  search: Search,
  { secondsOf = null, kept = [] }: Wishes = {},
): RunningOrder {
  const begun = contours.map(begunOnItsRight);
  const stops = begun.map((contour, i) => (led[i]?.length ? ledStop(led[i]) : stopOf(contour)));
  const round = nextRound(contours);
  const tour = touring(stops, round, { search, from, kept, warmth: secondsOf && contours.map(warmthOf(secondsOf)) });
  const begunAt = ({ stop, way }: Gone): Contour => {
    if (led[stop]?.length) return led[stop][way]!;
    const contour = begun[stop]!;
    if (contour.closed) return startedAt(contour, way);
    return way === 0 ? contour : reverseContour(contour);
  };
  return { order: tour.map(({ stop }) => stop), contours: tour.map(begunAt) };
}

/** What is wished of an order beside a short way. */
export interface Wishes {
  /** What it takes to cut a line, where the heat of cutting is to be spread over the sheet; null: it is not. */
  readonly secondsOf?: ((contour: Contour) => number) | null;
  /** Lines in the order that they are kept in, by number; none: there is none. */
  readonly kept?: readonly number[];
}

interface Touring {
  readonly search: Search;
  readonly from: Point;
  readonly kept: readonly number[];
  readonly warmth: readonly Warmth[] | null;
}

function touring(
  stops: readonly Stop[],
  waiting: Int32Array,
  { search, from, kept, warmth }: Touring,
): readonly Gone[] {
  if (kept.length > 0) return keptTour(stops, waiting, kept, from);
  return warmth ? coolTour(stops, waiting, warmth, from) : tourOf(stops, waiting, from, search);
}

const warmthOf =
  (secondsOf: (contour: Contour) => number) =>
  (contour: Contour): Warmth => ({
    length: contourLength(contour),
    seconds: secondsOf(contour),
    middle: centreOf(contourBounds(contour)),
  });

/** A circle with a node on its right, first: files that have circles as such cannot say where they are begun. */
function begunOnItsRight(contour: Contour): Contour {
  const { form, dx, dy } = formOf(contour);
  const round = circleOf(form);
  if (!round) return contour;
  const right = { x: round.centre.x + round.radius, y: round.centre.y };
  const node = form.segments.findIndex(({ from }) => distance(from, right) < 1e-9);
  if (node >= 0) return startedAt(contour, node);
  const { source } = contour.segments[0]!;
  const plain = circle({ x: round.centre.x + dx, y: round.centre.y + dy }, round.radius, source);
  return contourArea(contour) < 0 ? reverseContour(plain) : plain;
}

/** A line with leads is left elsewhere than it is begun, and cannot be gone the other way about. */
const ledStop = (led: readonly Contour[]): Stop => ({
  ways: led.map((contour) => ({ from: startOf(contour), to: endOf(contour) })),
  turns: false,
});

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
  const nodes = circleOf(form) ? form.segments.slice(0, 1) : form.segments;
  const ways = nodes.map(({ from }): Way => {
    const node = { x: from.x + dx, y: from.y + dy };
    return { from: node, to: node };
  });
  return { ways, turns: false };
}

/** How far the head goes to each of lines that are run in this order, mm. @param from where it comes from */
export function waysBetween(ordered: readonly Contour[], from: Point): number[] {
  let at = from;
  return ordered.map((contour) => {
    const way = distance(at, startOf(contour));
    at = endOf(contour);
    return way;
  });
}

/**
 * Things in the order in which the head goes to them: each is gone through as it is, from its start to its end. What
 * little a longer search would find is not worth its time at each edit of one thing among many.
 * @param kept things in the order that they are kept in, by number
 * @param warmth what each brings into the sheet, where the heat of cutting is to be spread
 */
export function thingOrder(
  things: readonly Way[],
  from: Point,
  search: Search,
  { kept = [], warmth = null }: { readonly kept?: readonly number[]; readonly warmth?: readonly Warmth[] | null } = {},
): readonly number[] {
  const find = (): readonly number[] =>
    touring(
      things.map((way) => ({ ways: [way], turns: false })),
      new Int32Array(things.length).fill(-1),
      { search: search === 'long' ? 'long' : 'once', from, kept, warmth },
    ).map(({ stop }) => stop);
  if (kept.length > 0 || warmth !== null) return find();
  return lastly.of(
    (each) => each.search === search && areSame(each, things, from),
    () => ({ things, from, search, order: find() }),
  ).order;
}

interface KnownOrder {
  readonly things: readonly Way[];
  readonly from: Point;
  readonly search: Search;
  readonly order: readonly number[];
}

/** So many orders of things are remembered: an edit within one of them leaves where they lie as it was. */
const KEPT = 8;
const lastly = new LastFew<KnownOrder>(KEPT);

const areSame = (known: KnownOrder, things: readonly Way[], from: Point): boolean =>
  known.things.length === things.length &&
  isSamePoint(known.from, from) &&
  known.things.every((way, i) => isSamePoint(way.from, things[i]!.from) && isSamePoint(way.to, things[i]!.to));

const isSamePoint = (a: Point, b: Point): boolean => a.x === b.x && a.y === b.y;
