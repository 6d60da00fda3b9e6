import { describe, expect, it } from 'vitest';
import { readSvgArtwork } from '../src/artwork/svg/read-svg.ts';
import { readingsOf, withFileAsRemembered } from '../src/recipe/edits/remembered.ts';
import { makeUpOf } from '../src/artwork/make-up.ts';
import { elementsOf } from '../src/artwork/elements.ts';
import { PLAIN_PLAN, type ArtworkPlan } from '../src/artwork/form.ts';
import { heightOf, widthOf, type Bounds } from '../src/geometry/bounds.ts';
import { contourLength, regionArea } from '../src/geometry/contour-facts.ts';
import { knockOut } from '../src/geometry/kernel/boolean.ts';
import { layerApart, withLayer } from '../src/recipe/edits/artwork.ts';
import type { ArtworkItem, Made } from '../src/recipe/schema.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import { itemsMovedBy } from '../src/recipe/edits/places.ts';
import { scaledItem } from '../src/recipe/edits/size.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { build } from '../src/job/build-job.ts';
import { pictureOf } from '../src/screen/picture.ts';
import { artworksOf, emblem, formOf, jobOf, PLAIN_SHOP, svg } from './emblem.ts';
import { recipeOf } from './workshop.ts';

describe('artwork', () => {
  it('is parted by layers, by colours, by widths of line, or into areas and lines', () => {
    const body =
      '<g id="a"><rect width="10" height="10" fill="#f00"/>' +
      '<path d="M20 0h9" stroke="#f00" fill="none" stroke-width=".1"/></g>' +
      '<g id="b"><rect y="20" width="10" height="10" fill="#00f"/>' +
      '<path d="M20 9h9" stroke="#00f" fill="none" stroke-width=".2"/></g>';
    const names = (by: ArtworkPlan['partedBy']) => [
      ...new Set(
        elementsOf(readSvgArtwork(svg(body)), { ...PLAIN_PLAN, partedBy: by }).elements.map((each) => each.layer),
      ),
    ];
    expect(names('layer')).toEqual(['a', 'b']);
    expect(names('colour')).toHaveLength(2);
    expect(names('kind')).toEqual(['areas', 'lines']);
    expect(names('width').filter((name) => name.endsWith('wide'))).toHaveLength(2);
    const red = formOf(body, { partedBy: 'colour', layers: [names('colour')[0]!] });
    expect(regionArea(red.areas)).toBeCloseTo(100, 6);
    expect(red.lines).toHaveLength(1);
  });

  it('is of one make-up with files of the same layers and colours, wherever they have what', () => {
    const file = (x: number, colour: string, name = 'rim') =>
      makeUpOf(readSvgArtwork(svg(`<g id="${name}"><rect x="${x}" width="9" height="9" fill="${colour}"/></g>`)));
    expect(file(1, '#d00000')).toBe(file(40, '#d00000'));
    for (const other of [file(1, '#0000d0'), file(1, '#ffffff'), file(1, '#d00000', 'name')])
      expect(other).not.toBe(file(1, '#d00000'));
  });

  it('comes as files like it were read: each layer that was an item by itself is one, in its place in the file', () => {
    const operations = [{ id: 'area' }] as never;
    const item = { layers: ['rim'], join: 0.4, role: 'opening', operation: 'area' };
    const read = recipeOf(
      emblem(item, 'cut-through', [
        { kind: 'artwork', source: 'emblem', layers: ['name'], operation: 'inner' },
        { words: 'TEA' },
      ]) as RecipeInput,
    );
    const remembered = readingsOf(read.assemblies[0] as Made, 'emblem');
    expect(remembered).toMatchObject([item, { layers: ['name'] }]);
    const empty = { ...(read.assemblies[0] as Made), items: [] };
    const file = { source: 'another', fileName: 'Another.svg' };
    const { thing, id } = withFileAsRemembered(empty, file, remembered, { at: { x: 3, y: -40 }, operations });
    expect(thing.items).toMatchObject([
      { id, ...file, ...item, place: { x: 3, y: -40 } },
      { ...file, layers: ['name'], operation: null, place: { x: 3, y: -40 } },
    ]);
    // One alone finds its place by itself.
    const alone = withFileAsRemembered(empty, file, remembered.slice(0, 1), { at: { x: 3, y: -40 }, operations });
    expect(alone.thing.items[0]!.place).toBeNull();
  });

  it.each([
    // White takes away what lies below it, and a white page is nothing.
    [
      '<rect width="100" height="60" fill="#fff"/><rect width="40" height="20"/>' +
        '<rect x="5" y="5" width="10" height="10" fill="white"/>',
      700,
    ],
    // What lies over white again is there.
    [
      '<rect width="40" height="20"/><rect x="5" y="5" width="10" height="10" fill="#fff"/>' +
        '<rect x="7" y="7" width="4" height="4"/>',
      716,
    ],
    // Each area by its own rule.
    ['<path d="M0 0H30V30H0ZM10 10H20V20H10Z"/>', 900],
    ['<path fill-rule="evenodd" d="M0 0H30V30H0ZM10 10H20V20H10Z"/>', 800],
    ['<path d="M0 0H30V30H0ZM10 10V20H20V10Z"/>', 800],
    // Overlapping areas count once.
    ['<rect width="20" height="20"/><rect x="10" width="20" height="20"/>', 600],
    // Lines that close are what they go round, by the even-odd rule.
    ['<g fill="none" stroke="red"><rect width="30" height="30"/><rect x="10" y="10" width="10" height="10"/></g>', 800],
    [
      '<g fill="none" stroke="red"><path d="M0 0H30"/><path d="M30 30V.05"/><path d="M0 30H30"/>' +
        '<path d="M0 0V30"/></g>',
      900,
    ],
  ])('%s', (body, area) => {
    const { areas, lines } = formOf(body);
    expect(regionArea(areas)).toBeCloseTo(area, 0);
    expect(lines).toEqual([]);
  });

  it('lines may stay lines, and gaps close up to what is asked', () => {
    const loose = '<path fill="none" stroke="red" d="M.6 0H30V30H0V0"/>';
    expect(formOf(loose.replace('.6', '2.6')).closing).toMatchObject({ open: 1, joined: [], gaps: [] });
    const told = formOf(loose).closing;
    expect(told.gaps.map(({ width }) => width)).toEqual([expect.closeTo(0.6, 6)]);
    const closed = formOf(loose, { join: 0.7 });
    expect([closed.closing.open, ...closed.closing.joined.map(({ width }) => width)]).toEqual([0, expect.closeTo(0.6)]);
    expect(regionArea(closed.areas)).toBeCloseTo(900, 0);
    const asLines = formOf(loose, { join: 0.7, lines: 'lines' });
    expect([asLines.areas, asLines.lines.length, asLines.lines[0]!.closed]).toEqual([[], 1, true]);
  });

  it('is traced down its middle, arcs and all', () => {
    const ring = 'M30 30a20 20 0 1 0 40 0a20 20 0 1 0 -40 0ZM32 30a18 18 0 1 0 36 0a18 18 0 1 0 -36 0Z';
    const files = { emblem: svg(`<path fill-rule="evenodd" d="${ring}"/>`) };
    const traced = jobOf(emblem({ role: 'line', centerline: {} }, 'engraved'), files);
    const strokes = traced.assemblies[0]!.built.arrangement.items[0]!.letters.flatMap((letter) => letter.strokes);
    expect(strokes).toHaveLength(1);
    expect(strokes[0]!.closed).toBe(true);
    // A circle of 19 mm.
    expect(contourLength(strokes[0]!)).toBeCloseTo(2 * Math.PI * 19, 0);
  });

  it('is an item like others: cut through, engraved, material or the plate, with letters beside it', () => {
    const files = {
      emblem: svg('<rect x="30" y="10" width="40" height="30"/><circle cx="50" cy="25" r="8" fill="#fff"/>'),
    };
    const cut = jobOf(emblem({}), files);
    const solid = regionArea(cut.assemblies[0]!.built.hold.material);
    const hole = Math.PI * 64;
    expect(solid).toBeCloseTo(60 * 50 - 1200 + hole, 0);
    expect(cut.assemblies[0]!.built.pieces.filter(({ status }) => status === 'kept')).toHaveLength(1);
    const engraved = jobOf(emblem({ role: 'engraved' }), files);
    expect(regionArea(engraved.assemblies[0]!.built.construction.area)).toBeCloseTo(1200 - hole, 0);
    const alone = jobOf(emblem({}, 'stand-alone'), files);
    expect(regionArea(alone.assemblies[0]!.built.hold.material)).toBeCloseTo(1200 - hole, 0);
    // As the plate it is as large as the words and their margin ask.
    const plate = jobOf(emblem({ role: 'plate' }, 'cut-through', [{ words: 'HI' }]), files).assemblies[0]!.built;
    expect(plate.arrangement.plateFigure).not.toBe(null);
    expect(regionArea(plate.arrangement.plateFigure!) / (1200 - hole)).toBeCloseTo(
      (widthOf(plate.arrangement.plate!) / 40) ** 2,
      3,
    );
  });

  it('what stays open is told with its gaps, and each mend puts it right', () => {
    const files = { emblem: svg('<path fill="none" stroke="red" d="M.25 0H30V30H0V0"/>') };
    const job = jobOf(emblem({}), files);
    const [finding] = job.findings.filter(({ rule }) => rule === 'open line');
    expect(finding).toMatchObject({
      title: 'emblem: a line stays open',
      detail: expect.stringContaining('0.25 mm') as string,
    });
    expect(finding!.where).not.toBe(null);
    for (const { patch } of finding!.mends)
      expect(jobOf(applyPatch(job.recipe, patch), files).findings.map(({ rule }) => rule)).not.toContain('open line');
    const followed = jobOf(applyPatch(job.recipe, finding!.mends.at(-1)!.patch), files);
    expect(followed.operations.some(({ kinds }) => kinds.includes('line'))).toBe(true);
  });

  it('a layer that lies within others is told, and not one that makes a hole of them or reaches out', () => {
    const rim = '<g id="rim"><rect width="40" height="30"/></g>';
    const unseenOf = (mark: string, fields: object = {}) => formOf(`${rim}<g id="mark">${mark}</g>`, fields).unseen;
    const inside = '<circle cx="20" cy="15" r="5" fill="red"/>';
    expect(unseenOf(inside)).toEqual(['mark']);
    expect(unseenOf(inside, { layers: ['mark'] })).toEqual([]);
    expect(unseenOf('<circle cx="38" cy="15" r="5"/>')).toEqual([]);
    // A closed line goes round an area, unless it is to be followed.
    const ring = inside.replace('fill="red"', 'fill="none" stroke="red"');
    expect(unseenOf(ring)).toEqual(['mark']);
    expect(unseenOf(ring, { lines: 'lines' })).toEqual([]);
    // An open line is followed, and seen: the layer adds to the artwork.
    expect(unseenOf(`${inside}<path d="M15 15h4" fill="none" stroke="red"/>`)).toEqual([]);
    const asLines = `<g fill="none" stroke="red">${rim}<g id="mark">${ring}</g></g>`;
    expect(formOf(asLines).unseen).toEqual([]);
    const files = { emblem: svg(`${rim}<g id="mark">${inside}</g>`) };
    const job = jobOf(emblem({}), files);
    const [finding] = job.findings.filter(({ rule }) => rule === 'unseen layer');
    expect(finding!.title).toBe('Nothing is seen of mark in emblem');
    const mended = jobOf(applyPatch(job.recipe, finding!.mends[0]!.patch), files);
    expect(mended.findings.map(({ rule }) => rule)).not.toContain('unseen layer');
  });

  it('a gap decided by hand stays so at another size, and a decision whose gap is gone is told and forgotten', () => {
    const files = { emblem: svg('<path fill="none" stroke="red" d="M2 0H30V30H0V0"/>') };
    const open = jobOf(emblem({ join: 1 }), files).assemblies[0]!.built.items[0]!.form.artwork!.closing;
    const [{ inFile }] = open.gaps as [(typeof open.gaps)[number]];
    const said = { layer: inFile.layer, from: [inFile.from.x, inFile.from.y], to: [inFile.to.x, inFile.to.y] };
    const closingAt = (factor: number) => {
      const job = jobOf(emblem({ join: 1, factor, repairs: [{ kind: 'join', ...said }] }), files);
      const { closing } = job.assemblies[0]!.built.items[0]!.form.artwork!;
      return [closing.open, closing.lost.length];
    };
    expect([closingAt(1), closingAt(3)]).toEqual([
      [0, 0],
      [0, 0],
    ]);
    // A decision is of a layer, and of no other.
    const elsewhere = jobOf(emblem({ join: 1, repairs: [{ kind: 'join', ...said, layer: 'elsewhere' }] }), files);
    expect(elsewhere.assemblies[0]!.built.items[0]!.form.artwork!.closing.open).toBe(1);
    const repairs = [
      { kind: 'join', ...said },
      { kind: 'open', layer: '', from: [50, 50], to: [51, 50] },
    ];
    const job = jobOf(emblem({ join: 1, repairs }), files);
    const [finding] = job.findings.filter(({ rule }) => rule === 'lost decision');
    expect(finding!.title).toBe('emblem: 1 decision by hand not found');
    const mended = jobOf(applyPatch(job.recipe, finding!.mends[0]!.patch), files);
    expect(mended.recipe.assemblies[0]).toMatchObject({ items: [{ repairs: [{ kind: 'join' }] }] });
    expect(mended.findings.map(({ rule }) => rule)).not.toContain('lost decision');
  });

  it('a layer made an item of its own stays where it is, and leaves the other', () => {
    const body =
      '<g id="rim"><rect width="40" height="30"/></g><g id="mark"><circle cx="60" cy="20" r="4"/></g>' +
      '<g id="note"><path fill="none" stroke="red" d="M0 40H9"/></g>';
    const files = { emblem: svg(body) };
    const job = jobOf(emblem({}, 'engraved'), files);
    const thing = job.recipe.assemblies[0] as Made;
    const where = job.assemblies[0]!.built.arrangement.items.map(({ id, at }) => ({
      id,
      at,
      edges: { left: 0, centre: 0, right: 0 },
    }));
    const { thing: parted, id } = layerApart(thing, thing.items[0]!.id, ['rim', 'mark', 'note'], 'mark', where);
    expect(parted.items.map((item) => item.kind === 'artwork' && item.layers)).toEqual([['rim', 'note'], ['mark']]);
    const apart = build({ ...job.recipe, assemblies: [parted] }, { ...PLAIN_SHOP, artworks: artworksOf(files) });
    const regionOf = ({ assemblies }: typeof job) => assemblies[0]!.built.construction.area;
    expect(regionArea(regionOf(apart))).toBeCloseTo(regionArea(regionOf(job)), 6);
    expect(knockOut(regionOf(apart), regionOf(job))).toEqual([]);
    expect(apart.assemblies[0]!.built.items.map(({ item }) => item.name)).toEqual([null, 'mark']);
    // All taken again is all.
    const [rest] = parted.items;
    const whole = withLayer(rest as ArtworkItem, ['rim', 'mark', 'note'], 'mark', true);
    expect([id, whole.layers]).toEqual(['item-2', null]);
    // What is in no layer is called so.
    const unnamed = layerApart(thing, thing.items[0]!.id, ['rim', '0'], '0', where);
    expect(unnamed.thing.items[1]!.name).toBe('in no layer');
  });

  it('is scaled by its unit and in proportion, and is missed where its file is not here', () => {
    const files = { emblem: svg('<rect x="30" y="10" width="40" height="30"/>') };
    const widthIn = (item: object) => {
      const { items } = jobOf(emblem(item), files).assemblies[0]!.built.arrangement;
      return widthOf(items[0]!.bounds);
    };
    expect(widthIn({})).toBeCloseTo(40, 6);
    // Its origin is its middle.
    const own = jobOf(emblem({}), files).assemblies[0]!.built.items[0]!.form.bounds;
    expect([own.minX + own.maxX, own.minY + own.maxY]).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)]);
    expect(widthIn({ factor: 2 })).toBeCloseTo(80, 6);
    // A unit of this file is a pixel of 96 to the inch.
    expect(widthIn({ mmPerUnit: 25.4 / 72 })).toBeCloseTo((40 * 96) / 72, 6);
    const [item] = (recipeOf(emblem({}) as RecipeInput).assemblies[0] as { items: Parameters<typeof scaledItem>[0][] })
      .items;
    expect(scaledItem(item!, 1.5)).toMatchObject({ factor: 1.5 });
    const missing = jobOf(emblem({}), {});
    expect(missing.findings.map(({ title }) => title)).toContain('The file of emblem is not here');
  });
});

