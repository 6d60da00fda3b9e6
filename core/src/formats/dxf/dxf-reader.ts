import { joinBounds } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import type { Point } from '../../geometry/point.ts';
import { arc, line, slopingLine } from '../../geometry/segment.ts';
import { circle } from '../../geometry/shapes.ts';
import { lightVertices, polyline } from '../../artwork/dxf/runs.ts';
import { splineSegments } from '../../artwork/dxf/splines.ts';
import type { Tag } from '../../artwork/dxf/tags.ts';
import { UnreadableFile, type ReadDrawing } from '../sheet-drawing.ts';

const MM_PER_UNIT: Record<number, number> = { 0: 1, 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 };

/**
 * Reads polylines, splines, lines, arcs and circles out of a text DXF, by layer. Other entities are counted as unread.
 * @param unsaid mm to a unit, where the file says nothing of it
 * @throws UnreadableFile where it is binary, cut short or no DXF
 */
export function readDxf(text: string, unsaid = 1): ReadDrawing {
  if (text.startsWith('AutoCAD Binary DXF'))
    throw new UnreadableFile('This is a binary DXF. Save it as text (ASCII) DXF.');
  const tags = tagsOf(text);
  if (tags.at(-1)?.value !== 'EOF') throw new UnreadableFile('The DXF is cut short: its end is missing.');
  const said = headerNumber(tags, '$INSUNITS');
  const scale = said === undefined ? unsaid : (MM_PER_UNIT[said] ?? 1);
  const layers = new Map<string, Contour[]>();
  const unread: Record<string, number> = {};
  for (const entity of entitiesOf(tags)) {
    const kind = entity[0]!.value;
    const contour = contourOf(kind, entity, scale);
    if (!contour) {
      unread[kind] = (unread[kind] ?? 0) + 1;
      continue;
    }
    const layer = entity.find(({ code }) => code === 8)?.value ?? '0';
    layers.set(layer, [...(layers.get(layer) ?? []), contour]);
  }
  const extent = joinBounds([...layers.values()].flat().map(contourBounds));
  return {
    width: Math.max(0, extent.maxX),
    height: Math.max(0, extent.maxY),
    layers: [...layers].map(([name, contours]) => ({ name, contours })),
    unread,
  };
}

function tagsOf(text: string): Tag[] {
  const lines = text.split(/\r\n|\n|\r/);
  const tags: Tag[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number(lines[i]!.trim());
    if (!Number.isInteger(code)) throw new UnreadableFile(`This is not a DXF: line ${i + 1} should be a group code.`);
    tags.push({ code, value: lines[i + 1]!.trim() });
  }
  return tags;
}

function headerNumber(tags: readonly Tag[], name: string): number | undefined {
  const at = tags.findIndex(({ code, value }) => code === 9 && value === name);
  return at < 0 ? undefined : Number(tags[at + 1]?.value);
}

function entitiesOf(tags: readonly Tag[]): Tag[][] {
  const begin = tags.findIndex(
    ({ code, value }, i) => code === 2 && value === 'ENTITIES' && tags[i - 1]?.value === 'SECTION',
  );
  if (begin < 0) throw new UnreadableFile('The DXF has no entities.');
  const entities: Tag[][] = [];
  for (const tag of tags.slice(begin + 1)) {
    if (tag.code === 0 && tag.value === 'ENDSEC') return entities;
    // Vertices, and the end of them, belong to the polyline before them.
    const isPart = tag.value === 'VERTEX' || tag.value === 'SEQEND';
    if (tag.code === 0 && !(isPart && entities.at(-1)?.[0]?.value === 'POLYLINE')) entities.push([tag]);
    else entities.at(-1)?.push(tag);
  }
  throw new UnreadableFile('The DXF is cut short: its entities do not end.');
}

/** A polyline in space, with its depths below the face. */
function inSpace(tags: readonly Tag[], closed: boolean, scale: number): Contour | null {
  const numbers = (code: number): number[] =>
    tags.filter((tag) => tag.code === code).map(({ value }) => Number(value) * scale);
  const [xs, ys, zs] = [numbers(10), numbers(20), numbers(30)];
  const nodes = xs.map((x, i) => ({ at: { x, y: ys[i] ?? 0 }, depth: 0 - (zs[i] ?? 0) }));
  if (closed && nodes.length > 0) nodes.push(nodes[0]!);
  const segments = nodes.slice(1).map((to, i) => slopingLine(nodes[i]!.at, to.at, [nodes[i]!.depth, to.depth], ''));
  return segments.length > 0 ? { segments, closed } : null;
}

function contourOf(kind: string, entity: readonly Tag[], scale: number): Contour | null {
  const number = (code: number, otherwise = 0) => Number(entity.find((tag) => tag.code === code)?.value ?? otherwise);
  const at = (code: number): Point => ({ x: number(code) * scale, y: number(code + 10) * scale });
  switch (kind) {
    case 'LWPOLYLINE': {
      const vertices = lightVertices(entity).map(({ x, y, bulge }) => ({ x: x * scale, y: y * scale, bulge }));
      return polyline(vertices, (number(70) & 1) === 1)[0] ?? null;
    }
    case 'POLYLINE': {
      const first = entity.findIndex(({ value, code }) => code === 0 && value === 'VERTEX');
      if (first < 0) return null;
      if ((number(70) & 8) === 8) return inSpace(entity.slice(first), (number(70) & 1) === 1, scale);
      const vertices = lightVertices(entity.slice(first)).map(({ x, y, bulge }) => ({
        x: x * scale,
        y: y * scale,
        bulge,
      }));
      return polyline(vertices, (number(70) & 1) === 1)[0] ?? null;
    }
    case 'SPLINE': {
      const numbers = (code: number) => entity.filter((tag) => tag.code === code).map(({ value }) => Number(value));
      const ys = numbers(20);
      const points = numbers(10).map((x, i) => ({ x: x * scale, y: ys[i]! * scale }));
      const segments = splineSegments({ degree: number(71), knots: numbers(40), points, weights: numbers(41) });
      return segments.length > 0 ? { segments, closed: (number(70) & 1) === 1 } : null;
    }
    case 'LINE':
      return { segments: [line(at(10), at(11), '')], closed: false };
    case 'CIRCLE':
      return circle(at(10), number(40) * scale, '');
    case 'ARC': {
      const start = number(50);
      const sweep = (((number(51) - start) % 360) + 360) % 360 || 360;
      return { segments: [arc(at(10), number(40) * scale, start, sweep, '')], closed: false };
    }
    default:
      return null;
  }
}
