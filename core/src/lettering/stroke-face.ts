import { SaxesParser } from 'saxes';
import svgpath from 'svgpath';
import { boundsOfPoints, joinBounds, NO_BOUNDS } from '../geometry/bounds.ts';
import { flatten, type Contour } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';
import { cubic } from '../geometry/segment.ts';
import { topOf, type Face } from './face.ts';
import { FontRefused } from './gate.ts';
import type { ShapedGlyph } from './shaping.ts';
import { smoothStroke } from './smooth-strokes.ts';
import { withoutRetraces } from './without-retraces.ts';

/** A stroke within this of one drawn before, in ems, goes over it again, where it does so for longer than the other. */
const SAME_LINE = 0.004;
const SHORTEST_RETRACE = 0.02;

interface StrokeGlyph {
  readonly advance: number;
  readonly strokes: readonly Contour[];
}

/**
 * Opens a stroke font: single lines rather than outlines, from the glyphs of an SVG font. Short facets become smooth
 * lines.
 * @throws FontRefused where there are no glyphs in it
 */
export function openStrokeFace(svg: string, key: string): Face {
  const { unitsPerEm, advance, drawings } = readSvgFont(svg);
  const glyphs: StrokeGlyph[] = [{ advance, strokes: [] }];
  const numbers = new Map<string, number>();
  for (const { text, width, path } of drawings)
    numbers.set(
      text,
      glyphs.push({
        advance: width ?? advance,
        strokes: withoutRetraces(strokesOf(path), SAME_LINE * unitsPerEm, SHORTEST_RETRACE * unitsPerEm),
      }) - 1,
    );
  const shape = (text: string): ShapedGlyph[] => {
    let x = 0;
    let cluster = 0;
    return Array.from(text, (character) => {
      const glyph = numbers.get(character) ?? 0;
      const shaped = { glyph, cluster, x, y: 0, advance: glyphs[glyph]!.advance };
      x += shaped.advance;
      cluster += character.length;
      return shaped;
    });
  };
  const ink = (glyph: number) => {
    const strokes = glyphs[glyph]?.strokes ?? [];
    return strokes.length === 0
      ? NO_BOUNDS
      : joinBounds(strokes.map((stroke) => boundsOfPoints(flatten(stroke, unitsPerEm / 5000))));
  };
  const capHeight = topOf('HIE1', shape, ink) || unitsPerEm * 0.7;
  const face: Face = {
    key,
    kind: 'stroke',
    unitsPerEm,
    capHeight,
    xHeight: topOf('xzv', shape, ink) || capHeight * 0.7,
    axes: [],
    features: [],
    shape,
    ink,
    region: () => [],
    strokes: (glyph) => glyphs[glyph]?.strokes ?? [],
    nodes: (glyph) => (glyphs[glyph]?.strokes ?? []).reduce((sum, { segments }) => sum + segments.length, 0),
    at: () => face,
  };
  return face;
}

interface SvgFont {
  readonly unitsPerEm: number;
  readonly advance: number;
  readonly drawings: readonly { text: string; width: number | undefined; path: string }[];
}

function readSvgFont(svg: string): SvgFont {
  const drawings: { text: string; width: number | undefined; path: string }[] = [];
  let [unitsPerEm, advance] = [1000, 500];
  const parser = new SaxesParser();
  const number = (text: unknown): number | undefined =>
    typeof text === 'string' && Number.isFinite(Number(text)) ? Number(text) : undefined;
  parser.on('opentag', ({ name, attributes }) => {
    if (name === 'font') advance = number(attributes['horiz-adv-x']) ?? advance;
    if (name === 'font-face') unitsPerEm = number(attributes['units-per-em']) ?? unitsPerEm;
    if (name === 'glyph' && typeof attributes['unicode'] === 'string')
      drawings.push({
        text: attributes['unicode'],
        width: number(attributes['horiz-adv-x']),
        path: typeof attributes['d'] === 'string' ? attributes['d'] : '',
      });
  });
  parser.on('error', (error) => {
    throw new FontRefused(`The stroke font cannot be read: ${error.message}`);
  });
  parser.write(svg).close();
  if (drawings.length === 0) throw new FontRefused('The stroke font has no letters in it.');
  return { unitsPerEm, advance, drawings };
}

/** Strokes of a glyph. Runs of straight facets are smoothed; what is drawn as curves stays as it is. */
function strokesOf(path: string): Contour[] {
  const strokes: Contour[] = [];
  let points: Point[] = [];
  let at: Point = { x: 0, y: 0 };
  const finish = () => {
    if (points.length > 1) strokes.push(smoothStroke(points));
    points = [];
  };
  svgpath(path)
    .abs()
    .unshort()
    .iterate((segment) => {
      const [command, ...n] = segment as [string, ...number[]];
      if (command === 'M') {
        finish();
        at = { x: n[0]!, y: n[1]! };
        points = [at];
      } else if (command === 'L') {
        at = { x: n[0]!, y: n[1]! };
        points.push(at);
      } else if (command === 'C') {
        finish();
        const to = { x: n[4]!, y: n[5]! };
        const drawn = cubic(at, { x: n[0]!, y: n[1]! }, { x: n[2]!, y: n[3]! }, to, '');
        const last = strokes.at(-1);
        const end = last?.segments.at(-1)?.to;
        if (last && end && end.x === at.x && end.y === at.y)
          strokes[strokes.length - 1] = { segments: [...last.segments, drawn], closed: false };
        else strokes.push({ segments: [drawn], closed: false });
        at = to;
        points = [at];
      }
    });
  finish();
  return strokes;
}
