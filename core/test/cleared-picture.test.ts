import { expect, it } from 'vitest';
import { readPath } from '../src/artwork/svg/path.ts';
import { regionArea } from '../src/geometry/contour-facts.ts';
import type { Recipe } from '../src/recipe/schema.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { jobOf, recipeOf } from './workshop.ts';

/** An I cleared by cutters of these widths, one after the other; none: swept in rows. */
const stem = (...tools: number[]): Recipe =>
  recipeOf({
    ...{ machine: 'engraver', material: 'brass', thickness: 1.5 },
    operations: [
      ...(tools.length === 0 ? [{ id: 'area', work: 'engrave' }] : []),
      ...tools.map((tool, i) => ({
        id: i === 0 ? 'area' : `rest-${i}`,
        work: 'engrave',
        fill: { kind: 'pocket', tool, ...(i > 0 && { after: 'area' }) },
      })),
      { id: 'outer', work: 'cut' },
    ],
    assignment: { line: 'outer', inner: 'outer', area: 'area' },
    assemblies: [
      {
        make: 'engraved',
        items: [{ words: 'I', face: 'overpass-bold', size: { by: 'cap height', value: 20 } }],
        plate: { holes: null, border: null },
      },
    ],
  } as never);

const seen = (recipe: Recipe): number =>
  Math.abs(regionArea(readPath(pictureOf(jobOf(recipe)).assemblies[0]!.engraved).contours));

it('what cutters clear is seen as they leave it: corners round, and nothing where none gets in', () => {
  const whole = seen(stem());
  // Four corners stay, each between a square and a quarter of a disc.
  const left = (tool: number) => (4 - Math.PI) * (tool / 2) ** 2;
  // A picture is drawn in hundredths of a millimetre.
  const isSeen = (least: number, ...tools: number[]) =>
    expect(Math.abs(seen(stem(...tools)) - (whole - left(least)))).toBeLessThan(0.25);
  expect(whole).toBeGreaterThan(60);
  isSeen(3, 3);
  isSeen(1, 3, 1);
  expect(seen(stem(9))).toBe(0);
  isSeen(1, 9, 3, 1);
});
