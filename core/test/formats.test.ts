import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sheetDrawing } from '../src/job/file-drawing.ts';
import { FORMATS, readFile, writeFile, type Format } from '../src/job/files.ts';
import { release } from '../src/job/release.ts';
import { compareDrawings, deviationBetween } from '../src/formats/compare.ts';
import { readDxf } from '../src/formats/dxf/dxf-reader.ts';
import { writeDxf } from '../src/formats/dxf/dxf-writer.ts';
import { screenPath } from '../src/screen/path.ts';
import { readSvg } from '../src/formats/svg/svg-reader.ts';
import { writePdf } from '../src/formats/pdf/pdf-writer.ts';
import { writeSvg } from '../src/formats/svg/svg-writer.ts';
import { fitArcs } from '../src/geometry/arc-fit.ts';
import { closedContour, type Contour } from '../src/geometry/contour.ts';
import { cubic, line, pointAt } from '../src/geometry/segment.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import { arcOfBulge } from '../src/geometry/arc-from-ends.ts';
import type { SheetDrawing } from '../src/formats/sheet-drawing.ts';
import { buildOf, faceIds } from './workshop.ts';

// Not larger: at 0.001 mm a large curve is thousands of arcs to compare.
const coordinate = fc.double({ min: 0, max: 30, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });

describe('arc fit', () => {
  it('stays within its tolerance and ends where the curve ends', () => {
    fc.assert(
      fc.property(point, point, point, point, fc.constantFrom(0.2, 0.01, 0.001), (from, c1, c2, to, tolerance) => {
        const curve = cubic(from, c1, c2, to, '');
        const steps = fitArcs(curve, tolerance);
        expect(steps.at(-1)!.to).toEqual(to);
        let at = from;
        const segments = steps.map(({ to: next, bulge }) => {
          const segment = bulge === 0 ? line(at, next, '') : arcOfBulge(at, next, bulge);
          at = next;
          return segment;
        });
        // Where the curve stops and turns back, arcs reach a hair past its end.
        expect(deviationBetween({ segments: [curve], closed: false }, { segments, closed: false }, 100)).toBeLessThan(
          tolerance * 1.5 + 0.001,
        );
      }),
      {
        numRuns: 60,
        // Runs out and back along a line that is a line but for the last digits of a number: no arc has that centre.
        examples: [[{ x: 0.02, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 0 }, { x: 0.15, y: 1.3e-172 }, 0.01]],
      },
    );
  });
});

