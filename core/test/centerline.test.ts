import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { centerline, USUAL_CENTERLINE } from '../src/centerline/centerline.ts';
import { joinBounds } from '../src/geometry/bounds.ts';
import { endOf, startOf, type Contour, type Region } from '../src/geometry/contour.ts';
import { contourArea, contourBounds, contourLength, reverseContour } from '../src/geometry/contour-facts.ts';
import { directionAt } from '../src/geometry/fit-offset.ts';
import { divide } from '../src/geometry/kernel/boolean.ts';
import { compose, inverse, moveBy, scaleBy, transformContour, transformPoint, turnBy } from '../src/geometry/matrix.ts';
import { distance, type Point } from '../src/geometry/point.ts';
import { segmentLength } from '../src/geometry/segment.ts';
import { circle, roundedRectangle } from '../src/geometry/shapes.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { near, pointsAlong, strokesOf, thickened, WRITTEN } from './thickened.ts';
import { faceOf } from './workshop.ts';

const traced = (region: Parameters<typeof centerline>[0], plan = USUAL_CENTERLINE): Contour[] =>
  centerline(region, plan).map(({ contour }) => contour);
const endsOf = (strokes: readonly Contour[]): Point[] =>
  strokes.filter(({ closed }) => !closed).flatMap((stroke) => [startOf(stroke), endOf(stroke)]);
const lettersOf = (words: string, face: string): Region =>
  layOut({ ...PLAIN, words, size: { by: 'cap height', value: 40 } }, faceOf(face)).letters.flatMap(
    ({ contours }) => contours,
  );
/** Angles between segments where a stroke does not go on smoothly, degrees. */
const kinksOf = ({ segments }: Contour): number[] =>
  segments.slice(1).flatMap((segment, i) => {
    const [u, v] = [directionAt(segments[i]!, 1), directionAt(segment, 0)];
    const turn = Math.abs((Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y) * 180) / Math.PI);
    return turn > 8 ? [turn] : [];
  });

