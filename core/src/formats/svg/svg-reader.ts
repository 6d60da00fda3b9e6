import { SaxesParser, type SaxesTagPlain } from 'saxes';
import svgpath from 'svgpath';
import type { Contour } from '../../geometry/contour.ts';
import { withDepths } from '../../geometry/depths.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { cubic, line, quadratic, type Segment } from '../../geometry/segment.ts';
import { arcThrough } from '../../geometry/arc-from-ends.ts';
import { UnreadableFile, type ReadDrawing } from '../sheet-drawing.ts';

const MOST_BYTES = 64 * 1024 * 1024;
const MOST_DEPTH = 200;
const MM_PER_UNIT: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
  '': 25.4 / 96,
};

/**
 * Reads paths in groups out of an SVG at its stated size: what our own writer makes. Other shapes are counted as
 * unread.
 * @throws UnreadableFile where it is not well-formed, has no size, or is nested or large beyond reason
 */
export function readSvg(text: string): ReadDrawing {
  if (text.length > MOST_BYTES) throw new UnreadableFile('The SVG is larger than 64 MB.');
  const parser = new SaxesParser();
  const layers = new Map<string, Contour[]>();
  const unread: Record<string, number> = {};
  const stack: { layer: string; transform: string }[] = [];
  let size: { width: number; height: number; scale: number; minX: number; minY: number } | undefined;

  parser.on('error', (error) => {
    throw new UnreadableFile(`The SVG is not well-formed: ${error.message}`);
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    if (stack.length > MOST_DEPTH) throw new UnreadableFile(`The SVG is nested more than ${MOST_DEPTH} deep.`);
    const attributes = tag.attributes as Record<string, string>;
    const above = stack.at(-1) ?? { layer: '', transform: '' };
    const transform = `${above.transform} ${attributes.transform ?? ''}`.trim();
    stack.push({ layer: tag.name === 'g' && attributes.id ? attributes.id : above.layer, transform });
    if (tag.name === 'svg' && !size) size = sizeOf(attributes);
    else if (tag.name === 'path') {
      if (!size) throw new UnreadableFile('The SVG draws before it says its size.');
      const layer = stack.at(-1)!.layer;
      const found = contoursOf(attributes.d ?? '', transform, size);
      layers.set(layer, [...(layers.get(layer) ?? []), ...deepened(found, attributes['data-depths'], size.scale)]);
    } else if (!['g', 'title', 'desc', 'defs', 'metadata', 'style'].includes(tag.name))
      unread[tag.name] = (unread[tag.name] ?? 0) + 1;
  });
  parser.on('closetag', () => void stack.pop());
  parser.write(text).close();
  if (!size) throw new UnreadableFile('This is not an SVG: it has no svg element.');
  return {
    width: size.width,
    height: size.height,
    layers: [...layers].map(([name, contours]) => ({ name, contours })),
    unread,
  };
}

/** A path with the depths that our own writer puts beside it. */
function deepened(contours: Contour[], told: string | undefined, scale: number): Contour[] {
  const [only, another] = contours;
  if (told === undefined || !only || another) return contours;
  const depths = told.trim().split(/\s+/).map(Number);
  const isWhole = depths.length === only.segments.length + 1 && depths.every(Number.isFinite);
  if (!isWhole) throw new UnreadableFile('A path of the SVG has depths that do not fit its nodes.');
  return [
    withDepths(
      only,
      depths.map((depth) => depth * scale),
    ),
  ];
}

function sizeOf({ width, height, viewBox }: Record<string, string>) {
  const box = (viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [w, h] = [lengthInMm(width), lengthInMm(height)];
  const [minX = 0, minY = 0, boxWidth = w ?? NaN] = viewBox ? box : [];
  if (w === null || h === null || !(boxWidth > 0)) throw new UnreadableFile('The SVG does not say how large it is.');
  return { width: w, height: h, scale: w / boxWidth, minX, minY };
}

function lengthInMm(text: string | undefined): number | null {
  const match = /^([\d.]+(?:e[+-]?\d+)?)\s*(mm|cm|in|pt|pc|px)?$/i.exec((text ?? '').trim());
  return match ? Number(match[1]) * MM_PER_UNIT[(match[2] ?? '').toLowerCase()]! : null;
}

function contoursOf(
  d: string,
  transform: string,
  size: { height: number; scale: number; minX: number; minY: number },
): Contour[] {
  const path = svgpath(d);
  const fault = (path as unknown as { err: string }).err;
  if (fault) throw new UnreadableFile(`A path of the SVG cannot be read: ${fault}`);
  path.transform(transform).translate(-size.minX, -size.minY).scale(size.scale).abs().unshort();
  const contours: Contour[] = [];
  let segments: Segment[] = [];
  const toPlane = (x: number, y: number): Point => ({ x, y: size.height - y });
  let start: Point = toPlane(0, 0);
  const finish = (closed: boolean) => {
    if (segments.length > 0) contours.push({ segments, closed });
    segments = [];
  };
  path.iterate((command, _index, x, y) => {
    const at = toPlane(x, y);
    const [name, ...n] = command as [string, ...number[]];
    const to = toPlane(n.at(-2) ?? 0, n.at(-1) ?? 0);
    switch (name) {
      case 'M':
        finish(false);
        start = to;
        break;
      case 'L':
        segments.push(line(at, to, ''));
        break;
      case 'H':
        segments.push(line(at, toPlane(n[0]!, y), ''));
        break;
      case 'V':
        segments.push(line(at, toPlane(x, n[0]!), ''));
        break;
      case 'C':
        segments.push(cubic(at, toPlane(n[0]!, n[1]!), toPlane(n[2]!, n[3]!), to, ''));
        break;
      case 'Q':
        segments.push(quadratic(at, toPlane(n[0]!, n[1]!), to, ''));
        break;
      case 'A':
        if (Math.abs(n[0]! - n[1]!) > 1e-6 * n[0]!)
          throw new UnreadableFile('Elliptical arcs in an SVG are not read yet.');
        segments.push(arcThrough(at, to, n[0]!, n[3] === 1, n[4] === 0));
        break;
      case 'Z':
        if (distance(at, start) > 1e-9) segments.push(line(at, start, ''));
        finish(true);
        break;
    }
  });
  finish(false);
  return contours;
}
