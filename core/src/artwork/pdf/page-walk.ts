import { joinBounds } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import { compose, determinant, type Matrix } from '../../geometry/matrix.ts';
import { placedContour } from '../../geometry/placed-contour.ts';
import type { Point } from '../../geometry/point.ts';
import { clipsThatCut, type Clip } from '../clip.ts';
import { LeftOuts, type DrawnElement } from '../drawn.ts';
import type { Stroke } from '../stroke-area.ts';
import { closedOutline, partedByFill } from '../filled-outline.ts';
import { UnreadableArtwork } from '../unreadable-artwork.ts';
import { BLACK, colourOf, hexOf, isWhite, type PageColour } from './colours.ts';
import { PathPen } from './pen.ts';
import { operationsIn, type Operand, type Operation } from './tokens.ts';

/** So many things may be drawn, operations run and forms drawn, and forms lie within forms. */
const MOST_DRAWN = 200_000;
const MOST_OPERATIONS = 2_000_000;
const MOST_FORMS = 200_000;
const MOST_DEEP = 24;
const ENDLESS = 'The PDF draws its parts again and again without end.';

/** What a page or a form refers to by name. */
export interface Resources {
  /** Another content, the same object each time; null where there is none of the name. */
  readonly form: (name: string) => Form | 'picture' | null;
  /** Whether a state of the page, by its name, masks what is drawn. */
  readonly masks: (name: string) => boolean;
  /** The layer that marked content is of; null where it is of none. */
  readonly layer: (name: string) => PageLayer | null;
}

export interface PageLayer {
  readonly name: string;
  readonly isHidden: boolean;
}

/** Content that is drawn by name. */
export interface Form {
  readonly matrix: Matrix;
  /** The corners of what is seen of it: left, bottom, right, top; empty for all. */
  readonly box: readonly number[];
  readonly content: () => Uint8Array;
  readonly resources: Resources;
  readonly layer: PageLayer | null;
}

interface State {
  readonly matrix: Matrix;
  readonly fill: PageColour;
  readonly stroke: PageColour;
  readonly clips: readonly Clip[];
  readonly line: Stroke;
  readonly isDashed: boolean;
}

/** Draws what pages draw, and accounts for what is not taken. Lengths in points of the page, y up. */
export class PageWalk {
  readonly elements: DrawnElement[] = [];
  readonly left = new LeftOuts();
  #operations = 0;
  #forms = 0;
  readonly #inside = new Set<Form>();

