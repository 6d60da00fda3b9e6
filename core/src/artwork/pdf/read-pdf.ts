import type { PDFContext, PDFDict, PDFDocument, PDFObject, PDFRawStream, PDFRef } from '@cantoo/pdf-lib';
import { boundsOfPoints, type Bounds } from '../../geometry/bounds.ts';
import { compose, moveBy, scaleBy, transformPoint, turnBy, type Matrix } from '../../geometry/matrix.ts';
import { point } from '../../geometry/point.ts';
import type { FileReading } from '../drawn.ts';
import { unitOffers } from '../offers.ts';
import { unpacked } from '../unpacked.ts';
import { UnreadableArtwork } from '../unreadable-artwork.ts';
import { matrixOf, PageWalk, type Form, type PageLayer, type Resources } from './page-walk.ts';

type Library = typeof import('@cantoo/pdf-lib');

/** More are a book. */
const MOST_PAGES = 50;
/** A page's content may come to this, bytes. */
const MOST_CONTENT = 64 * 1024 * 1024;
const MM_PER_POINT = 25.4 / 72;

/**
 * Reads the vector content of a PDF, in points, y up, its first page that draws anything; layers by their names.
 * @throws UnreadableArtwork where it is damaged or kept by a password, or has too much in it
 */
export async function readPdfArtwork(bytes: Uint8Array): Promise<FileReading> {
  const library = await import('@cantoo/pdf-lib');
  try {
    const pdf = await library.PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: false });
    return new Pages(library, pdf).read();
  } catch (error) {
    if (error instanceof UnreadableArtwork) throw error;
    const isLocked = error instanceof Error && /encrypt|password/i.test(`${error.name} ${error.message}`);
    // Anything may be missing of a damaged one, or be something else than it should.
    throw new UnreadableArtwork(
      isLocked
        ? 'The PDF is kept by a password. Save it without one.'
        : 'The PDF is damaged. Open it in another program and save it again.',
    );
  }
}

class Pages {
  readonly #library: Library;
  readonly #pdf: PDFDocument;
  readonly #context: PDFContext;
  readonly #hidden: ReadonlySet<string>;
  readonly #forms = new Map<PDFRawStream, Form>();