describe('a name in an emblem', () => {
  const ring =
    '<path fill-rule="evenodd" d="M0 30A40 30 0 1 0 80 30A40 30 0 1 0 0 30Z' +
    'M10 30A30 20 0 1 0 70 30A30 20 0 1 0 10 30Z"/>';
  const dot = '<path fill-rule="evenodd" d="M84 0h16v16h-16zM86 2h12v12h-12z"/>';
  const named = (field: object, more: object = {}) => ({
    assemblies: [
      {
        make: 'engraved',
        items: [
          { id: 'emblem', kind: 'artwork', source: 'emblem', role: 'engraved' },
          { id: 'name', words: 'FENNY', field: { of: 'emblem', ...field }, ...more },
        ],
      },
    ],
  });
  const boxesOf = (recipe: object, body: string) => {
    const job = jobOf(recipe, { emblem: svg(body) });
    const [emblem, name] = job.assemblies[0]!.built.arrangement.items;
    return { job, emblem: emblem!.bounds, name: name!.bounds };
  };
  const middleOf = ({ minX, maxX }: Bounds) => (minX + maxX) / 2;

  it('is as large as the field has room for, in its middle, and follows it', () => {
    const { emblem, name } = boxesOf(named({ margin: 2 }), ring);
    expect(middleOf(name)).toBeCloseTo(middleOf(emblem), 1);
    // The corners of the words' box touch the field's ellipse less its margin, of half axes near 28 and 18.
    const [w, h] = [widthOf(name) / 2, heightOf(name) / 2];
    const reach = Math.hypot(w / 28, h / 18);
    expect(reach).toBeGreaterThan(0.97);
    expect(reach).toBeLessThan(1.01);
    const twice = boxesOf(
      {
        assemblies: [
          {
            ...named({ margin: 4 }).assemblies[0],
            items: named({ margin: 4 }).assemblies[0]!.items.map((item, i) =>
              i === 0 ? { ...item, factor: 2 } : item,
            ),
          },
        ],
      },
      ring,
    );
    expect(widthOf(twice.name)).toBeCloseTo(2 * widthOf(name), 0);
  });

  it('goes into the field that was chosen, and is told where none has room', () => {
    const whole = boxesOf(named({}), ring + dot);
    const { fields } = pictureOf(whole.job).assemblies[0]!.items[1]!;
    // The two clear fields before the two rims.
    expect(fields).toHaveLength(4);
    const small = boxesOf(named({ at: fields[1] }), ring + dot);
    expect(widthOf(small.name)).toBeLessThan(12);
    expect(middleOf(small.name) - small.emblem.minX).toBeCloseTo(92, 1);
    const { job } = boxesOf(named({ margin: 200 }), ring);
    const [finding] = job.findings.filter(({ rule }) => rule === 'no clear field');
    expect(finding!.title).toBe('No clear field for “FENNY” in Artwork');
    const free = jobOf(applyPatch(job.recipe, finding!.mends[1]!.patch), { emblem: svg(ring) });
    expect(free.findings.map(({ rule }) => rule)).not.toContain('no clear field');
  });

  it('is refused where it would hang on itself; taken out of its field it stays as large and where it was', () => {
    const circle = named({});
    const [thing] = circle.assemblies;
    const held = { own: 'left', of: 'name', edge: 'right', distance: 5 };
    const items = thing!.items.map((item, i) => (i === 0 ? { ...item, place: { x: held, y: 0 } } : item));
    expect(() => recipeOf({ assemblies: [{ ...thing, items }] } as RecipeInput)).toThrow('in a circle');
    const { job, name } = boxesOf(circle, ring);
    const where = job.assemblies[0]!.built.arrangement.items.map(({ id, at, bounds }) => ({
      id,
      at,
      edges: { left: bounds.minX - at.x, centre: middleOf(bounds) - at.x, right: bounds.maxX - at.x },
    }));
    const own = job.assemblies[0]!.built.arrangement.shift;
    const moved = itemsMovedBy(
      job.recipe.assemblies[0] as Made,
      new Set(['name']),
      { x: 5, y: 0 },
      where.map(({ edges, ...each }) => ({
        ...each,
        edges: { left: edges.left - own.x, centre: edges.centre - own.x, right: edges.right - own.x },
      })),
      true,
    );
    const after = jobOf({ ...job.recipe, assemblies: [moved] }, { emblem: svg(ring) });
    expect(after.findings.map(({ rule }) => rule)).not.toContain('no clear field');
    const there = after.assemblies[0]!.built.arrangement.items[1]!.bounds;
    expect(widthOf(there)).toBeCloseTo(widthOf(name), 2);
  });
});