  run(
    content: Uint8Array,
    resources: Resources,
    matrix: Matrix,
    layer: PageLayer | null = null,
    around: Omit<State, 'matrix'> = PLAIN_STATE,
    deep = 0,
  ): void {
    const pen = new PathPen();
    let state: State = { ...around, matrix };
    const saved: State[] = [];
    const marked: (PageLayer | null)[] = [];
    let clipping: 'W' | 'W*' | null = null;
    const paint = (how: { readonly fill: boolean; readonly stroke: boolean; readonly evenOdd: boolean }) => {
      const contours = pen.take();
      const around = [...marked, layer];
      this.#paint(contours, state, around, how);
      // A clip of no path is somebody's mistake.
      if (clipping && contours.length > 0)
        state = { ...state, clips: [...state.clips, clipOf(contours, state.matrix, clipping === 'W*')] };
      clipping = null;
    };
    for (const operation of operationsIn(content)) {
      if (++this.#operations > MOST_OPERATIONS) throw new UnreadableArtwork(ENDLESS);
      const { name, operands } = operation;
      const numbers = numbersOf(operands);
      if (drawWith(pen, name, numbers)) continue;
      const how = PAINTS[name];
      if (how) {
        if (how.close) pen.close();
        paint(how);
      } else if (name === 'q') saved.push(state);
      else if (name === 'Q') state = saved.pop() ?? state;
      else if (name === 'cm' && numbers.length === 6)
        state = { ...state, matrix: compose(state.matrix, matrixOf(numbers)) };
      else if (LINE_STATES.has(name)) state = { ...state, line: lineSaid(state.line, name, numbers[0] ?? 0) };
      else if (name === 'd') state = { ...state, isDashed: hasGaps(operands[0]) };
      else if (name === 'W' || name === 'W*') clipping = name;
      else if (name === 'gs' && resources.masks(nameOf(operands[0]))) this.left.add('masked');
      else if (FILL_COLOURS.has(name)) state = { ...state, fill: colourSaid(operation) };
      else if (STROKE_COLOURS.has(name)) state = { ...state, stroke: colourSaid(operation) };
      else if (name === 'cs') state = { ...state, fill: BLACK };
      else if (name === 'CS') state = { ...state, stroke: BLACK };
      else if (name === 'BDC' || name === 'BMC') marked.push(layerSaid(operation, resources));
      else if (name === 'EMC') marked.pop();
      else if (name === 'Do') {
        const within = [...marked].reverse().find((each) => each !== null) ?? layer;
        this.#form(nameOf(operands[0]), resources, state, within, deep);
      } else if (TEXTS.has(name)) this.left.add('text', textOf(operands));
      else if (name === 'BI') this.left.add('picture');
      else if (name === 'sh') this.left.add('other content', 'a shading');
    }
    if (pen.take().length > 0) this.left.add('faulty path');
  }

  #form(name: string, resources: Resources, state: State, layer: PageLayer | null, deep: number): void {
    const form = resources.form(name);
    if (form === 'picture') return this.left.add('picture', name);
    if (!form) return this.left.add('missing', name);
    if (deep >= MOST_DEEP || this.#inside.has(form)) return this.left.add('loop', name);
    if (++this.#forms > MOST_FORMS) throw new UnreadableArtwork(ENDLESS);
    if (form.layer?.isHidden) return this.left.add('hidden', form.layer.name);
    this.#inside.add(form);
    const matrix = compose(state.matrix, form.matrix);
    const pen = new PathPen();
    const [left, bottom, right, top] = form.box;
    if (form.box.length === 4) pen.rectangle(left!, bottom!, right! - left!, top! - bottom!);
    const clips = form.box.length === 4 ? [...state.clips, clipOf(pen.take(), matrix, false)] : state.clips;
    this.run(form.content(), form.resources, matrix, form.layer ?? layer, { ...state, clips }, deep + 1);
    this.#inside.delete(form);
  }

  #paint(
    contours: readonly Contour[],
    state: State,
    layers: readonly (PageLayer | null)[],
    how: { readonly fill: boolean; readonly stroke: boolean; readonly evenOdd: boolean },
  ): void {
    if (!how.fill && !how.stroke) return;
    if (contours.length === 0) return this.left.add('zero length');
    const { filled, bare } = partedByFill(how.fill ? contours : []);
    if (bare.length > 0) {
      if (how.stroke) this.#paint(bare, state, layers, { ...how, fill: false });
      else this.left.add('hidden', 'a line without width');
      if (filled.length > 0) this.#paint(filled, state, layers, how);
      return;
    }
    const { matrix, fill, stroke, clips: around, line: own } = state;
    const hidden = layers.find((each) => each?.isHidden);
    if (hidden) return this.left.add('hidden', hidden.name);
    if (this.elements.length >= MOST_DRAWN)
      throw new UnreadableArtwork(`The PDF draws more than ${MOST_DRAWN.toLocaleString('en')} things.`);
    const placed = contours.map((contour) => placedContour(contour, matrix));
    const clips = clipsThatCut(around, joinBounds(placed.map(contourBounds)));
    if (!clips) return this.left.add('hidden', 'clipped away');
    if (clips.length > 0) this.left.add('clipped');
    const layer = layers.find((each) => each !== null)?.name ?? '';
    const width = own.width * Math.sqrt(Math.abs(determinant(matrix)));
    const stroked = how.stroke && !isWhite(stroke) && width > 0 ? { ...own, width } : null;
    const common = { layer, id: '', evenOdd: how.evenOdd, clips, stroke: stroked };
    const white = isWhite(fill);
    if (how.fill && !(white && how.stroke && !isWhite(stroke))) {
      if (fill === null) this.left.add('other content', 'a pattern: taken as its area');
      if (white) this.left.add('white');
      this.elements.push({ ...common, kind: 'area', white, contours: placed.map(closedOutline), colour: hexOf(fill) });
      return;
    }
    if (isWhite(stroke)) return this.left.add('white');
    if (state.isDashed) this.left.add('dashed', layer);
    this.elements.push({ ...common, kind: 'line', white: false, contours: placed, colour: hexOf(stroke) });
  }
}

/** What a page begins with. */
const PLAIN_LINE: Stroke = { width: 1, ends: 'butt', corners: 'mitred', longestMitre: 10 };
const PLAIN_STATE: Omit<State, 'matrix'> = { fill: BLACK, stroke: BLACK, clips: [], line: PLAIN_LINE, isDashed: false };
const LINE_STATES = new Set(['w', 'J', 'j', 'M']);

function lineSaid(line: Stroke, name: string, value: number): Stroke {
  if (name === 'w') return { ...line, width: Math.abs(value) };
  if (name === 'J') return { ...line, ends: value === 1 ? 'round' : value === 2 ? 'square' : 'butt' };
  if (name === 'j') return { ...line, corners: value === 1 ? 'round' : value === 2 ? 'bevelled' : 'mitred' };
  return { ...line, longestMitre: Math.max(1, value) };
}

const PAINTS: Readonly<
  Record<
    string,
    { readonly fill: boolean; readonly stroke: boolean; readonly evenOdd: boolean; readonly close: boolean }
  >
> = {
  S: { fill: false, stroke: true, evenOdd: false, close: false },
  s: { fill: false, stroke: true, evenOdd: false, close: true },
  f: { fill: true, stroke: false, evenOdd: false, close: false },
  F: { fill: true, stroke: false, evenOdd: false, close: false },
  'f*': { fill: true, stroke: false, evenOdd: true, close: false },
  B: { fill: true, stroke: true, evenOdd: false, close: false },
  'B*': { fill: true, stroke: true, evenOdd: true, close: false },
  b: { fill: true, stroke: true, evenOdd: false, close: true },
  'b*': { fill: true, stroke: true, evenOdd: true, close: true },
  n: { fill: false, stroke: false, evenOdd: false, close: false },
};
const FILL_COLOURS = new Set(['g', 'rg', 'k', 'sc', 'scn']);
const STROKE_COLOURS = new Set(['G', 'RG', 'K', 'SC', 'SCN']);
const TEXTS = new Set(['Tj', 'TJ', "'", '"']);

/** What an operation draws of a path. @returns whether it is one that does */
function drawWith(pen: PathPen, name: string, n: readonly number[]): boolean {
  const p = (i: number): Point => ({ x: n[i]!, y: n[i + 1]! });
  const isGiven = (count: number) => n.length >= count && n.slice(0, count).every(Number.isFinite);
  switch (name) {
    case 'm':
      if (isGiven(2)) pen.move(p(0));
      return true;
    case 'l':
      if (isGiven(2)) pen.line(p(0));
      return true;
    case 'c':
      if (isGiven(6)) pen.curve(p(0), p(2), p(4));
      return true;
    case 'v':
      if (isGiven(4)) pen.curve(pen.at, p(0), p(2));
      return true;
    case 'y':
      if (isGiven(4)) pen.curve(p(0), p(2), p(2));
      return true;
    case 're':
      if (isGiven(4)) pen.rectangle(n[0]!, n[1]!, n[2]!, n[3]!);
      return true;
    case 'h':
      pen.close();
      return true;
    default:
      return false;
  }
}

const numbersOf = (operands: readonly Operand[]): number[] =>
  operands.filter((operand): operand is number => typeof operand === 'number');

/** Whether a pattern of dashes, by its lengths, leaves any gap. */
const hasGaps = (pattern: Operand | undefined): boolean =>
  typeof pattern === 'object' &&
  pattern !== null &&
  'list' in pattern &&
  numbersOf(pattern.list).some((each) => each > 0);

const nameOf = (operand: Operand | undefined): string =>
  typeof operand === 'object' && operand !== null && 'name' in operand ? operand.name : '';

export const matrixOf = (n: readonly number[]): Matrix => ({
  ...{ a: n[0]!, b: n[1]!, c: n[2]!, d: n[3]!, e: n[4]!, f: n[5]! },
});

function colourSaid({ operands }: Operation): PageColour {
  return nameOf(operands.at(-1)) === '' ? colourOf(numbersOf(operands)) : null;
}

/** Marked content is of a layer where it is said to be optional. */
const layerSaid = ({ operands }: Operation, resources: Resources): PageLayer | null =>
  nameOf(operands[0]) === 'OC' ? resources.layer(nameOf(operands[1])) : null;

function textOf(operands: readonly Operand[]): string {
  const told = (operand: Operand): string => {
    if (typeof operand !== 'object' || operand === null) return '';
    return 'text' in operand ? operand.text : 'list' in operand ? operand.list.map(told).join('') : '';
  };
  // Letters are told by numbers of the file's own font: what is not plain is not to be read.
  const words = operands.map(told).join('').trim();
  return /^[\x20-\x7e]+$/.test(words) && !words.startsWith('<') ? words : '';
}

const clipOf = (contours: readonly Contour[], matrix: Matrix, evenOdd: boolean): Clip => ({
  shapes: [
    { contours: contours.map((contour) => closedOutline(placedContour(contour, matrix))), evenOdd, hides: false },
  ],
});
