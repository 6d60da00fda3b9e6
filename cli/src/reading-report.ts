import type { ArtworkLayer, ArtworkPlan } from '@needlefile/core/artwork/form';
import { addNodes, artworkLayers, PLAIN_PLAN, wideLines } from '@needlefile/core/artwork/form';
import { joinClosings } from '@needlefile/core/artwork/closing';
import { besidePage } from '@needlefile/core/artwork/beside-page';
import type { FileReading } from '@needlefile/core/artwork/drawn';
import { joinBounds } from '@needlefile/core/geometry/bounds';
import { placeContour } from '@needlefile/core/geometry/contour';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { elementsOf } from '@needlefile/core/artwork/elements';
import type { DrawingLayer, SheetDrawing } from '@needlefile/core/formats/sheet-drawing';
import { layerColours } from './layer-colours.ts';

/** How a file is to be read, by the command's options; null where it is left to the file. */
export interface ReadOptions {
  readonly mmPerUnit: number | null;
  /** mm */
  readonly join: number;
  /** mm */
  readonly doubled: number;
  /** mm; null: nodes stay as they are. */
  readonly refit: number | null;
  /** What wide lines are; `ask`: lines, as most are, and that is told. */
  readonly strokes: 'line' | 'area' | 'ask';
  /** Whether what lies beside the file's page is taken too. */
  readonly besidePage: boolean;
}

/** What a file comes to: a drawing in mm of all that was taken, and an account of all that arrived. */
export interface ReadFile {
  readonly drawing: SheetDrawing;
  readonly report: ReadingReport;
}

type Place = readonly [x: number, y: number];

/** Lengths in mm, places in the drawing's frame. */
export interface ReadingReport {
  readonly error: string | null;
  readonly scale: {
    readonly mmPerUnit: number;
    /** Whether it is a guess that a person should look at. */
    readonly asked: boolean;
    readonly why: string;
    readonly candidates: readonly { readonly mmPerUnit: number; readonly name: string; readonly whole: number }[];
  };
  readonly size: readonly [width: number, height: number];
  readonly gaps: readonly { readonly at: Place; readonly width: number; readonly mended: boolean }[];
  readonly doubles: { readonly count: number; readonly length: number };
  /** Lines that run beside others, so near that they may be meant as those. */
  readonly nearly: readonly { readonly at: Place; readonly length: number; readonly off: number }[];
  readonly overshoots: readonly { readonly at: Place; readonly length: number }[];
  readonly crossings: readonly Place[];
  readonly open: number;
  readonly closed: number;
  /** Lines that may be meant as what they cover. */
  readonly strokes: {
    readonly wide: number;
    readonly widest: number;
    readonly taken: 'line' | 'area';
    readonly asked: boolean;
  };
  readonly nodes: { readonly before: number; readonly after: number; readonly off: number };
  /** What was left out, or is not as the file has it, by kind. */
  readonly found: Readonly<Record<string, number>>;
  readonly words: readonly string[];
  readonly layers: readonly { readonly name: string; readonly closed: number; readonly open: number }[];
}