describe('wide lines', () => {
  const areaOf = (body: string, wide: 'lines' | 'areas' = 'areas') => regionArea(formOf(body, { wide }).areas);
  const attributes = 'fill="none" stroke="black" stroke-width="4"';

  it('cover what their ends and corners say', () => {
    expect(areaOf(`<path ${attributes} d="M10 10H50"/>`)).toBeCloseTo(160, 4);
    expect(areaOf(`<path ${attributes} stroke-linecap="square" d="M10 10H50"/>`)).toBeCloseTo(176, 4);
    expect(areaOf(`<path ${attributes} stroke-linecap="round" d="M10 10H50"/>`)).toBeCloseTo(160 + 4 * Math.PI, 2);
    // Two arms of 40 meet at a right angle: they share a square of 2, and the corner adds another, or a part of it.
    const corner = (join: string) => areaOf(`<path ${attributes} stroke-linejoin="${join}" d="M10 50H50V10"/>`);
    expect(corner('miter')).toBeCloseTo(320, 4);
    expect(corner('bevel')).toBeCloseTo(318, 4);
    expect(corner('round')).toBeCloseTo(316 + Math.PI, 2);
    expect(areaOf(`<circle ${attributes} cx="50" cy="50" r="20"/>`)).toBeCloseTo(Math.PI * (22 ** 2 - 18 ** 2), 2);
    // Of a curve that bends gently: its length times its width.
    const [curve] = formOf('<path fill="none" stroke="black" d="M10 50C20 -30 60 -30 90 50"/>').lines;
    const band = areaOf(`<path ${attributes} d="M10 50C20 -30 60 -30 90 50"/>`);
    expect(band / (4 * contourLength(curve!))).toBeCloseTo(1, 3);
  });

  it('add to the area that they go round, and stay lines where they are fine or that is asked', () => {
    const square = '<rect x="10" y="10" width="30" height="20" stroke="black" stroke-width="2"/>';
    expect(areaOf(square)).toBeCloseTo(32 * 22, 4);
    expect(areaOf(square, 'lines')).toBeCloseTo(600, 4);
    expect(areaOf('<path fill="none" stroke="black" stroke-width="0.2" d="M10 10H50"/>')).toBe(0);
    // The width goes with the size of what is drawn.
    expect(areaOf(`<g transform="scale(2)"><path ${attributes} d="M5 5H25"/></g>`)).toBeCloseTo(320, 4);
  });
});
