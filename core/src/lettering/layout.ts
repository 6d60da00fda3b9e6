import { asPartsOf, type LetterId } from '../recipe/identity.ts';
import {
  heightOf,
  isEmptyBounds,
  joinBounds,
  NO_BOUNDS,
  widthOf,
  moveBounds,
  type Bounds,
} from '../geometry/bounds.ts';
import { allNamed, moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { compose, moveBy, scaleBy, transformContour, type Matrix } from '../geometry/matrix.ts';
import { noMemo, type Memo } from '../geometry/memo.ts';
import type { Drawing } from '../geometry/nodes/redrawn-contours.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { Face } from './face.ts';
import { capHeightWhere } from './fit.ts';
import { drawingOfGlyph, glyphForms, type GlyphForm, type GlyphForms, type Redrawing } from './glyph-forms.ts';
import { seatOnCircle, seatStraight, type Bow, type Nudge, type Seat } from './placing.ts';
import { setLine, type SetGlyph, type SetLine } from './set-line.ts';
import type { FeatureSwitches } from './shaping.ts';

export type Size =
  | { readonly by: 'cap height' | 'x-height' | 'overall width' | 'overall height'; readonly value: number }
  | { readonly by: 'box'; readonly width: number; readonly height: number };

/** What the lettering is to be. Lengths in mm. */
export interface LetteringPlan {
  /** Lines are parted by line feeds. */
  readonly words: string;
  readonly size: Size;
  /** Width of the letters against their own, 1 for none: the only way that letters are distorted. */
  readonly stretch: number;
  /** Added between letters. */
  readonly letterSpacing: number;
  /** Added to each space between words. */
  readonly wordSpacing: number;
  /** Baseline to baseline, in cap heights of the larger of the two lines. */
  readonly lineSpacing: number;
  readonly align: 'left' | 'centre' | 'right';
  /** Size of each line against the first rule of size; 1 where nothing is said. */
  readonly lineScale: readonly number[];
  readonly bow: Bow | null;
  /** To be read through the back. */
  readonly mirror: boolean;
  readonly features: FeatureSwitches;
  readonly axes: Readonly<Record<string, number>>;
  /** Letters moved by hand, by id. */
  readonly nudges: Readonly<Record<SourceId, Nudge>>;
  /** Letters of this face that were redrawn by hand. */
  readonly redrawn?: readonly Redrawing[];
  /** How far letters are brought towards the one before them, with all that follow in their line: mm, by id. */
  readonly closedUp?: ReadonlyMap<SourceId, number>;
}

/** Words set as the face has them, in straight lines. */
export const PLAIN: Omit<LetteringPlan, 'words' | 'size'> = {
  stretch: 1,
  letterSpacing: 0,
  wordSpacing: 0,
  lineSpacing: 1.6,
  align: 'left',
  lineScale: [],
  bow: null,
  mirror: false,
  features: {},
  axes: {},
  nudges: {},
};

/** One letter in its place, or the outline of a shape: what bridges, findings and order refer to by `id`. */
export interface Letter {
  readonly id: LetterId;
  /** The character or ligature, as typed. */
  readonly text: string;
  readonly line: number;
  /** Of its line, mm. */
  readonly capHeight: number;
  /** The word it stands in, for naming it. */
  readonly word: string;
  /** What its outline is and how it is turned and scaled: equal for letters that differ only in their place. */
  readonly shape: string;
  readonly origin: { readonly x: number; readonly y: number };
  /** Degrees counter-clockwise that it stands turned from upright: on a circle, or by hand. */
  readonly turn: number;
  /** A clean region in mm; it may overlap its neighbours. Empty for stroke faces. */
  readonly contours: Region;
  /** Open strokes, mm, of stroke faces. */
  readonly strokes: readonly Contour[];
  readonly bounds: Bounds;
  /** Nodes the font draws it with. */
  readonly nodes: number;
  /** What a hand redraws it from; null for what is drawn in the job. */
  readonly drawnFrom: DrawnFrom | null;
}

/** Where a letter comes from: what changes by hand are told of. */
export interface DrawnFrom {
  /** Before any change. */
  readonly drawing: Drawing;
  /** Its number in its face; null where it is of none. */
  readonly glyph: number | null;
  /** From the drawing's own units to millimetres about the letter's origin. */
  readonly matrix: Matrix;
}

export interface MissingCharacter {
  readonly text: string;
  readonly line: number;
  readonly count: number;
}

export interface Lettering {
  readonly letters: readonly Letter[];
  readonly missing: readonly MissingCharacter[];
  /** Round the ink of all letters; the first baseline is y = 0, or the middle of the circle is (0, 0). */
  readonly bounds: Bounds;
  /** Height of each line's baseline, mm, from the first (0) downward. */
  readonly baselines: readonly number[];
  /** Cap height of a line of scale 1, mm, as it came out. */
  readonly capHeight: number;
  readonly xHeight: number;
  /** Nudges of letters that are no longer there. */
  readonly lostNudges: readonly SourceId[];
  /** Redrawn letters, by number, whose nodes are not there, or that are themselves not there. */
  readonly lostRedrawings: readonly number[];
  /** The same of letters whose middle lines were redrawn. */
  readonly lostStrokes: readonly number[];
  /**
   * Lines that are longer than the circle they run round, and the radius of the first line at which they would not be,
   * mm.
   */
  readonly overrun: readonly { readonly line: number; readonly radius: number }[];
  /** How far letters were brought towards the one before them, mm, by id; left out where none were. */
  readonly closedUp?: ReadonlyMap<SourceId, number>;
}

/**
 * Sets words in a face: shapes each line, sizes the whole, and places every letter, in mm.
 * @param memo keeps the forms of letters, so that what is known of their contours is kept with them wherever they stand
 */
export function layOut(plan: LetteringPlan, anyFace: Face, memo: Memo = noMemo): Lettering {
  const face = anyFace.at(plan.axes);
  // Spaced-out letters are no longer joined, unless they are asked to be.
  const switches = plan.letterSpacing === 0 ? plan.features : { liga: false, clig: false, ...plan.features };
  const kind = `line ${face.key} ${JSON.stringify(switches)}`;
  const lines = plan.words
    .split('\n')
    .map((text, i) => memo(kind, `${i} ${text}`, () => setLine(text.trim(), i, face, switches)));
  const forms = glyphForms(face, plan.redrawn ?? [], memo);
  const capHeight = capHeightFor(plan, lines, face, forms);
  const { glyphs, baselines, overrun } = place(plan, lines, face, forms, capHeight);
  const letters: Letter[] = [];
  const missing = new Map<string, MissingCharacter>();
  const formOf = letterForms(face, memo);
  for (const {
    glyph: { id, text, word, glyph },
    line,
    matrix,
    bounds,
  } of glyphs) {
    if (glyph === 0) {
      const known = missing.get(text);
      missing.set(text, { text, line: known?.line ?? line, count: (known?.count ?? 0) + 1 });
      continue;
    }
    if (isEmptyBounds(bounds)) continue;
    const { shape, contours, strokes, nodes, drawing } = formOf(glyph, forms.of(id, glyph), matrix);
    const [x, y, rename] = [matrix.e, matrix.f, allNamed(id)];
    letters.push({
      id,
      text,
      line,
      capHeight: capHeight * (plan.lineScale[line] ?? 1),
      word,
      shape,
      origin: { x, y },
      turn: (Math.atan2(-matrix.c, matrix.d) * 180) / Math.PI,
      contours: moveRegion(contours, x, y, rename),
      strokes: moveRegion(strokes, x, y, rename),
      bounds,
      nodes,
      drawnFrom: { drawing, glyph, matrix: { ...matrix, e: 0, f: 0 } },
    });
  }
  const lostRedrawings = forms.lost();
  return {
    letters,
    missing: [...missing.values()],
    bounds: joinBounds(letters.map(({ bounds }) => bounds)),
    baselines,
    capHeight,
    xHeight: (capHeight * face.xHeight) / face.capHeight,
    lostNudges: Object.keys(plan.nudges).filter((id) => !glyphs.some(({ glyph }) => glyph.id === id)),
    lostStrokes: [],
    lostRedrawings: (plan.redrawn ?? []).flatMap(({ letter, glyph }, number) => {
      const isThere = letter === null || glyphs.some((each) => each.glyph.id === letter && each.glyph.glyph === glyph);
      return isThere && !lostRedrawings.includes(number) ? [] : [number];
    }),
    overrun,
  };
}

/** Draws letters about their own origin, turned and scaled: each once for all places it stands in. */
function letterForms(
  face: Face,
  memo: Memo,
): (
  glyph: number,
  form: GlyphForm,
  matrix: Matrix,
) => Pick<Letter, 'shape' | 'contours' | 'strokes' | 'nodes'> & { readonly drawing: Drawing } {
  // Letters of a straight line are all scaled alike, so that is written once.
  let [last, stance, kind]: [Matrix | null, string, string] = [null, '', ''];
  return (glyph, form, matrix) => {
    const { a, b, c, d } = matrix;
    if (!last || a !== last.a || b !== last.b || c !== last.c || d !== last.d) {
      [last, stance] = [matrix, [a, b, c, d].map((n) => n.toFixed(9)).join()];
      kind = `letter forms ${face.key} ${stance}`;
    }
    return memo(kind, form.key, () => {
      const place = (contour: Contour) => transformContour(contour, { a, b, c, d, e: 0, f: 0 }, '');
      return {
        shape: `${face.key}#${form.key}@${stance}`,
        contours: form.region.map(place),
        strokes: form.strokes.map(place),
        nodes: form.nodes,
        drawing: drawingOfGlyph(face, glyph),
      };
    });
  };
}

function capHeightFor(plan: LetteringPlan, lines: readonly SetLine[], face: Face, forms: GlyphForms): number {
  const { size } = plan;
  if (size.by === 'cap height') return size.value;
  if (size.by === 'x-height') return (size.value * face.capHeight) / face.xHeight;
  if (lines.every(({ glyphs }) => glyphs.every(({ id, glyph }) => isEmptyBounds(inkOf(forms, id, glyph))))) return 10;
  const width = (capHeight: number) =>
    widthOf(joinBounds(place(plan, lines, face, forms, capHeight).glyphs.map(({ bounds }) => bounds)));
  const height = (capHeight: number) =>
    heightOf(joinBounds(place(plan, lines, face, forms, capHeight).glyphs.map(({ bounds }) => bounds)));
  if (size.by === 'box') return Math.min(capHeightWhere(width, size.width), capHeightWhere(height, size.height));
  return capHeightWhere(size.by === 'overall width' ? width : height, size.value);
}

interface PlacedGlyph {
  readonly glyph: SetGlyph;
  readonly line: number;
  readonly matrix: Matrix;
  readonly bounds: Bounds;
}

/** Finds the place of every glyph at a cap height. */
function place(
  plan: LetteringPlan,
  lines: readonly SetLine[],
  face: Face,
  forms: GlyphForms,
  capHeight: number,
): { glyphs: PlacedGlyph[]; baselines: number[]; overrun: Lettering['overrun'] } {
  const glyphs: PlacedGlyph[] = [];
  const baselines: number[] = [];
  const overrun: { line: number; radius: number }[] = [];
  const scaleOf = (line: number) => plan.lineScale[line] ?? 1;
  const rows = lines.map((line, number) => seatLine(plan, line, forms, (capHeight * scaleOf(number)) / face.capHeight));
  const widest = Math.max(0, ...rows.map(({ length }) => length));
  let baseline = 0;
  rows.forEach((row, number) => {
    if (number > 0) baseline -= plan.lineSpacing * capHeight * Math.max(scaleOf(number), scaleOf(number - 1));
    baselines.push(baseline);
    // On a circle the words' start, middle or end lies at its angle; in straight lines the widest line makes the room.
    const room = plan.bow ? -row.length : widest - row.length;
    const shift = { left: 0, centre: room / 2, right: room }[plan.align] - row.start;
    if (plan.bow) {
      const further = plan.bow.side === 'outside' ? baseline : -baseline;
      if (row.length > 2 * Math.PI * (plan.bow.radius + further))
        overrun.push({ line: number, radius: row.length / (2 * Math.PI) - further });
    }
    for (const { glyph, seat } of row.seats) {
      const moved: Seat = { ...seat, x: seat.x + shift, middle: seat.middle + shift };
      const upright = plan.bow ? seatOnCircle(moved, baseline, plan.bow) : seatStraight(moved, baseline);
      const matrix = plan.mirror ? compose(scaleBy(-1, 1), upright) : upright;
      glyphs.push({
        glyph,
        line: number,
        matrix,
        bounds: glyph.glyph === 0 ? NO_BOUNDS : placedInk(forms.of(glyph.id, glyph.glyph), matrix),
      });
    }
  });
  if (plan.bow || !plan.mirror) return { glyphs, baselines, overrun };
  // Mirrored about the lettering's own middle.
  const back = moveBy(widest, 0);
  return {
    glyphs: glyphs.map((each) => ({
      ...each,
      matrix: compose(back, each.matrix),
      bounds: isEmptyBounds(each.bounds)
        ? each.bounds
        : { ...each.bounds, minX: each.bounds.minX + widest, maxX: each.bounds.maxX + widest },
    })),
    baselines,
    overrun,
  };
}

const inkOf = (forms: GlyphForms, letter: SourceId, glyph: number): Bounds =>
  glyph === 0 ? NO_BOUNDS : forms.of(letter, glyph).ink;

/** Seats the glyphs of a line from its start, and tells where its ink begins and how long it is, mm. */
function seatLine(plan: LetteringPlan, line: SetLine, forms: GlyphForms, factor: number) {
  const scaleX = factor * plan.stretch;
  const nudged = Object.keys(plan.nudges).length > 0;
  let [left, right, closed] = [Infinity, -Infinity, 0];
  const seats = line.glyphs.map((glyph) => {
    const { id, x, y, advance } = glyph;
    if (plan.closedUp) closed += plan.closedUp.get(id) ?? 0;
    const along = x * scaleX + plan.letterSpacing * glyph.clusterIndex + plan.wordSpacing * glyph.spaces - closed;
    const ink = inkOf(forms, id, glyph.glyph);
    if (!isEmptyBounds(ink)) {
      left = Math.min(left, along + ink.minX * scaleX);
      right = Math.max(right, along + ink.maxX * scaleX);
    }
    const pivot = isEmptyBounds(ink) ? { x: 0, y: 0 } : { x: (ink.minX + ink.maxX) / 2, y: (ink.minY + ink.maxY) / 2 };
    const seat: Seat = {
      x: along,
      y: y * factor,
      middle: along + (advance * scaleX) / 2,
      scaleX,
      scaleY: factor,
      nudge: nudged ? plan.nudges[id] : undefined,
      pivot,
    };
    return { glyph, seat };
  });
  return left > right ? { seats, start: 0, length: 0 } : { seats, start: left, length: right - left };
}

/** The box round a placed glyph: the font's own box where it stands straight, else round its turned outline. */
function placedInk({ ink, region, strokes }: GlyphForm, matrix: Matrix): Bounds {
  if (isEmptyBounds(ink)) return NO_BOUNDS;
  const { a, b, c, d, e, f } = matrix;
  if (b === 0 && c === 0) {
    const [left, right, bottom, top] = [a * ink.minX + e, a * ink.maxX + e, d * ink.minY + f, d * ink.maxY + f];
    // Mirrored letters have their sides exchanged.
    return {
      minX: Math.min(left, right),
      maxX: Math.max(left, right),
      minY: Math.min(bottom, top),
      maxY: Math.max(bottom, top),
    };
  }
  return joinBounds([...region, ...strokes].map((contour) => contourBounds(transformContour(contour, matrix, ''))));
}

/** The same letter elsewhere, and under another name. */
export function moveLetter(letter: Letter, dx: number, dy: number, id = letter.id): Letter {
  const rename = id === letter.id ? null : allNamed(id);
  return {
    ...letter,
    id,
    origin: { x: letter.origin.x + dx, y: letter.origin.y + dy },
    contours: moveRegion(letter.contours, dx, dy, rename),
    strokes: moveRegion(letter.strokes, dx, dy, rename && asPartsOf(id)),
    bounds: moveBounds(letter.bounds, dx, dy),
  };
}
