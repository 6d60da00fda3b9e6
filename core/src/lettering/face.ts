import * as hb from 'harfbuzzjs';
import { closedContour, contourBounds, regionArea, reverseContour, type Contour } from '../geometry/contour.ts';
import { distance, type Point } from '../geometry/point.ts';
import { cubic, line, quadratic, type Segment } from '../geometry/segment.ts';
import { joinBounds } from '../geometry/bounds.ts';
import { checkFontBytes, FontRefused } from './gate.ts';

/** A face ready to set words with. Lengths are in font units, `unitsPerEm` to the em. */
export interface Face {
  readonly unitsPerEm: number;
  /** Height of H above the baseline, measured on the letter. */
  readonly capHeight: number;
  /** One line of text as glyphs along the baseline. */
  readonly shape: (text: string) => ShapedGlyph[];
  /** A glyph's contours as the font has them; they may overlap. */
  readonly outline: (glyph: number) => readonly Contour[];
}

export interface ShapedGlyph {
  /** The glyph's number in the font; 0 where the font lacks the character. */
  readonly glyph: number;
  /** Where in the text (UTF-16 units) the character or ligature begins. */
  readonly cluster: number;
  readonly x: number;
  readonly y: number;
  readonly advance: number;
}

/** Finer than the font's own units, so that the shaper's whole numbers do not make letters drift. */
const UNITS_SCALE = 64;

/**
 * Opens a font.
 * @param bytes a whole sfnt file (TTF or OTF)
 * @throws FontRefused where the file is damaged or has no outlines
 */
export function openFace(bytes: Uint8Array): Face {
  checkFontBytes(bytes);
  const face = new hb.Face(new hb.Blob(bytes));
  const font = new hb.Font(face);
  const unitsPerEm = face.upem;
  if (!(unitsPerEm >= 16)) throw new FontRefused('The font does not say how large its letters are.');
  font.setScale(unitsPerEm * UNITS_SCALE, unitsPerEm * UNITS_SCALE);

  const outlines = new Map<number, readonly Contour[]>();
  const outline = (glyph: number): readonly Contour[] => {
    let contours = outlines.get(glyph);
    if (!contours) {
      contours = drawGlyph(font, glyph);
      outlines.set(glyph, contours);
    }
    return contours;
  };
  const shape = (text: string): ShapedGlyph[] => {
    const buffer = new hb.Buffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    hb.shape(font, buffer);
    const positions = buffer.getGlyphPositions();
    let [x, y] = [0, 0];
    return buffer.getGlyphInfos().map((info, i) => {
      const position = positions[i]!;
      const shaped = { glyph: info.codepoint, cluster: info.cluster, x: (x + position.xOffset) / UNITS_SCALE, y: (y + position.yOffset) / UNITS_SCALE, advance: position.xAdvance / UNITS_SCALE };
      x += position.xAdvance;
      y += position.yAdvance;
      return shaped;
    });
  };
  return { unitsPerEm, capHeight: measureCapHeight(shape, outline, unitsPerEm), shape, outline };
}

function measureCapHeight(shape: Face['shape'], outline: Face['outline'], unitsPerEm: number): number {
  for (const letter of ['H', 'I', 'E', '1']) {
    const glyph = shape(letter)[0]?.glyph ?? 0;
    const top = glyph === 0 ? 0 : joinBounds(outline(glyph).map(contourBounds)).maxY;
    if (top > 0) return top;
  }
  // A face without capitals: the usual share of the em.
  return unitsPerEm * 0.7;
}

/** Contours in font units. The source is set when the glyph becomes a letter of a job. */
function drawGlyph(font: hb.Font, glyph: number): Contour[] {
  const contours: Contour[] = [];
  let segments: Segment[] = [];
  let [start, at]: [Point, Point] = [{ x: 0, y: 0 }, { x: 0, y: 0 }];
  const p = (x: number, y: number): Point => ({ x: x / UNITS_SCALE, y: y / UNITS_SCALE });
  const push = (segment: Segment) => {
    // Fonts carry segments of no length; nothing is lost with them.
    if (distance(segment.from, segment.to) > 1e-9 || segment.kind !== 'line') segments.push(segment);
    at = segment.to;
  };
  const close = () => {
    if (segments.length > 0) {
      push(line(at, start, ''));
      contours.push(closedContour(segments));
    }
    segments = [];
  };
  const draw = new hb.DrawFuncs();
  draw.setMoveToFunc((x, y) => {
    close();
    start = at = p(x, y);
  });
  draw.setLineToFunc((x, y) => push(line(at, p(x, y), '')));
  draw.setQuadraticToFunc((cx, cy, x, y) => push(quadratic(at, p(cx, cy), p(x, y), '')));
  draw.setCubicToFunc((ax, ay, bx, by, x, y) => push(cubic(at, p(ax, ay), p(bx, by), p(x, y), '')));
  draw.setClosePathFunc(close);
  font.drawGlyph(glyph, draw);
  close();
  // TrueType runs its outer contours clockwise, PostScript counter-clockwise. Under the nonzero rule letters weld only with
  // what runs the same way as they do, so here they all run counter-clockwise.
  return regionArea(contours) < 0 ? contours.map(reverseContour) : contours;
}
