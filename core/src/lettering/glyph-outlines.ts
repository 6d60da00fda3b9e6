import * as hb from 'harfbuzzjs';
import { closedContour, placeContour, type Contour, type Region } from '../geometry/contour.ts';
import { regionArea, reverseContour } from '../geometry/contour-facts.ts';
import { weldSafely } from '../geometry/kernel/guard.ts';
import { distance, type Point } from '../geometry/point.ts';
import { cubic, line, quadratic, type Segment } from '../geometry/segment.ts';

/** Glyphs are cleaned at this size, mm to the em: the kernel's grid and limits are in millimetres. */
const CLEANING_EM = 100;

/**
 * A glyph's contours as the font has them, in font units; they may overlap.
 * @param scale units of the font object to the font's own
 */
export function drawGlyph(font: hb.Font, glyph: number, scale: number): Contour[] {
  const contours: Contour[] = [];
  let segments: Segment[] = [];
  let [start, at]: [Point, Point] = [{ x: 0, y: 0 }, { x: 0, y: 0 }];
  const p = (x: number, y: number): Point => ({ x: x / scale, y: y / scale });
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

/** A glyph as a clean region, in font units: overlaps within it welded, its outer contours counter-clockwise. */
export function cleanGlyph(contours: readonly Contour[], unitsPerEm: number): Region {
  if (contours.length === 0) return [];
  const factor = CLEANING_EM / unitsPerEm;
  const { region } = weldSafely(contours.map((contour) => placeContour(contour, factor, 0, 0)));
  return region.map((contour) => placeContour(contour, 1 / factor, 0, 0));
}
