import { PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib';
import { deflateSync, gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { readArtwork } from '../src/artwork/read-artwork.ts';
import { joinBounds } from '../src/geometry/bounds.ts';
import { contourBounds, regionArea } from '../src/geometry/contour-facts.ts';

/** A page of content, with what it refers to. */
async function pdfOf(content: string, more: (pdf: PDFDocument) => Record<string, unknown> = () => ({})) {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([400, 200]);
  page.node.set(PDFName.of('Contents'), pdf.context.register(pdf.context.flateStream(content)));
  page.node.set(PDFName.of('Resources'), pdf.context.obj(more(pdf) as never));
  return { pdf, page };
}
const read = async (content: string, more?: (pdf: PDFDocument) => Record<string, unknown>) =>
  readArtwork(await (await pdfOf(content, more)).pdf.save());
const binsOf = async (content: string, more?: (pdf: PDFDocument) => Record<string, unknown>) =>
  (await read(content, more)).left.map(({ kind, count, what }) => [kind, count, ...what]);

describe('a PDF as artwork', () => {
  it('draws areas by their rule and lines, in points under its matrices', async () => {
    const { elements, scale } = await read(
      'q 2 0 0 2 10 20 cm 0 0 m 50 0 l 50 40 l 0 40 l h 10 10 30 20 re f* Q ' +
        '1 0 0 RG 100 100 m 120 130 140 130 160 100 c S',
    );
    expect(elements.map(({ kind, evenOdd, colour }) => [kind, evenOdd, colour])).toEqual([
      ['area', true, '#000000'],
      ['line', false, '#ff0000'],
    ]);
    const [area, curve] = elements;
    expect(joinBounds(area!.contours.map(contourBounds))).toEqual({ minX: 10, minY: 20, maxX: 110, maxY: 100 });
    expect(contourBounds(curve!.contours[0]!).maxY).toBeCloseTo(122.5, 9);
    expect([scale.certain, scale.mmPerUnit]).toEqual([true, 25.4 / 72]);
  });

  it('fills nothing of straight lines: they are lines by their stroke, or not seen', async () => {
    const { elements, left } = await read('1 0 0 RG 0 0 m 90 0 l 0 9 m 9 9 l 9 20 l B 0 0 m 0 50 l f');
    expect(elements.map(({ kind, contours }) => [kind, contours.length])).toEqual([
      ['line', 1],
      ['area', 1],
    ]);
    expect(left.map(({ kind, count }) => [kind, count])).toEqual([['hidden', 1]]);
  });

  it('takes white away, follows white with a line of ink, and has colours of inks', async () => {
    const { elements } = await read(
      '1 g 0 0 10 10 re f 1 1 1 rg 0 G 20 0 10 10 re B 0 1 1 0 k 40 0 10 10 re f 0 0 0 0.5 k 60 0 10 10 re f',
    );
    expect(elements.map(({ kind, white, colour }) => [kind, white, colour])).toEqual([
      ['area', true, '#ffffff'],
      ['line', false, '#000000'],
      ['area', false, '#ff0000'],
      ['area', false, '#808080'],
    ]);
  });

  it('has layers, of marked content and of forms; those that are off are told', async () => {
    const layers = (pdf: PDFDocument) => {
      const named = (name: string) => pdf.context.register(pdf.context.obj({ Type: 'OCG', Name: PDFString.of(name) }));
      const [cut, notes] = [named('CUT'), named('NOTES')];
      pdf.catalog.set(PDFName.of('OCProperties'), pdf.context.obj({ OCGs: [cut, notes], D: { OFF: [notes] } }));
      const form = pdf.context.flateStream('0 0 5 5 re f', {
        Type: 'XObject',
        Subtype: 'Form',
        Matrix: [1, 0, 0, 1, 50, 0],
      });
      return {
        Properties: pdf.context.obj({ A: cut, B: notes }),
        XObject: pdf.context.obj({ F: pdf.context.register(form) }),
      };
    };
    const content = '/OC /A BDC 0 0 10 10 re f /F Do EMC /OC /B BDC 20 0 10 10 re f EMC /F Do /Gone Do';
    const { elements, left } = await read(content, layers);
    expect(elements.map(({ layer, contours }) => [layer, contourBounds(contours[0]!).minX])).toEqual([
      ['CUT', 0],
      ['CUT', 50],
      ['', 50],
    ]);
    expect(left.map(({ kind, what }) => [kind, ...what])).toEqual([
      ['hidden', 'NOTES'],
      ['missing', 'Gone'],
    ]);
  });

  it('accounts for words, pictures, shadings, clips and what is of no length', async () => {
    const picture = (pdf: PDFDocument) => ({
      XObject: pdf.context.obj({
        I: pdf.context.register(
          pdf.context.flateStream('0', { Type: 'XObject', Subtype: 'Image', Width: 1, Height: 1 }),
        ),
      }),
    });
    expect(
      await binsOf(
        'BT /F1 12 Tf (FENNY \\(8\\)) Tj [(CR) 20 (OSS)] TJ ET /I Do /S sh BI /W 1 /H 1 ID \x00\x01EI EI S ' +
          'q 0 0 50 50 re W n 10 10 30 30 re f 40 40 30 30 re f 90 90 5 5 re f Q 7 7 m 7 7 l S ' +
          'q [4 2] 0 d 0 0 m 9 9 l S Q [] 0 d 0 0 m 9 9 l S',
        picture,
      ),
    ).toEqual([
      ['text', 2, 'FENNY (8)', 'CROSS'],
      ['picture', 2, 'I'],
      ['other content', 1, 'a shading'],
      ['zero length', 2],
      ['clipped', 1],
      ['hidden', 1, 'clipped away'],
      ['dashed', 1],
    ]);
  });

  it('lies as its page is turned, and is read past pages that draw nothing', async () => {
    const { pdf, page } = await pdfOf('0 0 100 20 re f');
    page.setRotation({ type: 'degrees', angle: 90 } as never);
    pdf.insertPage(0, [100, 100]);
    pdf.addPage([100, 100]);
    const { elements, left } = await readArtwork(await pdf.save());
    const { minX, minY, maxX, maxY } = joinBounds(elements.flatMap(({ contours }) => contours.map(contourBounds)));
    expect([maxX - minX, maxY - minY]).toEqual([expect.closeTo(20, 6), expect.closeTo(100, 6)]);
    expect(left).toEqual([{ kind: 'paper space', count: 1, what: ['another page'] }]);
  });

  it('is refused in words where it is damaged, packed to burst, or draws itself', async () => {
    const whole = await (await pdfOf('0 0 10 10 re f')).pdf.save();
    for (const cut of [10, 60, 200]) await expect(readArtwork(whole.subarray(0, cut))).rejects.toThrow(/damaged|page/);
    const bomb = await PDFDocument.create();
    const page = bomb.addPage([10, 10]);
    const packed = deflateSync(new Uint8Array(80 * 1024 * 1024).fill(32));
    const stream = bomb.context.stream(packed, { Filter: 'FlateDecode' });
    page.node.set(PDFName.of('Contents'), bomb.context.register(stream));
    await expect(readArtwork(await bomb.save())).rejects.toThrow('more than 64 MB');
    const loop = (pdf: PDFDocument) => {
      const form = pdf.context.flateStream('/F Do /F Do 0 0 1 1 re f', { Type: 'XObject', Subtype: 'Form' });
      const ref = pdf.context.register(form);
      const named = pdf.context.obj({ XObject: pdf.context.obj({ F: ref }) });
      form.dict.set(PDFName.of('Resources'), named);
      return { XObject: pdf.context.obj({ F: ref }) };
    };
    expect(await binsOf('/F Do', loop)).toEqual([['loop', 2, 'F', 'F']]);
    const nested = (pdf: PDFDocument) => {
      let below: unknown = {};
      for (let i = 0; i < 22; i++) {
        const form = pdf.context.flateStream('/F Do /F Do n', {
          Type: 'XObject',
          Subtype: 'Form',
          Resources: below,
        } as never);
        below = pdf.context.obj({ XObject: pdf.context.obj({ F: pdf.context.register(form) }) });
      }
      return below as Record<string, unknown>;
    };
    await expect(read('/F Do', nested)).rejects.toThrow('again and again');
  });

  it('an SVG that is packed is read too, and nothing unpacks for ever', async () => {
    const svg = new TextEncoder().encode(
      '<svg width="10mm" height="10mm" viewBox="0 0 10 10"><rect width="4" height="5"/></svg>',
    );
    const { elements, scale } = await readArtwork(gzipSync(svg));
    expect(Math.abs(regionArea(elements[0]!.contours)) * scale.mmPerUnit ** 2).toBeCloseTo(20, 6);
    await expect(readArtwork(gzipSync(gzipSync(svg)))).rejects.toThrow('packed twice');
    await expect(readArtwork(new TextEncoder().encode('AC1032'))).rejects.toThrow('of no kind that is read');
    await expect(readArtwork(gzipSync(new Uint8Array(130 * 1024 * 1024)))).rejects.toThrow('more than 128 MB');
  });
});
