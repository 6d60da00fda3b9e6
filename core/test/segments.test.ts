import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  boundsContain,
  boundsMeet,
  boundsOfPoints,
  growBounds,
  heightOf,
  isEmptyBounds,
  joinBounds,
  moveBounds,
  NO_BOUNDS,
  widthOf,
} from '../src/geometry/bounds.ts';
import {
  closedContour,
  flatten,
  flattenRound,
  isConnected,
  moveRegion,
  type Contour,
} from '../src/geometry/contour.ts';
import {
  contourArea,
  contourBounds,
  contourContains,
  contourLength,
  hullBounds,
  regionArea,
  regionContains,
  reverseContour,
} from '../src/geometry/contour-facts.ts';
import { cross, distance, distanceToSpan, dot, mix, type Point } from '../src/geometry/point.ts';
import {
  arc,
  cubic,
  line,
  moveEnds,
  onCircle,
  placeSegment,
  pointAt,
  portion,
  quadratic,
  reverseSegment,
  segmentBounds,
  segmentLength,
  sweptArea,
  tangentAt,
  type Segment,
} from '../src/geometry/segment.ts';
import { circle, circleOf, polygon, roundedRectangle } from '../src/geometry/shapes.ts';
import { turnBounds, turnPointBy, turnRegion } from '../src/geometry/turn.ts';

/** Runs of curve, and what is known of them, against what many points on them tell. */

const coordinate = fc.double({ min: -100, max: 100, noNaN: true });
const place = fc.record({ x: coordinate, y: coordinate });
const share = fc.double({ min: 0, max: 1, noNaN: true });

const segment: fc.Arbitrary<Segment> = fc.oneof(
  fc.tuple(place, place).map(([from, to]) => line(from, to, 'own')),
  fc.tuple(place, place, place, place).map(([from, c1, c2, to]) => cubic(from, c1, c2, to, 'own')),
  fc
    .tuple(
      place,
      fc.double({ min: 0.5, max: 80, noNaN: true }),
      fc.double({ min: -360, max: 360, noNaN: true }),
      fc.double({ min: 5, max: 355, noNaN: true }),
      fc.boolean(),
    )
    .map(([centre, radius, start, sweep, isBack]) => arc(centre, radius, start, isBack ? -sweep : sweep, 'own')),
);

const STEPS = 4000;
const pointsOn = (own: Segment): Point[] => Array.from({ length: STEPS + 1 }, (_, i) => pointAt(own, i / STEPS));
const near = (a: Point, b: Point, slack = 1e-7): void => expect(distance(a, b)).toBeLessThan(slack);
/** Of a size that counts: where two points of a run lie on each other it has no direction. */
const isLong = (own: Segment): boolean => segmentLength(own) > 0.1;