describe('a centerline', () => {
  const cases = Object.keys(WRITTEN).flatMap((name, i) => [
    { name, width: 4, ends: 'butt', corners: i % 2 ? 'round' : 'mitred' } as const,
    { name, width: 7, ends: 'round', corners: i % 2 ? 'mitred' : 'round' } as const,
  ]);

  it.each(cases)('finds the strokes of $name, $width mm wide, with $ends ends and $corners corners', (how) => {
    const known = strokesOf(WRITTEN[how.name]!);
    const found = traced(thickened(known, how));
    const step = 0.03 * how.width;
    const [knownPoints, foundPoints] = [pointsAlong(known, step), pointsAlong(found, step)];
    expect(near(knownPoints, foundPoints, 0.05 * how.width).share).toBeGreaterThan(0.98);
    const precise = near(foundPoints, knownPoints, 0.05 * how.width);
    expect(precise.share).toBeGreaterThan(0.98);
    expect(precise.off).toBeLessThan(0.012 * how.width);
    expect(found.length).toBeLessThanOrEqual(known.length + 1);
  });

  it('goes straight on through a crossing, and ends on what it meets', () => {
    const cross = traced(thickened(strokesOf(WRITTEN['X']!), { width: 5 }));
    expect(cross).toHaveLength(2);
    expect(cross.flatMap(kinksOf)).toEqual([]);
    const tee = traced(thickened(strokesOf(WRITTEN['T']!), { width: 5 }));
    expect(tee).toHaveLength(2);
    // Its stem ends on the middle of the bar, at (22, 60), not at the bar's edge.
    expect(Math.min(...endsOf(tee).map((end) => distance(end, { x: 22, y: 60 })))).toBeLessThan(0.05);
  });

  it('runs to the edge of flat ends, to the centre of round ones, and stops before both where that is asked', () => {
    const bar = strokesOf('M0,0 H40');
    const ends = (region: ReturnType<typeof thickened>, how: 'full' | 'short') =>
      endsOf(traced(region, { ...USUAL_CENTERLINE, ends: how }))
        .map(({ x }) => x)
        .sort((a, b) => a - b);
    const [flat, round] = [thickened(bar, { width: 6 }), thickened(bar, { width: 6, ends: 'round' })];
    for (const [region, how, from, to] of [
      [flat, 'full', 0, 40],
      [round, 'full', 0, 40],
      [flat, 'short', 3, 37],
      [round, 'short', 0, 40],
    ] as const) {
      const [a, b] = ends(region, how);
      expect(a!).toBeCloseTo(from, 1);
      expect(b!).toBeCloseTo(to, 1);
    }
  });

  it('has few nodes, and corners where corners are', () => {
    const [corner] = traced(thickened(strokesOf(WRITTEN['L']!), { width: 5 }));
    expect(corner!.segments).toHaveLength(2);
    expect(distance(corner!.segments[0]!.to, { x: 0, y: 0 })).toBeLessThan(0.05);
    expect(kinksOf(corner!)[0]!).toBeCloseTo(90, 0);
  });

  it('of a ring runs round, and of a dot is a short line at its middle', () => {
    const ring = [circle({ x: 5, y: 5 }, 20, 'it'), reverseContour(circle({ x: 5, y: 5 }, 16, 'it'))];
    const [round, ...none] = centerline(ring);
    expect(none).toEqual([]);
    expect(round!.contour.closed).toBe(true);
    expect(contourLength(round!.contour)).toBeCloseTo(2 * Math.PI * 18, 0);
    const [dot] = centerline([circle({ x: 3, y: 4 }, 2, 'it')]);
    expect(dot!.dot).toBeCloseTo(4, 1);
    expect(distance(startOf(dot!.contour), { x: 3, y: 4 })).toBeLessThan(0.1);
    expect(centerline([roundedRectangle({ minX: 0, minY: 0, maxX: 5, maxY: 6 }, 0, 'it')])).toHaveLength(1);
    expect(centerline([])).toEqual([]);
  });

  it('drops serifs, and keeps them where nothing is to be a spur', () => {
    const serifed = lettersOf('I', 'vollkorn-bold');
    const [stem, ...others] = traced(serifed);
    expect(others).toEqual([]);
    expect(
      endsOf([stem!])
        .map(({ y }) => Math.round(y) + 0)
        .sort((a, b) => a - b),
    ).toEqual([0, 40]);
    expect(traced(serifed, { ...USUAL_CENTERLINE, spurs: 0 }).length).toBeGreaterThan(2);
  });

  it.each([
    ['a', 'league-gothic'],
    ['g', 'league-gothic'],
    ['8', 'league-gothic'],
    ['w', 'unifrakturcook'],
    ['B', 'unifrakturcook'],
  ])('stays in the material of %s of %s, and goes round each of its holes', (words, face) => {
    const region = lettersOf(words, face);
    const thin = thickened(traced(region), { width: 0.2, ends: 'round', corners: 'round' });
    const holes = (all: Region) => all.filter((contour) => contourArea(contour) < -1).length;
    expect(holes(thin)).toBeGreaterThanOrEqual(holes(region));
    // A little out at the middle of a hollow end is no matter.
    const outside = divide(thin, region).outside.reduce((sum, contour) => sum + contourArea(contour), 0);
    expect(outside / 0.2).toBeLessThan(0.5);
  });

  it.each([
    ['o', 'league-gothic', 0],
    ['C', 'league-gothic', 0],
    ['8', 'league-gothic', 0],
    ['Z', 'league-gothic', 2],
    ['L', 'league-gothic', 1],
    // What turns back altogether is no bend.
    ['S', 'bungee', 2],
  ])('turns smoothly where the inner edge of a bend does: %s of %s has %i corners', (letter, face, corners) => {
    const strokes = traced(lettersOf(letter, face));
    // A closed one goes on where it began.
    const around = strokes.map((each) =>
      each.closed ? { ...each, segments: [...each.segments, each.segments[0]!] } : each,
    );
    expect(around.flatMap(kinksOf)).toHaveLength(corners);
  });

  it('keeps a stem whole whose foot is no longer than it is wide, and links it with arms that only touch it', () => {
    for (const [letter, face] of [
      ['k', 'fredoka-semibold'],
      ['K', 'league-gothic'],
    ] as const) {
      const strokes = traced(lettersOf(letter, face));
      expect(strokes).toHaveLength(3);
      const [link, ...others] = strokes.sort((p, q) => contourLength(p) - contourLength(q));
      const boxes = others.map(contourBounds);
      expect(Math.min(...boxes.map(({ minX, maxX }) => maxX - minX))).toBeLessThan(0.2);
      expect(Math.max(...boxes.map(({ minY, maxY }) => maxY - minY))).toBeGreaterThan(30);
      expect(link!.segments).toHaveLength(1);
      const thin = thickened(strokes, { width: 0.2, ends: 'round', corners: 'round' });
      expect(thin.filter((contour) => contourArea(contour) > 0)).toHaveLength(1);
    }
  });

  it('makes a dot of what is all spurs', () => {
    const [stem, flick, ...others] = centerline(lettersOf('i', 'unifrakturcook'));
    expect(others).toEqual([]);
    expect(stem!.dot).toBe(0);
    expect(flick!.dot).toBeGreaterThan(2);
  });

  it('crosses a t by both its arms', () => {
    const strokes = traced(lettersOf('t', 'besley-bold'));
    expect(strokes).toHaveLength(2);
    const level = strokes.map((stroke) => contourBounds(stroke)).find(({ minY, maxY }) => maxY - minY < 1)!;
    expect(level.maxX - level.minX).toBeGreaterThan(10);
  });

  it.each([
    ['league-gothic', 't', 1, 0.5, 9],
    ['fredoka-semibold', 'f', 1, 0.5, 9],
    ['fredoka-semibold', 't', 1, 0.5, 9],
    // Nothing comes out of its stem, however little counts as an arm.
    ['overpass-bold', 'E', 0, -0.05, 0.05],
  ])('of %s: %s goes on through its stem to an arm that is shorter than that is wide', (face, letter, spurs, ...by) => {
    const region = lettersOf(letter, face);
    const boxes = traced(region, { ...USUAL_CENTERLINE, spurs }).map(contourBounds);
    const stem = boxes.reduce((a, b) => (b.maxY - b.minY > a.maxY - a.minY ? b : a));
    const bar = boxes.find(({ minY, maxY }) => maxY - minY < 0.5)!;
    expect(stem.minX - bar.minX).toBeGreaterThan(by[0]!);
    expect(stem.minX - bar.minX).toBeLessThan(by[1]!);
  });

  it('lets a bar be that ends already where an arm of it would', () => {
    const strokes = traced(lettersOf('G', 'corinthia-bold'));
    expect(strokes.length).toBeGreaterThan(1);
    for (const { minX, maxX } of strokes.map(contourBounds)) expect(maxX - minX).toBeLessThan(100);
    for (const { from, to } of strokes.flatMap(({ segments }) => segments))
      for (const value of [from.x, from.y, to.x, to.y]) expect(value).toBeLessThan(100);
  });

  it.each(['besley-bold', 'league-gothic', 'barlow-condensed-semibold', 'bungee'])(
    'of %s: the loops of an 8 close each other, and a B has its bar',
    (face) => {
      expect(traced(lettersOf('8', face)).filter(({ closed }) => !closed)).toEqual([]);
      const { minX, maxX, minY, maxY } = joinBounds(lettersOf('B', face).map(contourBounds));
      const level = traced(lettersOf('B', face))
        .flatMap(({ segments }) => segments)
        .filter(({ from, to }) => Math.abs(to.y - from.y) < 0.05 * Math.abs(to.x - from.x))
        .filter(({ from }) => from.y > minY + 0.35 * (maxY - minY) && from.y < minY + 0.65 * (maxY - minY));
      const long = level.reduce((sum, segment) => sum + segmentLength(segment), 0);
      expect(long).toBeGreaterThan(0.2 * (maxX - minX));
    },
  );

  it.each([
    ['league-gothic', 'V', 2],
    ['league-gothic', 'W', 4],
    ['barlow-condensed-semibold', 'N', 3],
    ['graduate', 'V', 2],
  ])('of %s: %s is of straight lines that come to its flat apexes, its stems upright', (face, letter, lines) => {
    const stroke = traced(lettersOf(letter, face)).reduce((a, b) => (contourLength(b) > contourLength(a) ? b : a));
    expect(stroke.segments.map(({ kind }) => kind)).toEqual(Array.from({ length: lines }, () => 'line'));
    if (letter !== 'N') return;
    for (const stem of [stroke.segments[0]!, stroke.segments.at(-1)!])
      expect(Math.abs(stem.to.x - stem.from.x)).toBeLessThan(0.01 * Math.abs(stem.to.y - stem.from.y));
  });

  it.each(['n', 'r', 'm'])('of a slab: the arch of %s ends on its stem, whose head is no stroke', (letter) => {
    const lengths = traced(lettersOf(letter, 'besley-bold')).map(contourLength);
    expect(Math.min(...lengths)).toBeGreaterThan(0.5 * Math.max(...lengths));
  });

  it('makes a Y of two straight arms that meet on its stem', () => {
    const [arms, stem] = traced(lettersOf('Y', 'league-gothic')).sort((a, b) => b.segments.length - a.segments.length);
    expect([arms, stem].map((stroke) => stroke!.segments.map(({ kind }) => kind))).toEqual([
      ['line', 'line'],
      ['line'],
    ]);
    const tip = arms!.segments[0]!.to;
    expect(Math.min(...endsOf([stem!]).map((end) => distance(end, tip)))).toBeLessThan(0.01);
  });

  it.each([
    // The arch ends on the stem, whose head is a corner.
    ['besley-bold', 'n', 2, 0.75, 0.9],
    ['besley-bold', 'r', 2, 0.7, 0.85],
    ['besley-bold', 'm', 3, 0.8, 0.95],
    // Its slants are narrow and short.
    ['barlow-condensed-semibold', 'M', 3, 1, 1.15],
    // Its bar is thinner than its stem.
    ['barlow-condensed-semibold', 't', 2, 0.95, 1.1],
    // What its upper stroke ends on goes on below it.
    ['league-gothic', 'a', 2, 0.95, 1.15],
    // Their hooks are so tight that no disc tells them.
    ['national-park-bold', 'f', 2, 0.75, 0.9],
    ['national-park-bold', 't', 2, 0.8, 0.95],
    ['pinyon-script', 'G', 2, 0.95, 1.1],
    // Its corners would meet a hair above its edge.
    ['overpass-bold', 'M', 1, 1.1, 1.2],
  ])('of %s: %s has its strokes, as long as what they cover tells', (face, letter, strokes, least, most) => {
    const region = lettersOf(letter, face);
    const found = traced(region);
    expect(found).toHaveLength(strokes);
    const edge = region.reduce((sum, contour) => sum + contourLength(contour), 0);
    const length = found.reduce((sum, stroke) => sum + contourLength(stroke), 0);
    // Were it one long band, half of its edge.
    expect((2 * length) / edge).toBeGreaterThan(least);
    expect((2 * length) / edge).toBeLessThan(most);
  });

  it('takes a long mitre for a corner, turns in the round tip of a cusp, crosses in the straighter way', () => {
    const five = strokesOf('M34,60 H6 L3,34 C10,40 36,42 36,19 C36,-4 8,-4 0,6');
    expect(traced(thickened(five, { width: 5, corners: 'mitred' }))).toHaveLength(1);
    const three = strokesOf('M2,54 C8,60 34,64 34,46 C34,36 26,32 16,32 M16,32 C28,32 38,28 38,15 C38,-4 8,-4 0,8');
    const nodes = traced(thickened(three, { width: 6, ends: 'round', corners: 'round' })).flatMap((stroke) => [
      startOf(stroke),
      ...stroke.segments.map(({ to }) => to),
    ]);
    expect(Math.min(...nodes.map((node) => distance(node, { x: 16, y: 32 })))).toBeLessThan(0.3);
    expect(traced(thickened(strokesOf(WRITTEN['eight']!), { width: 5 }))).toHaveLength(1);
  });

  it('ends in the middle of a flat end that a bowl hides the one corner of', () => {
    const known = strokesOf('M30,40 V0 M30,20 A15,20 0 0 1 0,20 A15,20 0 0 1 30,20');
    const ends = endsOf(traced(thickened(known, { width: 8.5 })));
    for (const end of [
      { x: 30, y: 0 },
      { x: 30, y: 40 },
    ])
      expect(Math.min(...ends.map((each) => distance(each, end)))).toBeLessThan(0.5);
  });

  it('is the same at any size, angle and place', () => {
    const region = thickened(strokesOf(WRITTEN['K']!), { width: 5 });
    const plain = pointsAlong(traced(region), 0.3);
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        (size, angle, far) => {
          const place = compose(scaleBy(size, size), turnBy(angle), moveBy(far, -far));
          const moved = region.map((contour) => transformContour(contour, place, 'it'));
          const back = inverse(place);
          const points = pointsAlong(traced(moved), 0.3 * size).map((point) => transformPoint(back, point));
          expect(near(points, plain, 0.4).share).toBe(1);
          expect(near(plain, points, 0.4).share).toBe(1);
        },
      ),
      { numRuns: 12 },
    );
  });
});
