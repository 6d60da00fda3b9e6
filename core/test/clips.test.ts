import { PDFDocument, PDFName } from '@cantoo/pdf-lib';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { artworkForm, PLAIN_PLAN } from '../src/artwork/form.ts';
import { readArtwork } from '../src/artwork/read-artwork.ts';
import { readSvgArtwork } from '../src/artwork/svg/read-svg.ts';
import { closedContour, type Contour } from '../src/geometry/contour.ts';
import { contourLength, regionArea, regionContains } from '../src/geometry/contour-facts.ts';
import { knockOut, weld } from '../src/geometry/kernel/boolean.ts';
import { partsWithin } from '../src/geometry/parts-within.ts';
import { distance, point } from '../src/geometry/point.ts';
import { arc, line, pointAt } from '../src/geometry/segment.ts';
import { emblem, jobOf, svg } from './emblem.ts';

const formOf = (body: string, plan = {}) => {
  const reading = readSvgArtwork(svg(body));
  const form = artworkForm(reading, { ...PLAIN_PLAN, ...plan });
  return { ...form, left: reading.left.map(({ kind, count }) => [kind, count]) };
};
/** The edge of a square. */
const boxRound = (x: number, y: number, reach: number): Contour => {
  const corners = [point(x - reach, y - reach), point(x + reach, y - reach), point(x + reach, y + reach)];
  const all = [...corners, point(x - reach, y + reach)];
  return closedContour(all.map((from, i) => line(from, all[(i + 1) % 4]!, '')));
};
const disc = (r: number) => Math.PI * r * r;
const square = (inside = '') => `<rect width="20" height="20" ${inside}/>`;
const clip = (inside: string, more = '') => `<clipPath id="c" ${more}>${inside}</clipPath>`;
const mask = (inside: string, more = '') => `<mask id="m" ${more}>${inside}</mask>`;
const byClip = 'clip-path="url(#c)"';
const byMask = 'mask="url(#m)"';

