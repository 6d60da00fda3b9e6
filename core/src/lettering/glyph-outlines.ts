import * as hb from 'harfbuzzjs';
import { closedContour, placeContour, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, regionArea, reverseContour } from '../geometry/contour-facts.ts';
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
  const contours = pen.draw(font, glyph, scale);
  // TrueType runs its outer contours clockwise, PostScript counter-clockwise. Under the nonzero rule letters weld only
  // with what runs the same way as they do, so here they all run counter-clockwise.
  return regionArea(contours) < 0 ? contours.map(reverseContour) : contours;
}

/**
 * Draws what the shaper dictates. One for all glyphs: each function that the shaper can call stays in its table for
 * good.
 */
class Pen {
  private contours: Contour[] = [];
  private segments: Segment[] = [];
  private start: Point = { x: 0, y: 0 };
  private at: Point = { x: 0, y: 0 };
  private scale = 1;
  private funcs: hb.DrawFuncs | undefined;

  draw(font: hb.Font, glyph: number, scale: number): Contour[] {
    [this.contours, this.segments, this.scale] = [[], [], scale];
    font.drawGlyph(glyph, (this.funcs ??= this.dictated()));
    this.close();
    return this.contours;
  }

  private dictated(): hb.DrawFuncs {
    const funcs = new hb.DrawFuncs();
    const p = (x: number, y: number): Point => ({ x: x / this.scale, y: y / this.scale });
    funcs.setMoveToFunc((x, y) => {
      this.close();
      this.start = this.at = p(x, y);
    });
    funcs.setLineToFunc((x, y) => this.push(line(this.at, p(x, y), '')));
    funcs.setQuadraticToFunc((cx, cy, x, y) => this.push(quadratic(this.at, p(cx, cy), p(x, y), '')));
    funcs.setCubicToFunc((ax, ay, bx, by, x, y) => this.push(cubic(this.at, p(ax, ay), p(bx, by), p(x, y), '')));
    funcs.setClosePathFunc(() => this.close());
    return funcs;
  }

  private push(segment: Segment): void {
    // Fonts carry segments of no length; nothing is lost with them.
    if (distance(segment.from, segment.to) > 1e-9 || segment.kind !== 'line') this.segments.push(segment);
    this.at = segment.to;
  }

  private close(): void {
    if (this.segments.length > 0) {
      this.push(line(this.at, this.start, ''));
      this.contours.push(closedContour(this.segments));
    }
    this.segments = [];
  }
}

const pen = new Pen();

/** Holes and parts of a glyph that are smaller than a square of this side, in ems, are faults of the font. */
const PINHOLE = 0.004;

/**
 * A glyph as a clean region, in font units: overlaps within it welded, pinholes closed, its outer contours
 * counter-clockwise.
 */
export function cleanGlyph(contours: readonly Contour[], unitsPerEm: number): Region {
  if (contours.length === 0) return [];
  const factor = CLEANING_EM / unitsPerEm;
  const { region } = weldSafely(contours.map((contour) => placeContour(contour, factor, 0, 0)));
  const drawn = region.filter((contour) => Math.abs(contourArea(contour)) >= (PINHOLE * CLEANING_EM) ** 2);
  return drawn.map((contour) => placeContour(contour, 1 / factor, 0, 0));
}