/** Reads artwork into millimetres, its bottom left corner at the origin. */
export function readingOf(title: string, reading: FileReading, options: ReadOptions): ReadFile {
  const { scale, left } = reading;
  const mmPerUnit = options.mmPerUnit ?? scale.mmPerUnit;
  const taken = options.strokes === 'area' ? 'area' : 'line';
  const plan: ArtworkPlan = {
    ...PLAIN_PLAN,
    mmPerUnit: options.mmPerUnit,
    join: options.join,
    doubled: options.doubled,
    refit: options.refit,
    besidePage: options.besidePage,
    wide: taken === 'area' ? 'areas' : 'lines',
    lines: 'lines',
  };
  const { layers, picture } = artworkLayers(reading, plan);
  const wide = wideLines(elementsOf(reading, plan).elements, mmPerUnit);
  const contours = layers.flatMap(contoursOf);
  const box = joinBounds(contours.map(contourBounds));
  const [width, height] = contours.length > 0 ? [box.maxX - box.minX, box.maxY - box.minY] : [0, 0];
  const [x, y] = contours.length > 0 ? [box.minX, box.minY] : [0, 0];
  const placeOf = (at: { readonly x: number; readonly y: number }): Place => [rounded(at.x - x), rounded(at.y - y)];
  const closing = joinClosings(layers.map((layer) => layer.closing));
  const { joined, gaps, doubled, nearly, overshoots, crossed, open, nothing } = closing;
  const once = doubled.filter(({ left }) => !left);
  const gapTold = (mended: boolean) => (gap: (typeof gaps)[number]) => ({
    at: placeOf({ x: (gap.from.x + gap.to.x) / 2, y: (gap.from.y + gap.to.y) / 2 }),
    width: rounded(gap.width),
    mended,
  });
  const found = Object.fromEntries(left.map(({ kind, count }) => [kind, count]));
  const beside = besidePage(reading).size;
  if (beside > 0 && !options.besidePage) found['beside the page'] = beside;
  if (picture && picture.specks > 0) found.speck = picture.specks;
  if (nothing > 0) found['zero length'] = (found['zero length'] ?? 0) + nothing;
  return {
    drawing: {
      title,
      description: `Read at ${Number(mmPerUnit.toPrecision(6))} mm to a unit: ${scale.why}.`,
      width,
      height,
      layers: drawingLayers(layers, x, y),
    },
    report: {
      error: contours.length === 0 ? 'There is nothing in the file that can be cut or engraved.' : null,
      scale: {
        mmPerUnit,
        asked: !scale.certain && options.mmPerUnit === null,
        why: scale.why,
        candidates: scale.offers,
      },
      size: [rounded(width), rounded(height)],
      gaps: [...joined.map(gapTold(true)), ...gaps.map(gapTold(false))],
      doubles: { count: once.length, length: rounded(once.reduce((sum, { length }) => sum + length, 0)) },
      nearly: nearly.map(({ at, length, off }) => ({ at: placeOf(at), length: rounded(length), off: rounded(off) })),
      overshoots: overshoots
        .filter(({ left }) => !left)
        .map(({ at, length }) => ({ at: placeOf(at), length: rounded(length) })),
      crossings: crossed.flatMap(({ places }) => places.map(placeOf)),
      open,
      strokes: {
        wide: wide.count,
        widest: rounded(wide.widest),
        taken,
        asked: wide.count > 0 && options.strokes === 'ask',
      },
      closed: contours.length - open,
      nodes: addNodes(layers.map(({ nodes }) => nodes)),
      found,
      words: left.find(({ kind }) => kind === 'text')?.what ?? [],
      layers: layers.map((layer) => ({
        name: layer.name,
        closed: layer.areas.length + layer.closed.length,
        open: layer.open.length,
      })),
    },
  };
}

const rounded = (mm: number): number => Number(mm.toFixed(4));

const contoursOf = ({ areas, closed, open }: ArtworkLayer) => [...areas, ...closed, ...open];

/** Layers of the file as a drawing has them: areas by themselves, as their outlines. */
function drawingLayers(layers: readonly ArtworkLayer[], x: number, y: number): DrawingLayer[] {
  const names = new Set<string>();
  return layers.flatMap((layer, i) => {
    const contours = contoursOf(layer).map((contour) => placeContour(contour, 1, -x, -y));
    if (contours.length === 0) return [];
    const plain = layerName(layer.name);
    let name = plain;
    for (let k = 2; names.has(name); k++) name = `${plain}_${k}`;
    names.add(name);
    return [{ name, operation: layer.name || 'artwork', ...layerColours(i), fill: false, contours }];
  });
}

/** Upper-case ASCII. */
function layerName(name: string): string {
  const plain = name
    .normalize('NFD')
    .replace(/[^A-Za-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .toUpperCase();
  return plain === '' || plain === '0' ? 'ARTWORK' : plain.slice(0, 60);
}
