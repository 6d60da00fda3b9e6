import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import { placeContour, type Contour, type Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { cubicsOfArc } from '../geometry/arc-cubics.ts';
import type { Memo } from '../geometry/memo.ts';
import type { Change } from '../geometry/nodes/redraw.ts';
import { redrawContours, type Drawing } from '../geometry/nodes/redrawn-contours.ts';
import { weldEvenOdd } from '../geometry/kernel/boolean.ts';
import type { Segment, SourceId } from '../geometry/segment.ts';
import type { Face } from './face.ts';

/** A letter of a face that was drawn otherwise by hand. */
export interface Redrawing {
  /** Of one letter, by its id; null: of all that are alike. */
  readonly letter: SourceId | null;
  /** Its number in the face. */
  readonly glyph: number;
  /** Lengths in ems. */
  readonly changes: readonly Change[];
}

/** How a glyph is drawn, in font units. */
export interface GlyphForm {
  /** What tells it from others of the same face. */
  readonly key: string;
  readonly region: Region;
  readonly strokes: readonly Contour[];
  readonly ink: Bounds;
  readonly nodes: number;
}

/** How the letters of a text are drawn, and which changes by hand found nothing to change. */
export interface GlyphForms {
  readonly of: (letter: SourceId, glyph: number) => GlyphForm;
  /** By number, those that were asked for and whose nodes are not there. */
  readonly lost: () => readonly number[];
}

/** Glyphs are cleaned at this size, mm to the em: the kernel's limits are in millimetres. */
const CLEANING_EM = 100;

/** Figures of changes are kept to so many digits of an em. */
const DIGITS = 6;

/** A glyph as a hand works on it. */
export const drawingOfGlyph = (face: Face, glyph: number): Drawing => ({
  contours: [...face.region(glyph), ...face.strokes(glyph)],
  unit: face.unitsPerEm,
  digits: DIGITS,
});

/** The glyphs of a face, with what was redrawn of them by hand: a letter's own before that of all alike. */
export function glyphForms(face: Face, redrawings: readonly Redrawing[], memo: Memo): GlyphForms {
  const plain = new Map<number, GlyphForm>();
  const redrawn = new Map<number, ReturnType<typeof redrawnForm>>();
  const redraw = (glyph: number, changes: readonly Change[]) =>
    memo(`redrawn ${face.key}`, `${glyph} ${JSON.stringify(changes)}`, () => redrawnForm(face, glyph, changes));
  const plainForm = (glyph: number): GlyphForm => {
    let form = plain.get(glyph);
    if (!form) plain.set(glyph, (form = formOf(face, glyph)));
    return form;
  };
  if (redrawings.length === 0) return { of: (_, glyph) => plainForm(glyph), lost: () => [] };
  return {
    of: (letter, glyph) => {
      const own = redrawings.findIndex((each) => each.glyph === glyph && each.letter === letter);
      const number = own >= 0 ? own : redrawings.findIndex((each) => each.glyph === glyph && each.letter === null);
      const redrawing = redrawings[number];
      if (!redrawing) return plainForm(glyph);
      let made = redrawn.get(number);
      if (!made) redrawn.set(number, (made = redraw(glyph, redrawing.changes)));
      return made.form;
    },
    lost: () => [...redrawn].flatMap(([number, { isLost }]) => (isLost ? [number] : [])),
  };
}

const formOf = (face: Face, glyph: number): GlyphForm => ({
  key: String(glyph),
  region: face.region(glyph),
  strokes: face.strokes(glyph),
  ink: face.ink(glyph),
  nodes: face.nodes(glyph),
});

function redrawnForm(face: Face, glyph: number, changes: readonly Change[]) {
  const drawing = drawingOfGlyph(face, glyph);
  const { contours, lost } = redrawContours(drawing, changes);
  const areas = face.region(glyph).length;
  const closed = contours.filter(({ contour, from }) => contour.closed && from < areas);
  const strokes = contours.filter(({ contour, from }) => !contour.closed || from >= areas);
  const region = closed.some(({ isNew }) => isNew)
    ? cleaned(
        closed.map(({ contour }) => contour),
        face.unitsPerEm,
      )
    : closed.map(({ contour }) => contour);
  const lines = strokes.map(({ contour }) => withoutArcs(contour));
  const form: GlyphForm = {
    key: `${glyph} ${JSON.stringify(changes)}`,
    region,
    strokes: lines,
    ink: joinBounds([...region, ...lines].map(contourBounds)),
    nodes: [...region, ...lines].reduce((sum, { segments }) => sum + segments.length, 0),
  };
  return { form, isLost: lost.length > 0 };
}

/** What a hand drew may cross itself: what lies in it an odd number of times is the letter. */
function cleaned(contours: readonly Contour[], unitsPerEm: number): Region {
  const factor = CLEANING_EM / unitsPerEm;
  const region = weldEvenOdd(contours.map((contour) => placeContour(withoutArcs(contour), factor, 0, 0)));
  return region.map((contour) => placeContour(contour, 1 / factor, 0, 0));
}

/** Letters may be stretched, and arcs would be none any more. */
const withoutArcs = (contour: Contour): Contour => ({
  ...contour,
  segments: contour.segments.flatMap((segment): Segment[] =>
    segment.kind === 'arc' ? cubicsOfArc(segment, 30) : [segment],
  ),
});