describe('a run of curve', () => {
  it('begins and ends where it says', () => {
    fc.assert(
      fc.property(segment, (own) => {
        near(pointAt(own, 0), own.from);
        near(pointAt(own, 1), own.to);
      }),
    );
  });

  it('is as long as many short lines on it', () => {
    fc.assert(
      fc.property(segment, (own) => {
        const points = pointsOn(own);
        const sum = points.slice(1).reduce((all, point, i) => all + distance(points[i]!, point), 0);
        expect(segmentLength(own)).toBeGreaterThan(sum * 0.999 - 1e-3);
        expect(segmentLength(own)).toBeLessThan(sum * 1.001 + 1e-3);
      }),
      { numRuns: 60 },
    );
  });

  it('has a box that its points just fill', () => {
    fc.assert(
      fc.property(segment, (own) => {
        const box = segmentBounds(own);
        const seen = boundsOfPoints(pointsOn(own));
        expect(boundsContain(box, seen, 1e-9)).toBe(true);
        expect(boundsContain(growBounds(seen, 0.01), box)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('sweeps the area that its points sweep, as seen from the zero', () => {
    fc.assert(
      fc.property(segment, (own) => {
        const points = pointsOn(own);
        const seen = points.slice(1).reduce((sum, point, i) => sum + cross(points[i]!, point) / 2, 0);
        expect(Math.abs(sweptArea(own) - seen)).toBeLessThan(0.05);
      }),
      { numRuns: 60 },
    );
  });

  it('the other way is the same run from its end', () => {
    fc.assert(
      fc.property(segment, share, (own, t) => {
        const back = reverseSegment(own);
        near(pointAt(back, t), pointAt(own, 1 - t));
        expect(segmentLength(back)).toBeCloseTo(segmentLength(own), 9);
        expect(sweptArea(back)).toBeCloseTo(-sweptArea(own), 6);
        near(pointAt(reverseSegment(back), t), pointAt(own, t));
      }),
    );
  });

  it('in portions is the whole', () => {
    fc.assert(
      fc.property(segment, fc.double({ min: 0.05, max: 0.95, noNaN: true }), share, (own, at, t) => {
        const [first, second] = [portion(own, 0, at), portion(own, at, 1)];
        near(first.to, second.from, 1e-6);
        near(first.from, own.from, 1e-6);
        near(second.to, own.to, 1e-6);
        near(pointAt(first, t), pointAt(own, t * at), 1e-6);
        near(pointAt(second, t), pointAt(own, at + t * (1 - at)), 1e-6);
        expect(segmentLength(first) + segmentLength(second)).toBeCloseTo(segmentLength(own), 1);
      }),
    );
  });

  it('goes where its tangent points', () => {
    fc.assert(
      fc.property(segment.filter(isLong), fc.double({ min: 0.1, max: 0.9, noNaN: true }), (own, t) => {
        const step = 1e-5;
        const [a, b] = [pointAt(own, t - step), pointAt(own, t + step)];
        const way = { x: b.x - a.x, y: b.y - a.y };
        const tangent = tangentAt(own, t);
        const size = Math.hypot(way.x, way.y) * Math.hypot(tangent.x, tangent.y);
        // Where a curve all but stands still it may turn about within a step.
        if (Math.hypot(way.x, way.y) > 1e-3) expect(dot(way, tangent) / size).toBeGreaterThan(0.999);
      }),
    );
  });

  it('made larger and moved is so in all its points', () => {
    fc.assert(
      fc.property(segment, fc.double({ min: 0.1, max: 5, noNaN: true }), place, share, (own, factor, by, t) => {
        const moved = placeSegment(own, factor, by.x, by.y);
        const from = pointAt(own, t);
        near(pointAt(moved, t), { x: from.x * factor + by.x, y: from.y * factor + by.y }, 1e-6);
        // Lengths of curves are told to a thousandth.
        expect(segmentLength(moved)).toBeGreaterThan(0.999 * factor * segmentLength(own) - 1e-3);
        expect(segmentLength(moved)).toBeLessThan(1.001 * factor * segmentLength(own) + 1e-3);
      }),
    );
  });

  it('given other ends has those', () => {
    fc.assert(
      fc.property(segment.filter(isLong), place, (own, by) => {
        const [from, to] = [
          { x: own.from.x + by.x / 1e4, y: own.from.y + by.y / 1e4 },
          { x: own.to.x - by.x / 1e4, y: own.to.y + by.y / 1e4 },
        ];
        const moved = moveEnds(own, from, to);
        near(moved.from, from, 1e-9);
        near(moved.to, to, 1e-9);
      }),
    );
  });

  it('of second degree is the same as one of third', () => {
    fc.assert(
      fc.property(place, place, place, share, (from, c, to, t) => {
        const own = quadratic(from, c, to, 'own');
        const [a, b] = [mix(from, c, t), mix(c, to, t)];
        near(pointAt(own, t), mix(a, b, t), 1e-6);
      }),
    );
  });
});

describe('a point and a span', () => {
  it('are as far apart as the nearest of many points on it', () => {
    fc.assert(
      fc.property(place, place, place, (p, a, b) => {
        const seen = Math.min(...Array.from({ length: 2001 }, (_, i) => distance(p, mix(a, b, i / 2000))));
        expect(distanceToSpan(p, a, b)).toBeLessThanOrEqual(seen + 1e-9);
        expect(distanceToSpan(p, a, b)).toBeGreaterThan(seen - 0.2);
      }),
    );
  });

  it.each([
    [{ x: 0, y: 5 }, 5],
    [{ x: -3, y: 4 }, 5],
    [{ x: 13, y: 4 }, 5],
    [{ x: 5, y: 0 }, 0],
  ])('%j is %d mm from a span of ten along x', (p, far) => {
    expect(distanceToSpan(p, { x: 0, y: 0 }, { x: 10, y: 0 })).toBeCloseTo(far, 12);
  });

  it('of no length are as far apart as two points', () => {
    expect(distanceToSpan({ x: 3, y: 4 }, { x: 0, y: 0 }, { x: 0, y: 0 })).toBe(5);
  });
});

describe('a closed line', () => {
  const box = fc.record({
    x: coordinate,
    y: coordinate,
    width: fc.double({ min: 1, max: 80, noNaN: true }),
    height: fc.double({ min: 1, max: 80, noNaN: true }),
  });
  const boundsOf = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({
    ...{ minX: x, minY: y, maxX: x + width, maxY: y + height },
  });

  it('round a box with round corners has the area, length and box that can be told by hand', () => {
    fc.assert(
      fc.property(box, share, (own, part) => {
        const radius = (part * Math.min(own.width, own.height)) / 2;
        const contour = roundedRectangle(boundsOf(own), radius, 'plate');
        expect(isConnected(contour)).toBe(true);
        expect(contourArea(contour)).toBeCloseTo(own.width * own.height - (4 - Math.PI) * radius ** 2, 6);
        const round = 2 * (own.width + own.height) - 8 * radius + 2 * Math.PI * radius;
        expect(contourLength(contour)).toBeCloseTo(round, 6);
        const bounds = contourBounds(contour);
        expect(widthOf(bounds)).toBeCloseTo(own.width, 9);
        expect(heightOf(bounds)).toBeCloseTo(own.height, 9);
        expect(boundsContain(hullBounds(contour), bounds, 1e-9)).toBe(true);
      }),
    );
  });

  it('that is a circle is known as one, of its centre and radius', () => {
    fc.assert(
      fc.property(place, fc.double({ min: 0.1, max: 90, noNaN: true }), (centre, radius) => {
        const own = circle(centre, radius, 'hole');
        expect(contourArea(own)).toBeCloseTo(Math.PI * radius ** 2, 6);
        expect(contourLength(own)).toBeCloseTo(2 * Math.PI * radius, 6);
        const known = circleOf(own)!;
        near(known.centre, centre);
        expect(known.radius).toBeCloseTo(radius, 9);
      }),
    );
    expect(
      circleOf(
        polygon(
          [
            { x: 0, y: 0 },
            { x: 1, y: 0 },
            { x: 0, y: 1 },
          ],
          'own',
        ),
      ),
    ).toBeNull();
    expect(circleOf({ segments: [arc({ x: 0, y: 0 }, 5, 0, 300, 'own')], closed: false })).toBeNull();
  });

  it('turned about has the area of the other sign, the same length and the same inside', () => {
    fc.assert(
      fc.property(box, place, (own, p) => {
        const contour = roundedRectangle(boundsOf(own), 0, 'plate');
        const back = reverseContour(contour);
        expect(contourArea(back)).toBeCloseTo(-contourArea(contour), 9);
        expect(contourLength(back)).toBeCloseTo(contourLength(contour), 9);
        expect(contourContains(back, p)).toBe(contourContains(contour, p));
        expect(regionArea([contour, back])).toBeCloseTo(0, 9);
      }),
    );
  });

  it('holds what lies in it and nothing else', () => {
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 5, max: 90, noNaN: true }),
        share,
        fc.integer({ max: 359, min: 0 }),
        (centre, radius, part, angle) => {
          const own = circle(centre, radius, 'hole');
          expect(contourContains(own, onCircle(centre, radius * 0.99 * part, angle))).toBe(true);
          expect(contourContains(own, onCircle(centre, radius * (1.01 + part), angle))).toBe(false);
          // A ring has nothing in its middle.
          const ring = [own, reverseContour(circle(centre, radius / 2, 'hole'))];
          expect(regionContains(ring, centre)).toBe(false);
          expect(regionContains(ring, onCircle(centre, radius * 0.75, angle))).toBe(true);
        },
      ),
    );
  });

  it('as points lies within the tolerance that is asked', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 90, noNaN: true }),
        fc.constantFrom(0.001, 0.01, 0.1),
        (radius, tolerance) => {
          const own = circle({ x: 3, y: -2 }, radius, 'hole');
          const points = flattenRound(own, tolerance);
          near(points[0]!, points.at(-1)!);
          expect(flatten(own, tolerance)).toHaveLength(points.length - 1);
          for (const [i, to] of points.slice(1).entries()) {
            const middle = mix(points[i]!, to, 0.5);
            expect(Math.abs(distance(middle, { x: 3, y: -2 }) - radius)).toBeLessThan(tolerance * 1.001);
          }
        },
      ),
    );
  });

  it('moved is where it was moved to, known by another name, and the same in all else', () => {
    fc.assert(
      fc.property(box, place, place, (own, by, again) => {
        const contour = roundedRectangle(boundsOf(own), 0.3, 'plate');
        const [once] = moveRegion([contour], by.x, by.y, () => 'other') as [Contour];
        const [twice] = moveRegion([once], again.x, again.y) as [Contour];
        const { minX, minY } = contourBounds(contour);
        const moved = contourBounds(twice);
        expect(moved.minX).toBeCloseTo(minX + by.x + again.x, 9);
        expect(moved.minY).toBeCloseTo(minY + by.y + again.y, 9);
        expect(contourArea(twice)).toBe(contourArea(contour));
        expect(twice.segments.every(({ source }) => source === 'other')).toBe(true);
        expect(contour.segments.every(({ source }) => source === 'plate')).toBe(true);
      }),
    );
  });

  it('that is not connected is told so', () => {
    const [a, b, c] = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 5, y: 8 },
    ];
    expect(isConnected(closedContour([line(a, b, 's'), line(b, c, 's'), line(c, a, 's')]))).toBe(true);
    expect(isConnected(closedContour([line(a, b, 's'), line(c, a, 's')]))).toBe(false);
    expect(isConnected({ segments: [line(a, b, 's'), line(b, c, 's')], closed: false })).toBe(true);
  });
});