  constructor(library: Library, pdf: PDFDocument) {
    [this.#library, this.#pdf, this.#context] = [library, pdf, pdf.context];
    this.#hidden = new Set(this.#hiddenLayers());
  }

  read(): FileReading {
    const pages = this.#pages();
    if (pages.length > MOST_PAGES) throw new UnreadableArtwork(`The PDF has ${pages.length} pages: it is a book.`);
    for (const [i, { node, matrix, box }] of pages.entries()) {
      const walk = new PageWalk();
      const resources = this.#resources(this.#dict(node.get(this.#name('Resources')) ?? this.#inherited(node)));
      walk.run(this.#content(node.get(this.#name('Contents'))), resources, matrix);
      if (walk.elements.length === 0 && i + 1 < pages.length) continue;
      for (const _other of pages.slice(i + 1)) walk.left.add('paper space', 'another page');
      return {
        elements: walk.elements,
        left: walk.left.list(),
        scale: {
          mmPerUnit: MM_PER_POINT,
          certain: true,
          why: 'a PDF is measured in points, 72 to the inch',
          offers: unitOffers(walk.elements, [
            { mmPerUnit: MM_PER_POINT, name: 'points, 72 to the inch' },
            { mmPerUnit: 1, name: 'millimetres' },
            { mmPerUnit: 25.4 / 96, name: '96 to the inch' },
          ]),
        },
        page: box,
        picture: null,
      };
    }
    throw new UnreadableArtwork('The PDF has no page.');
  }

  /** Pages, and how they lie: turned by quarters, and in units of their own. */
  #pages(): { readonly node: PDFDict; readonly matrix: Matrix; readonly box: Bounds }[] {
    return this.#pdf.getPages().map((page) => {
      const { node } = page;
      const unit = this.#number(node.get(this.#name('UserUnit'))) ?? 1;
      const matrix = compose(turnBy(-page.getRotation().angle), scaleBy(unit, unit));
      const { x, y, width, height } = page.getCropBox();
      const corners = [point(x, y), point(x + width, y), point(x + width, y + height), point(x, y + height)];
      return { node, matrix, box: boundsOfPoints(corners.map((corner) => transformPoint(matrix, corner))) };
    });
  }

  #inherited(node: PDFDict): PDFObject | undefined {
    let parent = this.#dict(node.get(this.#name('Parent')));
    for (let i = 0; parent && i < 32; i++) {
      const found = parent.get(this.#name('Resources'));
      if (found) return found;
      parent = this.#dict(parent.get(this.#name('Parent')));
    }
    return undefined;
  }

  #name(name: string) {
    return this.#library.PDFName.of(name);
  }

  #look(value: PDFObject | undefined): PDFObject | undefined {
    return value instanceof this.#library.PDFRef ? this.#context.lookup(value) : value;
  }

  #dict(value: PDFObject | undefined): PDFDict | undefined {
    const found = this.#look(value);
    return found instanceof this.#library.PDFDict ? found : undefined;
  }

  #number(value: PDFObject | undefined): number | undefined {
    const found = this.#look(value);
    return found instanceof this.#library.PDFNumber ? found.asNumber() : undefined;
  }

  #numbers(value: PDFObject | undefined): number[] {
    const found = this.#look(value);
    if (!(found instanceof this.#library.PDFArray)) return [];
    return found.asArray().flatMap((each) => this.#number(each) ?? []);
  }

  /** One stream, or several that go on into each other. */
  #content(value: PDFObject | undefined): Uint8Array {
    const found = this.#look(value);
    const { PDFArray, PDFRawStream } = this.#library;
    if (found instanceof PDFArray) {
      const parts = found.asArray().map((each) => this.#content(each));
      const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length + 1, 0)).fill(32);
      let at = 0;
      for (const part of parts) {
        whole.set(part, at);
        at += part.length + 1;
      }
      return whole;
    }
    return found instanceof PDFRawStream ? this.#decoded(found) : new Uint8Array();
  }

  #decoded(stream: PDFRawStream): Uint8Array {
    const filter = this.#look(stream.dict.get(this.#name('Filter')));
    const only = filter instanceof this.#library.PDFArray && filter.size() === 1 ? this.#look(filter.get(0)) : filter;
    if (only === this.#name('FlateDecode')) return unpacked(stream.getContents(), 'zlib', MOST_CONTENT);
    try {
      return this.#library.decodePDFRawStream(stream).decode();
    } catch {
      throw new UnreadableArtwork('The PDF packs its pages in a way that cannot be read. Save it again, or as an SVG.');
    }
  }

  #resources(dict: PDFDict | undefined): Resources {
    const of = (kind: string, name: string): PDFObject | undefined =>
      this.#dict(dict?.get(this.#name(kind)))?.get(this.#name(name));
    return {
      form: (name) => this.#form(of('XObject', name)),
      masks: (name) => {
        const mask = this.#dict(of('ExtGState', name))?.get(this.#name('SMask'));
        return mask !== undefined && this.#look(mask) !== this.#name('None');
      },
      layer: (name) => this.#layer(of('Properties', name)),
    };
  }

  #form(value: PDFObject | undefined): Form | 'picture' | null {
    const stream = this.#look(value);
    if (!(stream instanceof this.#library.PDFRawStream)) return null;
    const known = this.#forms.get(stream);
    if (known) return known;
    const { dict } = stream;
    if (dict.get(this.#name('Subtype')) !== this.#name('Form')) return 'picture';
    const numbers = this.#numbers(dict.get(this.#name('Matrix')));
    let content: Uint8Array | undefined;
    const form: Form = {
      matrix: numbers.length === 6 ? matrixOf(numbers) : moveBy(0, 0),
      box: this.#numbers(dict.get(this.#name('BBox'))),
      content: () => (content ??= this.#decoded(stream)),
      resources: this.#resources(this.#dict(dict.get(this.#name('Resources')))),
      layer: this.#layer(dict.get(this.#name('OC'))),
    };
    this.#forms.set(stream, form);
    return form;
  }

  #layer(value: PDFObject | undefined): PageLayer | null {
    const dict = this.#dict(value);
    const name = this.#look(dict?.get(this.#name('Name')));
    const { PDFString, PDFHexString, PDFRef } = this.#library;
    if (!(name instanceof PDFString) && !(name instanceof PDFHexString)) return null;
    const isHidden = value instanceof PDFRef && this.#hidden.has(value.toString());
    return { name: name.decodeText(), isHidden };
  }

  /** Layers that are off when the file is opened. */
  #hiddenLayers(): string[] {
    const properties = this.#dict(this.#pdf.catalog.get(this.#name('OCProperties')));
    const usual = this.#dict(properties?.get(this.#name('D')));
    const off = this.#look(usual?.get(this.#name('OFF')));
    if (!(off instanceof this.#library.PDFArray)) return [];
    return off.asArray().map((each) => (each as PDFRef).toString());
  }
}
