import { describe, expect, it } from 'vitest';
import { contourBounds, regionArea } from '../src/geometry/contour-facts.ts';
import { movedHandle } from '../src/geometry/nodes/handles.ts';
import type { NodePath } from '../src/geometry/nodes/node-path.ts';
import { pathsOf } from '../src/geometry/nodes/redrawn-contours.ts';
import { readSvgArtwork } from '../src/artwork/svg/read-svg.ts';
import { build, facesOf } from '../src/job/build-job.ts';
import { withArtworkDrawn, withDrawnFor, withLetterDrawn } from '../src/recipe/edits/redrawn.ts';
import { withWords } from '../src/recipe/edits/words.ts';
import { withinItem } from '../src/recipe/identity.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import type { ArtworkItem, LetteringItem, Made, Recipe } from '../src/recipe/schema.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { outlinePicture } from '../src/screen/outline-picture.ts';
import { houseShop } from '../src/shop/house.ts';
import { faceOf, recipeOf } from './workshop.ts';

const built = (recipe: Recipe, files: Readonly<Record<string, string>> = {}) =>
  build(recipe, {
    shop: houseShop,
    faces: new Map([...facesOf(recipe)].map((id) => [id, faceOf(id)])),
    artworks: new Map(Object.entries(files).map(([id, text]) => [id, readSvgArtwork(text)])),
  });

const thingOf = (recipe: Recipe): Made => recipe.assemblies[0] as Made;
const lettersOf = (recipe: Recipe) => built(recipe).assemblies[0]!.built.items[0]!.form.letters;
const withItem = (recipe: Recipe, item: LetteringItem | ArtworkItem): Recipe => ({
  ...recipe,
  assemblies: [{ ...thingOf(recipe), items: [item] }],
});

/** The rightmost node of a drawing by so much to the right, in what the drawing is told in. */
function pulled(paths: readonly NodePath[], by: number): NodePath[] {
  const all = paths.flatMap(({ nodes }, path) => nodes.map((node, n) => ({ path, n, node })));
  const { path, n, node } = all.reduce((best, each) => (each.node.x > best.node.x ? each : best));
  return paths.map((own, i) => (i === path ? movedHandle(own, n, 'node', { x: node.x + by, y: node.y }) : own));
}

const WORDS = { assemblies: [{ make: 'cut-through', items: [{ words: 'TEA EAT', face: 'marcellus' }] }] };

/** The letter at a place of the words, with its rightmost node a tenth of an em further right. */
function redrawnAt(recipe: Recipe, place: number, isForAll = false): Recipe {
  const item = thingOf(recipe).items[0] as LetteringItem;
  const letter = lettersOf(recipe).find(({ id }) => id === `letter:0.${place}.0`)!;
  const { drawing, glyph } = letter.drawnFrom!;
  const paths = pathsOf(drawing);
  const one = { letter: letter.id, glyph: glyph!, text: letter.text };
  return withItem(recipe, withLetterDrawn(item, one, isForAll, paths, pulled(paths, 0.1)));
}

const widths = (recipe: Recipe) =>
  lettersOf(recipe).map(({ id, text, bounds }) => [withinItem(id), text, bounds.maxX - bounds.minX] as const);

