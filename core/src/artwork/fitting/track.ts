import { distance, mix, subtract, unit, type Point } from '../../geometry/point.ts';
import type { Corner } from './corners.ts';
import { STEP } from './resample.ts';

/** A place on a track; which ways lead into it and out of it where it is a corner. */
export interface Place {
  readonly point: Point;
  readonly corner: Pick<Corner, 'into' | 'out'> | null;
}

/**
 * The course of a ring at small steps, with its corners as sharp as they are: what curves are fitted to. Places are
 * numbered round and round, below 0 as well.
 */
export class Track {
  readonly points: readonly Point[];

  constructor(private readonly places: readonly Place[]) {
    this.points = places.map(({ point }) => point);
  }

  get size(): number {
    return this.places.length;
  }

  /** The numbers of the places that are corners. */
  get corners(): number[] {
    return this.places.flatMap(({ corner }, i) => (corner ? [i] : []));
  }

  at(i: number): Place {
    const count = this.places.length;
    return this.places[i >= 0 && i < count ? i : ((i % count) + count) % count]!;
  }

  /** Points from one place to another, both included. */
  between(from: number, to: number): Point[] {
    return Array.from({ length: to - from + 1 }, (_, i) => this.at(from + i).point);
  }

  /** The track by way of other places between two that stay. */
  rerouted(from: number, to: number, places: readonly Place[]): Track {
    const rest = Array.from({ length: from + this.size - to + 1 }, (_, i) => this.at(to + i));
    const [after, before] = [rest[0]!, rest.at(-1)!];
    const course = spaced([
      turned(before, { out: wayOf(before.point, places[0]!.point) }),
      ...places,
      turned(after, { into: wayOf(places.at(-1)!.point, after.point) }),
    ]);
    return new Track([course.at(-1)!, ...rest.slice(1, -1), ...course.slice(0, -1)]);
  }
}

const wayOf = (from: Point, to: Point): Point => unit(subtract(to, from));

/** A place whose corner, if it is one, has another side. */
const turned = (place: Place, side: Partial<NonNullable<Place['corner']>>): Place =>
  place.corner ? { ...place, corner: { ...place.corner, ...side } } : place;

/** Places with more between them, so that none are further apart than a step or so. */
export function spaced(places: readonly Place[]): Place[] {
  const all: Place[] = [];
  for (const place of places) {
    const before = all.at(-1)?.point ?? place.point;
    const steps = Math.round(distance(before, place.point) / STEP);
    for (let k = 1; k < steps; k++) all.push({ point: mix(before, place.point, k / steps), corner: null });
    all.push(place);
  }
  return all;
}
