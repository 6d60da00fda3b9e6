import type { Bounds } from '../geometry/bounds.ts';
import type { Contour } from '../geometry/contour.ts';
import type { Clip } from './clip.ts';
import type { Stroke } from './stroke-area.ts';
import type { RasterPicture } from './picture/grey-picture.ts';

/** Something that a file draws, in the file's own units, y up. */
export interface DrawnElement {
  /** An area with its holes by its own rule; or lines. */
  readonly kind: 'area' | 'line';
  /** Takes away from what lies below it. */
  readonly white: boolean;
  readonly evenOdd: boolean;
  readonly contours: readonly Contour[];
  /** What takes away from it, all of them: what is seen of it lies within each. */
  readonly clips: readonly Clip[];
  /** The layer or group that it is in; empty where it is in none. */
  readonly layer: string;
  /** The colour that it is drawn in: #rrggbb, or as the file says it. */
  readonly colour: string;
  /** What the file calls it; empty where it has no name. */
  readonly id: string;
  /** How its line is stroked; null where it has none, or of no width. */
  readonly stroke: Stroke | null;
}

/** What a file has that is not taken, of one kind. */
export interface LeftOut {
  readonly kind: LeftOutKind;
  readonly count: number;
  /** The first few: words of a text, a name. */
  readonly what: readonly string[];
}

export type LeftOutKind =
  | 'text'
  | 'picture'
  | 'hidden'
  | 'white'
  | 'clipped'
  | 'unclipped'
  | 'masked'
  | 'filtered'
  | 'animation'
  | 'other content'
  | 'outside file'
  | 'missing'
  | 'faulty path'
  | 'faulty transform'
  | 'zero length'
  | 'point'
  | 'dimension'
  | 'three-dimensional'
  | 'paper space'
  | 'loop'
  | 'wide line'
  | 'dashed'
  | 'approximate';

/** What a unit of a file may be. */
export interface Unit {
  readonly mmPerUnit: number;
  readonly name: string;
}

/** A unit, and the share of lengths that it makes whole half millimetres or sixteenths of an inch. */
export interface UnitOffer extends Unit {
  readonly whole: number;
}

/** How long a unit of a file is, as far as the file tells. */
export interface FileScale {
  /** mm; the likeliest where it is in doubt. */
  readonly mmPerUnit: number;
  /** Whether the file says so in a measure of the world. */
  readonly certain: boolean;
  /** What tells, in a few words. */
  readonly why: string;
  /** What else a unit may be, the likeliest first. */
  readonly offers: readonly UnitOffer[];
}

/** A file of lines and areas, read. */
export interface FileReading {
  readonly elements: readonly DrawnElement[];
  readonly left: readonly LeftOut[];
  readonly scale: FileScale;
  /** What programs show of it, in its own units; null where it has no page. */
  readonly page: Bounds | null;
  /** A picture, which is traced as the recipe says; null for what is drawn. */
  readonly picture: RasterPicture | null;
}

/** A layer or group of a file: how many things it draws, and the colour of its first. */
export interface FileLayer {
  readonly name: string;
  readonly colour: string;
  readonly areas: number;
  readonly lines: number;
}

/** Layers in the order of the file; what only takes away counts for none. */
export function layersOf({ elements }: Pick<FileReading, 'elements'>): FileLayer[] {
  const layers = new Map<string, FileLayer>();
  for (const { layer: name, colour, kind, white } of elements) {
    if (white) continue;
    const own = layers.get(name) ?? { name, colour, areas: 0, lines: 0 };
    const [areas, lines] = kind === 'area' ? [own.areas + 1, own.lines] : [own.areas, own.lines + 1];
    layers.set(name, { ...own, areas, lines });
  }
  return [...layers.values()];
}

/** Counts what is left out, kind by kind. */
export class LeftOuts {
  readonly #bins = new Map<LeftOutKind, { count: number; what: string[] }>();

  add(kind: LeftOutKind, what = ''): void {
    let bin = this.#bins.get(kind);
    if (!bin) this.#bins.set(kind, (bin = { count: 0, what: [] }));
    bin.count++;
    if (what !== '' && bin.what.length < MOST_NAMED) bin.what.push(what.slice(0, LONGEST_NAME));
  }

  list(): LeftOut[] {
    return [...this.#bins].map(([kind, bin]) => ({ kind, ...bin }));
  }
}

const MOST_NAMED = 5;
const LONGEST_NAME = 60;