describe('letters redrawn by hand', () => {
  const plain = recipeOf(WORDS as RecipeInput);
  const item = thingOf(plain).items[0] as LetteringItem;
  const size = lettersOf(plain)[0]!.capHeight / faceOf('marcellus').capHeight;
  const tenth = 0.1 * size * faceOf('marcellus').unitsPerEm;

  it('one letter is wider by what its node was moved, at any size, and its neighbours stay', () => {
    const recipe = redrawnAt(plain, 1);
    const [before, after] = [widths(plain), widths(recipe)];
    after.forEach(([id, , width], i) =>
      expect(width - before[i]![2]).toBeCloseTo(id === 'letter:0.1.0' ? tenth : 0, 4),
    );
    const larger = withItem(recipe, {
      ...(thingOf(recipe).items[0] as LetteringItem),
      size: { by: 'cap height', value: 2 * lettersOf(plain)[0]!.capHeight },
    });
    expect(widths(larger)[1]![2]).toBeCloseTo(2 * after[1]![2], 4);
  });

  it('goes with its letter where words change before it, and is told where the letter is gone', () => {
    const recipe = redrawnAt(plain, 1);
    const longer = { ...recipe, assemblies: [withWords(thingOf(recipe), item.id, 'GREEN TEA EAT')] };
    const changed = widths(longer).filter(([id]) => id === 'letter:0.7.0');
    expect(changed).toEqual([['letter:0.7.0', 'E', expect.closeTo(widths(recipe)[1]![2], 4)]]);
    expect(built(longer).findings.map(({ rule }) => rule)).not.toContain('lost outline');
    const gone = { ...recipe, assemblies: [withWords(thingOf(recipe), item.id, 'TO')] };
    const [finding] = built(gone).findings.filter(({ rule }) => rule === 'lost outline');
    expect(finding!.title).toBe('“E” redrawn by hand: not so here');
    expect(thingOf(applyPatch(gone, finding!.mends[0]!.patch)).items).toMatchObject([{ redrawn: [] }]);
  });

  it('is for all that are alike, or for one again', () => {
    const recipe = redrawnAt(plain, 1, true);
    const wider = (of: Recipe) =>
      widths(of)
        .filter(([, , width], i) => width - widths(plain)[i]![2] > 0.9 * tenth)
        .map(([id]) => id);
    expect(wider(recipe)).toEqual(['letter:0.1.0', 'letter:0.4.0']);
    const own = thingOf(recipe).items[0] as LetteringItem;
    const one = { letter: 'letter:0.4.0', glyph: own.redrawn[0]!.glyph, text: 'E' };
    expect(wider(withItem(recipe, withDrawnFor(own, one, false)))).toEqual(['letter:0.4.0']);
  });

  it('is kept and told on another face, and holds again on its own', () => {
    const recipe = redrawnAt(plain, 1);
    const own = thingOf(recipe).items[0] as LetteringItem;
    const other = withItem(recipe, { ...own, face: 'besley-bold' });
    expect(built(other).findings.find(({ rule }) => rule === 'lost outline')?.detail).toContain('another face');
    expect(widths(other)[1]![2]).toBeCloseTo(widths(withItem(plain, { ...item, face: 'besley-bold' }))[1]![2], 6);
    expect(widths(withItem(other, { ...own, face: 'marcellus' }))).toEqual(widths(recipe));
  });

  it('a counter taken out is filled', () => {
    const letter = lettersOf(plain).find(({ text }) => text === 'A')!;
    const { drawing, glyph } = letter.drawnFrom!;
    const paths = pathsOf(drawing);
    const outer = paths.filter((_, i) => contourBounds(drawing.contours[i]!).minY <= 0.01);
    const one = { letter: letter.id, glyph: glyph!, text: 'A' };
    const filled = lettersOf(withItem(plain, withLetterDrawn(item, one, false, paths, outer)));
    expect(paths).toHaveLength(2);
    expect(filled.find(({ id }) => id === letter.id)!.contours).toHaveLength(1);
  });

  it('is shown where it lies: nodes of the outline are on the letter, on a sheet turned and moved', () => {
    const turned = {
      ...plain,
      assemblies: [{ ...thingOf(plain), place: { x: 30, y: 40 }, turn: 90, items: [{ ...item, turn: 20 }] }],
    } as Recipe;
    const job = built(turned);
    const of = { assembly: thingOf(plain).id, item: item.id, letter: `${item.id}/letter:0.1.0` };
    const { paths, toSheet, alike } = outlinePicture(job, of)!;
    expect(alike).toBe(2);
    const { bounds } = pictureOf(job).assemblies[0]!.letters.find(({ id }) => id === of.letter)!;
    const { height } = job.sheet;
    const points = paths
      .flatMap(({ nodes }) => nodes)
      .map(({ x, y }) => ({
        x: toSheet.a * x + toSheet.c * y + toSheet.e,
        y: height - (toSheet.b * x + toSheet.d * y + toSheet.f),
      }));
    expect(Math.min(...points.map(({ x }) => x))).toBeCloseTo(bounds.minX, 1);
    expect(Math.max(...points.map(({ y }) => y))).toBeCloseTo(bounds.maxY, 1);
    expect(pictureOf(job, of).outline).toEqual(outlinePicture(job, of));
  });
});

describe('artwork redrawn by hand', () => {
  const svg = (body: string) => `<svg width="100mm" height="60mm" viewBox="0 0 100 60">${body}</svg>`;
  const square = '<rect x="10" y="10" width="30" height="20"/>';
  const round = '<circle cx="70" cy="30" r="10"/>';
  const recipe = recipeOf({
    assemblies: [{ make: 'engraved', items: [{ kind: 'artwork', source: 'emblem' }] }],
  } as unknown as RecipeInput);
  const item = thingOf(recipe).items[0] as ArtworkItem;
  const formOf = (own: ArtworkItem, body: string) =>
    built(withItem(recipe, own), { emblem: svg(body) }).assemblies[0]!.built.items[0]!.form;
  const areaOf = (own: ArtworkItem, body: string) => regionArea(formOf(own, body).letters[0]!.contours);
  const { drawing } = formOf(item, square + round).letters[0]!.drawnFrom!;
  const paths = pathsOf(drawing);
  /** A corner of the square pulled out by 6 mm. */
  const corner = paths.map((path) =>
    path.nodes.length === 4 && path.nodes.every(({ to }) => to === 'line')
      ? movedHandle(path, 0, 'node', { x: path.nodes[0]!.x - 6 / drawing.unit, y: path.nodes[0]!.y })
      : path,
  );
  const redrawn = withArtworkDrawn(item, paths, corner);

  it('has the corner where it was pulled, and in a new version of the file too', () => {
    const plain = areaOf(item, square + round);
    expect(Math.abs(areaOf(redrawn, square + round) - plain)).toBeCloseTo(60, 3);
    // At twice the size four times that.
    expect(Math.abs(areaOf({ ...redrawn, factor: 2 }, square + round) - 4 * plain)).toBeCloseTo(240, 3);
    const more = '<rect x="80" y="45" width="5" height="5"/>';
    expect(Math.abs(areaOf(redrawn, more + round + square) - plain - 25)).toBeCloseTo(60, 3);
  });

  it('tells what finds its nodes no more, and keeps it through other changes', () => {
    const moved = '<rect x="12" y="10" width="30" height="20"/>';
    const job = built(withItem(recipe, redrawn), { emblem: svg(moved + round) });
    const [finding] = job.findings.filter(({ rule }) => rule === 'lost outline');
    expect(finding!.title).toContain('1 change of its outline by hand not found');
    const now = pathsOf(formOf(item, moved + round).letters[0]!.drawnFrom!.drawing);
    const without = withArtworkDrawn(redrawn, now, now.slice(1));
    expect(without.redrawn).toHaveLength(2);
    expect(withArtworkDrawn(without, now, now).redrawn).toHaveLength(1);
  });
});