describe('what is clipped', () => {
  it.each([
    ['a disc in a corner', clip('<circle r="10"/>') + square(byClip), disc(10) / 4],
    [
      'of a group',
      `${clip('<circle r="10"/>')}<g ${byClip}>${square()}<rect x="-5" width="5" height="5"/></g>`,
      78.54 + 25,
    ],
    ['moved with what is clipped', clip('<circle r="10"/>') + square(`${byClip} transform="scale(2)"`), disc(20) / 4],
    ['by shapes together', clip('<circle r="5"/><circle cx="20" r="5"/>') + square(byClip), disc(5) / 2],
    [
      'by a rule of its own',
      clip('<path d="M0 0h9v9h-9zM2 2h5v5h-5z" clip-rule="evenodd"/>') + square(byClip),
      81 - 25,
    ],
    [
      'in shares of its box',
      clip('<rect width=".5" height=".25"/>', 'clipPathUnits="objectBoundingBox"') + square(byClip),
      50,
    ],
    [
      'within a clip',
      `${clip('<circle r="10"/>')}<clipPath id="d"><rect width="5" height="50"/></clipPath>` +
        `<g clip-path="url(#d)">${square(byClip)}</g>`,
      47.8306,
    ],
    [
      'by what is used',
      `<defs><circle id="o" r="10"/></defs>${clip('<use href="#o" x="10"/>')}${square(byClip)}`,
      disc(10) / 2,
    ],
    [
      'by a clip that is clipped',
      `<clipPath id="d"><rect width="5" height="5"/></clipPath>` +
        clip('<rect width="50" height="3"/>', 'clip-path="url(#d)"') +
        square(byClip),
      15,
    ],
    ['by what a mask shows', mask('<rect width="9" height="9" fill="#fff"/>') + square(byMask), 81],
    [
      'by what a mask hides again',
      mask('<g fill="white"><rect width="20" height="20"/></g><circle r="10" fill="#000"/>') + square(byMask),
      400 - disc(10) / 4,
    ],
    [
      'by how opaque a mask is',
      mask('<rect width="9" height="9" fill="red"/>', 'mask-type="alpha"') + square(byMask),
      81,
    ],
  ])('%s: what is seen is taken', (_, body, area) => {
    const form = formOf(body);
    expect(regionArea(form.areas)).toBeCloseTo(area, 1);
    expect(form.left.map(([kind]) => kind)).toEqual(['clipped']);
  });

  it('keeps the lines and arcs that it has and that clip it', () => {
    const { areas } = formOf(clip('<circle r="10"/>') + square(byClip));
    expect(areas[0]!.segments.map(({ kind }) => kind).sort()).toEqual(['arc', 'line', 'line']);
  });

  it('is taken whole and told of where that is not of plain shapes, and where nothing is cut not at all', () => {
    const whole = (body: string) => {
      const form = formOf(body);
      expect(regionArea(form.areas)).toBeCloseTo(400, 6);
      return form.left.map(([kind]) => kind);
    };
    expect(whole(clip('<text>WREN</text>') + square(byClip))).toEqual(['unclipped']);
    expect(whole(square('clip-path="inset(2px)"'))).toEqual(['unclipped']);
    expect(whole(square(byClip))).toEqual(['unclipped']);
    expect(whole(clip('<circle r="10"/>', byClip) + square(byClip))).toEqual(['unclipped']);
    expect(whole(mask('<circle r="10" fill="#888"/>') + square(byMask))).toEqual(['masked']);
    expect(whole(mask('<circle r="10" fill="#fff" opacity=".5"/>') + square(byMask))).toEqual(['masked']);
    expect(whole(clip(square()) + square(byClip))).toEqual([]);
    expect(formOf(clip('') + square(byClip)).left).toEqual([['hidden', 1]]);
    expect(formOf(clip('<rect x="50" width="9" height="9"/>') + square(byClip)).left).toEqual([['hidden', 1]]);
  });

  it('white takes away only where it is seen, and a wide line is clipped as what it covers', () => {
    const white = formOf(clip('<rect width="5" height="50"/>') + square() + square(`${byClip} fill="white"`));
    expect(regionArea(white.areas)).toBeCloseTo(300, 6);
    const stroke = 'fill="none" stroke="black" stroke-width="4"';
    const body = `${clip('<rect x="5" y="-1" width="10" height="1"/>')}<path d="M0 0h20" ${stroke} ${byClip}/>`;
    expect(regionArea(formOf(body, { wide: 'areas' }).areas)).toBeCloseTo(10, 6);
    // Along the edge of its clip a line is seen.
    expect(formOf(body).lines.map(contourLength)).toEqual([expect.closeTo(10, 6)]);
  });

  it('has its origin in the middle of what is seen', () => {
    const files = { emblem: svg(`${clip('<rect width="10" height="10"/>')}${square(byClip)}`) };
    const { bounds } = jobOf(emblem({}), files).assemblies[0]!.built.items[0]!.form;
    for (const side of [bounds.maxX, bounds.maxY, -bounds.minX, -bounds.minY]) expect(side).toBeCloseTo(5, 6);
  });

  it('in a PDF is seen through its paths by their rules, and through the boxes of its forms', async () => {
    const pdf = await PDFDocument.create();
    const page = pdf.addPage([400, 200]);
    const form = pdf.context.flateStream('0 0 50 50 re f', { Type: 'XObject', Subtype: 'Form', BBox: [0, 0, 50, 10] });
    const masked = pdf.context.obj({ M: { SMask: { Type: 'Mask' } }, N: { SMask: 'None' } });
    page.node.set(
      PDFName.of('Resources'),
      pdf.context.obj({ XObject: { F: pdf.context.register(form) }, ExtGState: masked }),
    );
    const content =
      'q 0 0 90 90 re 30 30 30 30 re W* n 30 0 30 90 re f Q q 100 0 m 150 0 l 100 50 l W n 1 0 0 1 100 0 cm /F Do Q ' +
      '/N gs /M gs';
    page.node.set(PDFName.of('Contents'), pdf.context.register(pdf.context.flateStream(content)));
    const reading = await readArtwork(await pdf.save());
    const { areas } = artworkForm(reading, { ...PLAIN_PLAN, mmPerUnit: 1 });
    expect(regionArea(areas)).toBeCloseTo(60 * 30 + (50 + 40) * 5, 6);
    expect(reading.left.map(({ kind, count }) => [kind, count])).toEqual([
      ['clipped', 2],
      ['masked', 1],
    ]);
  });
});

