import type { Contour } from '../../geometry/contour.ts';
import { compose, determinant, moveBy, scaleBy, turnBy, type Matrix } from '../../geometry/matrix.ts';
import { distance } from '../../geometry/point.ts';
import { LeftOuts, type DrawnElement, type FileReading, type FileScale, type Unit } from '../drawn.ts';
import { isLikelySize, unitOffers } from '../offers.ts';
import { placedContour } from '../../geometry/placed-contour.ts';
import { strokeOf } from '../stroke-area.ts';
import { UnreadableArtwork } from '../unreadable-artwork.ts';
import { rgbOf } from './colours.ts';
import { drawingOf, numberOf, textOf, type DxfDrawing, type Entity } from './drawing.ts';
import { outlinesOf } from './outlines.ts';
import { ownPlane } from './own-plane.ts';
import { readTags } from './tags.ts';
import { plainText } from './text.ts';

/** So many things may be drawn, those of blocks counted each time. */
const MOST_DRAWN = 500_000;
const MOST_BLOCKS_DEEP = 64;

/** Entities that say something, or hang on others. */
const TEXTS = new Set(['TEXT', 'MTEXT', 'ATTRIB']);
const LEFT: Record<string, 'picture' | 'point' | 'dimension' | 'three-dimensional'> = {
  IMAGE: 'picture',
  OLE2FRAME: 'picture',
  OLEFRAME: 'picture',
  PDFUNDERLAY: 'picture',
  POINT: 'point',
  DIMENSION: 'dimension',
  ARC_DIMENSION: 'dimension',
  LARGE_RADIAL_DIMENSION: 'dimension',
  LEADER: 'dimension',
  MULTILEADER: 'dimension',
  TOLERANCE: 'dimension',
  '3DFACE': 'three-dimensional',
  '3DSOLID': 'three-dimensional',
  BODY: 'three-dimensional',
  REGION: 'three-dimensional',
  SURFACE: 'three-dimensional',
  MESH: 'three-dimensional',
  POLYLINE: 'three-dimensional',
};
/** Windows of a sheet of paper, and templates of attributes, draw nothing. */
const SILENT = new Set(['VIEWPORT', 'ATTDEF']);

/** Names of lines without gaps. */
const WHOLE_LINES = new Set(['', 'CONTINUOUS', 'BYLAYER', 'BYBLOCK']);

interface Around {
  readonly matrix: Matrix;
  /** What layer 0, and a colour "by block", stand for in a block. */
  readonly layer: string;
  readonly colour: string;
  readonly deep: number;
}

/**
 * Reads what a DXF draws, text or binary, in its own units, y up, and accounts for all that it does not take.
 * @throws UnreadableArtwork where it is damaged, or has too much in it
 */
export function readDxfArtwork(bytes: Uint8Array): FileReading {
  const drawing = drawingOf(readTags(bytes));
  if (partsIn(drawing) > MOST_DRAWN)
    throw new UnreadableArtwork(`The DXF draws more than ${MOST_DRAWN.toLocaleString('en')} things with its blocks.`);
  const walk = new Walk(drawing);
  for (const entity of drawing.entities)
    walk.entity(entity, { matrix: moveBy(0, 0), layer: '0', colour: '#000000', deep: 0 });
  const { elements } = walk;
  return { elements, left: walk.left.list(), scale: scaleOf(drawing, elements), page: null, picture: null };
}

/** How many things a drawing comes to, empty blocks too, counted before any is made. */
function partsIn({ blocks, entities }: DxfDrawing): number {
  const known = new Map<string, number>();
  const countOf = (own: readonly Entity[]): number =>
    own.reduce(
      (sum, { type, tags }) => sum + (type === 'INSERT' ? timesOf(tags) * (1 + inBlock(textOf(tags, 2))) : 1),
      0,
    );
  const inBlock = (name: string): number => {
    const before = known.get(name);
    if (before !== undefined) return before;
    known.set(name, 0);
    const count = countOf(blocks.get(name)?.entities ?? []);
    known.set(name, count);
    return count;
  };
  return countOf(entities);
}

const repeatsOf = (tags: Entity['tags'], code: number): number => Math.max(1, Math.round(numberOf(tags, code, 1)));
const timesOf = (tags: Entity['tags']): number => repeatsOf(tags, 70) * repeatsOf(tags, 71);

class Walk {
  readonly elements: DrawnElement[] = [];
  readonly left = new LeftOuts();
  readonly #drawing: DxfDrawing;
  readonly #inside = new Set<string>();

  constructor(drawing: DxfDrawing) {
    this.#drawing = drawing;
  }