describe('the screen', () => {
  /** Every point that path data of steps leads to, control points with them: x, y pairs. */
  function pointsOf(path: string): number[] {
    const points: number[] = [];
    let [x, y] = [0, 0];
    for (const [, letter, numbers] of path.matchAll(/([Mlcaz])([^Mlcaz]*)/g)) {
      const values = (numbers!.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
      const steps = letter === 'a' ? values.slice(5) : values;
      if (letter === 'M') [x, y] = [0, 0];
      for (let i = 0; i < steps.length; i += 2) points.push(x + steps[i]!, y + steps[i + 1]!);
      if (letter !== 'z') [x, y] = points.slice(-2) as [number, number];
    }
    return points;
  }

  it.each(faceIds)('%s: is drawn within two micrometres, wherever the letters stand', (face) => {
    const built = buildOf({
      make: 'cut-through',
      lettering: { words: 'Load 8@\nRag', face, align: 'centre' },
      plate: { holes: {}, cornerRadius: 7 },
    });
    const { height } = built.sheet;
    const drawn = pointsOf(screenPath(built.drawing.outline, height));
    const meant = built.drawing.outline.flatMap(({ segments }) => [
      segments[0]!.from,
      ...segments.flatMap((segment) =>
        segment.kind === 'cubic'
          ? [segment.c1, segment.c2, segment.to]
          : segment.kind === 'arc' && Math.abs(segment.sweep) > 170
            ? [pointAt(segment, 0.5), segment.to]
            : [segment.to],
      ),
    ]);
    expect(drawn).toHaveLength(2 * meant.length);
    meant.forEach(({ x, y }, i) =>
      expect(Math.max(Math.abs(drawn[2 * i]! - x), Math.abs(drawn[2 * i + 1]! - (height - y)))).toBeLessThan(0.002),
    );
  });
});

describe('files', () => {
  it.each(faceIds)('%s: SVG and DXF read back as they were meant', async (face) => {
    const { files } = await release(
      buildOf({ make: 'cut-through', lettering: { words: 'Rag & 8@', face }, plate: { holes: {}, border: {} } }),
      ['svg', 'dxf'],
      3,
    );
    for (const { readBack } of files) {
      expect(readBack!.problems).toEqual([]);
      expect(readBack!.deviation).toBeLessThan(0.01);
    }
  });

  it('writes the same bytes for the same job', async () => {
    const once = async () =>
      (await release(buildOf({ make: 'engraved', lettering: { words: 'SAND' } }), FORMATS, 1)).files.map(
        ({ bytes }) => bytes,
      );
    expect(await once()).toEqual(await once());
  });

  it('gives every operation a layer of its own with a name that every reader takes', () => {
    const { layers } = sheetDrawing(
      buildOf({
        make: 'engraved',
        machine: 'engraver',
        material: 'brass',
        lettering: { words: 'I' },
        plate: { holes: {}, border: {} },
      }),
      1,
    );
    expect(layers.map(({ name }) => name)).toEqual(['ENGRAVE', 'SCORE', 'CUT_INNER', 'CUT_OUTER']);
  });

  it('keeps what a title has in it from breaking the XML', () => {
    const job = buildOf({ name: 'A <b> & "c" \u0007', make: 'engraved', lettering: { words: 'I' } });
    expect(readSvg(writeSvg(sheetDrawing(job, 1))).layers.length).toBeGreaterThan(0);
  });

  it('notices every kind of harm done to a file on its way', () => {
    const meant = sheetDrawing(buildOf({ make: 'cut-through', lettering: { words: 'BO' } }), 1);
    const svg = writeSvg(meant);
    const dxf = writeDxf(meant);
    const faults = (format: Format, text: string) =>
      compareDrawings(meant, format === 'svg' ? readSvg(text) : readDxf(text), 0.01).problems.join();
    expect(faults('svg', svg)).toBe('');
    expect(faults('dxf', dxf)).toBe('');
    expect(faults('svg', svg.replace('Z"', '"'))).toMatch(/open/);
    expect(faults('svg', svg.replace(/<path d="[^"]*"\/>/, ''))).toMatch(/contours instead of/);
    expect(
      faults(
        'svg',
        svg.replace(/C(\d+)/, (_, n: string) => `C${Number(n) + 1}`),
      ),
    ).toMatch(/off by/);
    expect(faults('svg', svg.replace('width="', 'width="1'))).toMatch(/off by/);
    expect(faults('dxf', dxf.replace('LWPOLYLINE\n', 'POINT\n'))).toMatch(/should not be there/);
    expect(faults('dxf', dxf.replace(/\n70\n1\n/g, '\n70\n0\n'))).toMatch(/open/);
  });
});

describe('readers', () => {
  const square: Contour = closedContour([
    line({ x: 1, y: 1 }, { x: 9, y: 1 }, ''),
    line({ x: 9, y: 1 }, { x: 9, y: 9 }, ''),
    line({ x: 9, y: 9 }, { x: 1, y: 1 }, ''),
  ]);
  const drawing: SheetDrawing = {
    title: '',
    description: '',
    width: 10,
    height: 10,
    layers: [{ name: 'CUT', operation: 'cut', colour: '#000000', dxfColour: 7, fill: false, contours: [square] }],
  };

  it('reads an SVG in its own units and through its transforms', () => {
    const { layers } = readSvg(
      '<svg xmlns="http://www.w3.org/2000/svg" width="1in" height="1in" viewBox="0 0 100 100"><g id="A" ' +
        'transform="translate(10 0)"><path d="m0 0h50v50h-50z"/></g><circle r="3"/></svg>',
    );
    expect(layers[0]!.contours[0]!.segments[0]).toMatchObject({
      from: { x: expect.closeTo(2.54, 9), y: expect.closeTo(25.4, 9) },
      to: { x: expect.closeTo(15.24, 9) },
    });
  });

  it('tells what it did not read', () =>
    expect(readSvg('<svg width="9mm" height="9mm"><circle r="3"/><text>x</text></svg>').unread).toEqual({
      circle: 1,
      text: 1,
    }));

  it.each([
    ['another kind', '<html/>', /no svg/],
    ['no XML', 'hello', /well-formed/],
    ['no size', '<svg><path d="M0 0h1z"/></svg>', /how large/],
    ['a broken path', '<svg width="1mm" height="1mm"><path d="M0 0 L x"/></svg>', /cannot be read/],
    [
      'depth without end',
      '<svg width="1mm" height="1mm">' + '<g>'.repeat(500) + '</g>'.repeat(500) + '</svg>',
      /nested/,
    ],
    ['an entity that is not declared', '<svg width="1mm" height="1mm">&bomb;</svg>', /well-formed/],
  ])('refuses an SVG of %s in words', (_, text, words) => expect(() => readSvg(text)).toThrow(words));

  it('refuses a DXF that is binary, cut short or something else, wherever it is cut', () => {
    const whole = writeDxf(drawing);
    expect(() => readDxf('AutoCAD Binary DXF\r\n')).toThrow(/binary/);
    expect(() => readDxf('<svg/>\n1\n')).toThrow(/not a DXF|cut short/);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: whole.length - 5 }),
        (at) => void expect(() => readDxf(whole.slice(0, at))).toThrow(/cut short|not a DXF|no entities/),
      ),
      { numRuns: 60 },
    );
  });

  it('refuses an edge that crosses itself, though it is the very line that was meant; a stroke may', () => {
    const corners = [
      { x: 1, y: 1 },
      { x: 9, y: 9 },
      { x: 9, y: 1 },
      { x: 1, y: 9 },
    ];
    const drawing: SheetDrawing = {
      title: '',
      description: '',
      width: 10,
      height: 10,
      layers: [
        {
          name: 'CUT',
          operation: 'cut',
          colour: '#ff0000',
          dxfColour: 1,
          fill: false,
          contours: [closedContour(corners.map((from, i) => line(from, corners[(i + 1) % 4]!, '')))],
        },
      ],
    };
    expect(compareDrawings(drawing, readSvg(writeSvg(drawing)), 0.01)).toMatchObject({
      ok: false,
      problems: ['contour 1 of CUT crosses itself'],
    });
    const strokes = { ...drawing, layers: drawing.layers.map((layer) => ({ ...layer, hasStrokes: true })) };
    expect(compareDrawings(strokes, readSvg(writeSvg(drawing)), 0.01).problems).toEqual([]);
  });

  it('writes a plotter file pen by pen, in steps of a fortieth of a mm, closed lines brought home', async () => {
    const box = roundedRectangle({ minX: 1, minY: 2, maxX: 11, maxY: 4.5 }, 0, 'it');
    const stroke: Contour = { segments: [line({ x: 0, y: 0 }, { x: 3.01, y: 0 }, 'it')], closed: false };
    const plain = { operation: 'mark', colour: '#000000', dxfColour: 7, fill: false };
    const meant: SheetDrawing = {
      ...{ title: 'T', description: '', width: 20, height: 10 },
      layers: [
        { name: 'MARK', ...plain, contours: [stroke] },
        { name: 'CUT', ...plain, contours: [box] },
      ],
    };
    const bytes = await writeFile('plt', meant, 0.01, []);
    expect(new TextDecoder().decode(bytes)).toBe(
      'IN;\nSP1;\nPU0,0;PD120,0;\nSP2;\nPU40,80;PD440,80,440,180,40,180,40,80;\nPU;SP0;\n',
    );
    const read = await readFile('plt', bytes, meant);
    expect(read.layers.map(({ name, contours }) => [name, contours[0]!.closed])).toEqual([
      ['MARK', false],
      ['CUT', true],
    ]);
    expect(compareDrawings(meant, read, 0.02)).toMatchObject({ ok: true, deviation: expect.closeTo(0.01, 6) });
    expect(compareDrawings(meant, read, 0.005).ok).toBe(false);
  });

  it('writes the job ticket on as many pages as it takes, no line past the foot or the side', async () => {
    const drawing: SheetDrawing = { title: 'T', description: '', width: 10, height: 10, layers: [] };
    const { PDFDocument } = await import('@cantoo/pdf-lib');
    const pagesFor = async (lines: number) =>
      (await PDFDocument.load(await writePdf(drawing, Array<string>(lines).fill('x')))).getPageCount();
    expect(await pagesFor(0)).toBe(2);
    // The picture takes the place of fourteen of the forty-four lines of a page.
    expect(await pagesFor(30)).toBe(2);
    expect(await pagesFor(31)).toBe(3);
    expect(await pagesFor(74)).toBe(3);
    expect(await pagesFor(75)).toBe(4);
    const long = await writePdf(drawing, [`${'word '.repeat(40)}end`]);
    expect((await PDFDocument.load(long)).getPageCount()).toBe(2);
  });
});