describe('what lies beside the page', () => {
  const beside = '<rect x="-30" width="9" height="9"/>';

  it('is left out, or taken where that is asked, and all of it where nothing lies on the page', () => {
    expect(regionArea(formOf(square() + beside).areas)).toBeCloseTo(400, 6);
    expect(regionArea(formOf(square() + beside, { besidePage: true }).areas)).toBeCloseTo(481, 6);
    expect(regionArea(formOf(beside).areas)).toBeCloseTo(81, 6);
    // What reaches onto the page is whole.
    expect(regionArea(formOf(`${square()}<rect x="-8" y="30" width="9" height="9"/>`).areas)).toBeCloseTo(481, 6);
    const clipped = `<g ${byClip}><rect x="-30" y="30" width="60" height="9"/></g>`;
    expect(formOf(clip('<rect x="-20" width="9" height="90"/>') + square() + clipped).areas).toHaveLength(1);
  });

  it('is counted, and leaves the rest where it was', () => {
    const files = { emblem: svg(square() + beside) };
    const boxOf = (item: object) => {
      const { form } = jobOf(emblem(item), files).assemblies[0]!.built.items[0]!;
      return [form.artwork!.beside, form.bounds.minX, form.bounds.maxX].map((n) => Math.round(n));
    };
    expect(boxOf({})).toEqual([1, -10, 10]);
    expect(boxOf({ besidePage: true })).toEqual([1, -40, 10]);
  });

  it('in a PDF is told by its crop box', async () => {
    const pdf = await PDFDocument.create();
    const page = pdf.addPage([400, 200]);
    page.setCropBox(100, 0, 300, 200);
    page.node.set(
      PDFName.of('Contents'),
      pdf.context.register(pdf.context.flateStream('0 0 50 50 re f 150 0 9 9 re f')),
    );
    const reading = await readArtwork(await pdf.save());
    expect(regionArea(artworkForm(reading, { ...PLAIN_PLAN, mmPerUnit: 1 }).areas)).toBeCloseTo(81, 6);
  });
});

describe('the parts of a line within an area', () => {
  const ring = { segments: [arc({ x: 0, y: 0 }, 10, 0, 360, 'a')], closed: true };
  const hole = { segments: [arc({ x: 3, y: 0 }, 4, 0, 360, 'b')], closed: true };
  const area = knockOut(weld([ring]), weld([hole]));
  const coordinate = fc.double({ min: -14, max: 14, noNaN: true });
  const place = fc.record({ x: coordinate, y: coordinate });

  it('lie in it, the rest outside, and are as long as both together', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 7 }), fc.boolean(), (points, closed) => {
        const ends = closed ? [...points.slice(1), points[0]!] : points.slice(1);
        const contour = { segments: ends.map((to, i) => line(points[i]!, to, '')), closed };
        const inside = partsWithin(contour, area);
        const outside = partsWithin(contour, knockOut(weld([boxRound(0, 0, 20)]), area));
        const middles = inside.flatMap(({ segments }) => segments.map((each) => pointAt(each, 0.5)));
        for (const middle of middles) {
          const isNearEdge = [10, 4].some((r, i) => Math.abs(distance(middle, { x: 3 * i, y: 0 }) - r) < 0.01);
          expect(isNearEdge || regionContains(area, middle)).toBe(true);
        }
        const total = [...inside, ...outside].reduce((sum, each) => sum + contourLength(each), 0);
        // What runs along an edge is of both.
        expect(Math.abs(total - contourLength(contour))).toBeLessThan(0.5);
      }),
    );
  });

  it('go on past the start of a closed line, and stay closed where nothing is cut', () => {
    const { segments } = ring;
    const half = weld([boxRound(20, 0, 20)]);
    expect(partsWithin({ segments, closed: true }, half)).toHaveLength(1);
    expect(contourLength(partsWithin({ segments, closed: true }, half)[0]!)).toBeCloseTo(10 * Math.PI, 3);
    expect(partsWithin(ring, weld([boxRound(0, 0, 20)]))).toEqual([ring]);
  });
});
