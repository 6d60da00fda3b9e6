import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitStroke } from '../src/centerline/fit-stroke.ts';
import { straightStretches } from '../src/centerline/straight-runs.ts';
import { readSvg } from '../src/formats/svg/svg-reader.ts';
import { contourBounds, contourLength } from '../src/geometry/contour-facts.ts';
import { distance, type Point } from '../src/geometry/point.ts';
import { circleOf } from '../src/geometry/shapes.ts';
import { release } from '../src/job/release.ts';
import { dotsApart } from '../src/recipe/edits/dots-apart.ts';
import { removeOperation } from '../src/recipe/edits/operations.ts';
import type { Recipe } from '../src/recipe/schema.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { tangentAt } from '../src/geometry/segment.ts';
import { pointsAlong } from './thickened.ts';
import { jobOf, recipeOf } from './workshop.ts';

const lineOf = (words: string, centerline: object, more: object = {}): Recipe =>
  recipeOf({
    ...{ machine: 'engraver', material: 'brass', thickness: 1 },
    assemblies: [
      {
        make: 'engraved',
        items: [{ id: 'item-1', words, face: 'overpass-bold', role: 'line', centerline, ...more }],
        plate: { holes: null, border: null },
      },
    ],
  } as never);

const strokesOf = (recipe: Recipe) =>
  jobOf(recipe).assemblies[0]!.built.arrangement.items[0]!.letters.flatMap(({ strokes }) => strokes);

describe('dots of middle lines', () => {
  it.each([{}, { turn: 30 }, { centerline: { dots: 'circles', joined: true } }])(
    'are circles as wide as they are, however the item lies: %j',
    (more) => {
      const job = jobOf(lineOf('rain.', { dots: 'circles' }, more));
      const circles = strokesOf(job.recipe).flatMap((stroke) => circleOf(stroke) ?? []);
      expect(circles).toHaveLength(2);
      const plain = strokesOf(lineOf('rain.', {}, { turn: 0 }));
      expect(plain.filter((stroke) => contourLength(stroke) < 1)).toHaveLength(2);
      // Of this face dots are about as wide as its stems, which are a fifth of its capitals high.
      for (const { radius } of circles) expect(radius).toBeGreaterThan(3.5);
    },
  );

  it('are points to be seen on the screen, where they are followed as lines too short for that', () => {
    const [thing] = pictureOf(jobOf(lineOf('Lift pin.', {}))).assemblies;
    expect(thing!.pricks.match(/M/g)).toHaveLength(3);
    expect(thing!.linework.match(/M/g)!.length).toBeGreaterThan(8);
  });

  it('are run by themselves where they are to be, and with their strokes again when that operation goes', async () => {
    const recipe = dotsApart(lineOf('Lift pin', { dots: 'circles' }, { turn: 20 }), 'thing-1', 'item-1');
    const { dotOperation } = (recipe.assemblies[0] as { items: { centerline: { dotOperation: string } }[] }).items[0]!
      .centerline;
    const job = jobOf(recipe);
    const own = job.operations.find(({ id }) => id === dotOperation)!;
    expect(own.work).toBe('mark');
    expect(own.contours).toHaveLength(2);
    expect(own.contours.every((contour) => circleOf(contour))).toBe(true);
    const { files } = await release(job, ['svg'], null);
    const layers = readSvg(new TextDecoder().decode(files[0]!.bytes)).layers.map(({ contours }) => contours.length);
    expect(layers).toContain(2);
    const without = jobOf(removeOperation(recipe, dotOperation, null));
    expect(without.operations.flatMap(({ contours }) => contours).filter((contour) => circleOf(contour))).toHaveLength(
      2,
    );
  });

  it('name an operation that there is', () => {
    expect(() => lineOf('i', { dotOperation: 'none-such' })).toThrow('there is no operation “none-such”');
  });
});

describe('straight runs', () => {
  const wavy = (amplitude: number): Point[] =>
    Array.from({ length: 400 }, (_, i) => ({ x: i * 0.05, y: amplitude * Math.sin(i * 0.1) }));

  it('are those that stay near their chord for long, from end to end', () => {
    expect(straightStretches(wavy(0.07))).toEqual([{ from: 0, to: 399 }]);
    expect(straightStretches(wavy(1))).toEqual([]);
    // A bow is meant, however flat.
    const bow = Array.from({ length: 400 }, (_, i) => ({ x: i * 0.05, y: Math.sqrt(60 ** 2 - (i * 0.05 - 10) ** 2) }));
    expect(straightStretches(bow)).toEqual([]);
    expect(straightStretches(wavy(0.07).slice(0, 100))).toEqual([]);
  });

  it('become lines that bends go on from in their direction, and no point of them lies far off', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 0.06, noNaN: true }),
        (r, wave) => {
          const stem = Array.from({ length: 240 }, (_, i) => ({ x: wave * Math.sin(i / 7), y: -i * 0.05 })).reverse();
          const bend = Array.from({ length: 100 }, (_, i) => {
            const angle = ((i + 1) * 0.05) / r;
            return { x: r - r * Math.cos(angle), y: r * Math.sin(angle) };
          });
          const points = [...stem, ...bend];
          const segments = fitStroke(points, 0.02, false, straightStretches(points));
          expect(segments[0]!.kind).toBe('line');
          expect(distance(segments[0]!.from, segments[0]!.to)).toBeGreaterThan(9);
          for (const [i, segment] of segments.slice(1).entries()) {
            expect(segment.from).toEqual(segments[i]!.to);
            const [u, v] = [tangentAt(segments[i]!, 1), tangentAt(segment, 0)];
            expect(Math.abs(Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y))).toBeLessThan(0.06);
          }
          const drawn = pointsAlong([{ segments, closed: false }], 0.05);
          for (const point of points.filter((_, i) => i % 9 === 0))
            expect(Math.min(...drawn.map((each) => distance(each, point)))).toBeLessThan(0.17);
        },
      ),
    );
  });

  it('of a script have fewer nodes, and stems as long as before', () => {
    const nodes = (recipe: Recipe) => strokesOf(recipe).reduce((sum, { segments }) => sum + segments.length, 0);
    const [plain, straight] = [false, true].map((on) => lineOf('tilt', { straight: on }, { face: 'caveat-brush' }));
    expect(nodes(straight!)).toBeLessThan(nodes(plain!));
    const heights = (recipe: Recipe) =>
      strokesOf(recipe).map((stroke) => contourBounds(stroke).maxY - contourBounds(stroke).minY);
    heights(straight!).forEach((height, i) => expect(height).toBeCloseTo(heights(plain!)[i]!, 0));
  });
});