  entity(entity: Entity, around: Around): void {
    const { type, tags } = entity;
    if (SILENT.has(type)) return;
    const own = textOf(tags, 8) || '0';
    const layer = own === '0' ? around.layer : own;
    if (numberOf(tags, 67) === 1) return this.left.add('paper space', type);
    if (numberOf(tags, 60) === 1 || this.#drawing.layers.get(layer)?.hidden)
      return this.left.add('hidden', layer === '0' ? type : layer);
    if (type === 'INSERT') return this.#insert(entity, { ...around, layer, colour: this.#colour(tags, layer, around) });
    if (TEXTS.has(type)) return this.left.add('text', plainText(tags));
    const outlined = outlinesOf(entity);
    if (!outlined) return this.left.add(LEFT[type] ?? 'other content', LEFT[type] ? '' : type);
    if (outlined.but) this.left.add(outlined.but, layer === '0' ? '' : layer);
    const { matrix } = around;
    const place = outlined.inOwnPlane ? compose(matrix, ownPlane(tags)) : matrix;
    const contours = outlined.contours.map((contour) => placedContour(contour, place)).flatMap(sound);
    if (contours.length === 0) return this.left.add('zero length', layer === '0' ? '' : layer);
    const colour = this.#colour(tags, layer, around);
    const id = textOf(tags, 5);
    const stroke = outlined.width ? strokeOf(outlined.width * Math.sqrt(Math.abs(determinant(place)))) : null;
    const { kind } = outlined;
    if (kind === 'line' && this.#isDashed(tags, layer)) this.left.add('dashed', layer === '0' ? '' : layer);
    this.elements.push({ kind, white: false, evenOdd: true, contours, clips: [], layer, colour, id, stroke });
  }

  #colour(tags: Entity['tags'], layer: string, around: Around): string {
    const number = numberOf(tags, 62, 256);
    if (tags.some(({ code }) => code === 420) || (number > 0 && number < 256)) return rgbOf(tags, number);
    return number === 0 ? around.colour : (this.#drawing.layers.get(layer)?.colour ?? '#000000');
  }

  #isDashed(tags: Entity['tags'], layer: string): boolean {
    const own = (textOf(tags, 6) || 'BYLAYER').toUpperCase();
    const type = own === 'BYLAYER' ? this.#drawing.layers.get(layer)?.lineType.toUpperCase() : own;
    return type !== undefined && !WHOLE_LINES.has(type);
  }

  #insert({ tags, parts }: Entity, around: Around): void {
    for (const part of parts) this.entity(part, around);
    const name = textOf(tags, 2);
    const block = this.#drawing.blocks.get(name);
    if (!block) return this.left.add('missing', name);
    if (this.#inside.has(name) || around.deep >= MOST_BLOCKS_DEEP) return this.left.add('loop', name);
    this.#inside.add(name);
    const number = (code: number, otherwise = 0) => numberOf(tags, code, otherwise);
    const place = compose(around.matrix, ownPlane(tags), moveBy(number(10), number(20)), turnBy(number(50)));
    const [columns, rows] = [repeatsOf(tags, 70), repeatsOf(tags, 71)];
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const matrix = compose(
          place,
          moveBy(column * number(44), row * number(45)),
          scaleBy(number(41, 1) || 1, number(42, 1) || 1),
          moveBy(-block.base[0], -block.base[1]),
        );
        for (const each of block.entities) this.entity(each, { ...around, matrix, deep: around.deep + 1 });
      }
    this.#inside.delete(name);
  }
}

/** A contour without runs of no length, if anything is left of it. */
function sound(contour: Contour): Contour[] {
  const segments = contour.segments.filter(
    ({ kind, from, to, ...rest }) =>
      [from.x, from.y, to.x, to.y].every(Number.isFinite) &&
      (kind === 'line' ? distance(from, to) > 0 : !('radius' in rest) || rest.radius > 0),
  );
  return segments.length > 0 ? [{ ...contour, segments }] : [];
}

/** What a unit is by the header, and how it is called (DXF reference, $INSUNITS). */
const UNITS: Record<string, Unit> = {
  1: { mmPerUnit: 25.4, name: 'inches' },
  2: { mmPerUnit: 304.8, name: 'feet' },
  4: { mmPerUnit: 1, name: 'millimetres' },
  5: { mmPerUnit: 10, name: 'centimetres' },
  6: { mmPerUnit: 1000, name: 'metres' },
  8: { mmPerUnit: 25.4e-6, name: 'microinches' },
  9: { mmPerUnit: 25.4e-3, name: 'thousandths of an inch' },
  10: { mmPerUnit: 914.4, name: 'yards' },
  13: { mmPerUnit: 1e-3, name: 'micrometres' },
  14: { mmPerUnit: 100, name: 'decimetres' },
};
const USUAL = [UNITS[4]!, UNITS[1]!, UNITS[5]!, UNITS[6]!];

/** What the header says, unless that makes it of an unlikely size; else what is likeliest by its lengths. */
function scaleOf({ header }: DxfDrawing, elements: readonly DrawnElement[]): FileScale {
  const said = UNITS[header.get('$INSUNITS') ?? ''];
  const offers = unitOffers(elements, said && !USUAL.includes(said) ? [said, ...USUAL] : USUAL);
  const { mmPerUnit } = offers[0]!;
  if (!said) return { mmPerUnit, certain: false, why: 'its header names no unit', offers };
  const why = `its header says ${said.name}`;
  if (isLikelySize(elements, said.mmPerUnit)) return { mmPerUnit: said.mmPerUnit, certain: true, why, offers };
  return { mmPerUnit, certain: false, why: `${why}, which is an unlikely size`, offers };
}