describe('turning', () => {
  it('there and back is where it was; four quarters are exact', () => {
    fc.assert(
      fc.property(place, fc.double({ min: -720, max: 720, noNaN: true }), (p, degrees) => {
        near(turnPointBy(-degrees)(turnPointBy(degrees)(p)), p, 1e-9);
        expect(Math.hypot(p.x, p.y)).toBeCloseTo(Math.hypot(turnPointBy(degrees)(p).x, turnPointBy(degrees)(p).y), 9);
        const quarter = turnPointBy(90);
        const whole = quarter(quarter(quarter(quarter(p))));
        expect([whole.x, whole.y]).toEqual([p.x, p.y]);
      }),
    );
  });

  it('keeps areas and lengths, and arcs as arcs', () => {
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 1, max: 60, noNaN: true }),
        fc.integer({ min: 0, max: 359 }),
        (centre, radius, degrees) => {
          const own = circle(centre, radius, 'hole');
          const [turned] = turnRegion([own], degrees) as [Contour];
          expect(contourArea(turned)).toBeCloseTo(contourArea(own), 5);
          const known = circleOf(turned)!;
          near(known.centre, turnPointBy(degrees)(centre), 1e-6);
        },
      ),
    );
  });

  it('a box, has the box round its corners', () => {
    const turned = turnBounds({ minX: 0, minY: 0, maxX: 20, maxY: 10 }, 30);
    expect(widthOf(turned)).toBeCloseTo(20 * Math.cos(Math.PI / 6) + 10 * Math.sin(Math.PI / 6), 9);
    expect(heightOf(turned)).toBeCloseTo(20 * Math.sin(Math.PI / 6) + 10 * Math.cos(Math.PI / 6), 9);
    expect(turnBounds(NO_BOUNDS, 30)).toEqual(NO_BOUNDS);
  });
});

describe('boxes', () => {
  const boxOf = fc.tuple(place, place).map((points) => boundsOfPoints(points));

  it('together hold each, and no box that is smaller does', () => {
    fc.assert(
      fc.property(boxOf, boxOf, (a, b) => {
        const both = joinBounds([a, b]);
        expect(boundsContain(both, a) && boundsContain(both, b)).toBe(true);
        expect(joinBounds([b, a])).toEqual(both);
        expect(joinBounds([a, NO_BOUNDS])).toEqual(a);
        expect(isEmptyBounds(joinBounds([]))).toBe(true);
      }),
    );
  });

  it('meet where neither lies wholly beside the other', () => {
    fc.assert(
      fc.property(boxOf, boxOf, fc.double({ min: 0, max: 20, noNaN: true }), (a, b, gap) => {
        const beside = a.minX > b.maxX + gap || b.minX > a.maxX + gap || a.minY > b.maxY + gap || b.minY > a.maxY + gap;
        expect(boundsMeet(a, b, gap)).toBe(!beside);
        expect(boundsMeet(b, a, gap)).toBe(boundsMeet(a, b, gap));
        const moved = boundsMeet(moveBounds(a, 7, -3), moveBounds(b, 7, -3), gap + 1e-9);
        if (boundsMeet(a, b, gap)) expect(moved).toBe(true);
      }),
    );
  });

  it('of nothing have no width and no height', () => {
    expect(isEmptyBounds(NO_BOUNDS)).toBe(true);
    expect([widthOf(NO_BOUNDS), heightOf(NO_BOUNDS)]).toEqual([0, 0]);
    expect(isEmptyBounds(boundsOfPoints([]))).toBe(true);
    expect(isEmptyBounds(boundsOfPoints([{ x: 1, y: 2 }]))).toBe(false);
  });
});
