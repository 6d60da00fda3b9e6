import type { Contour } from '../../geometry/contour.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { arc, line, type Segment } from '../../geometry/segment.ts';
import { circle } from '../../geometry/shapes.ts';
import { numberOf, type Entity } from './drawing.ts';
import { hatchOutlines } from './hatch.ts';
import { ellipse, lightVertices, polyline, type Vertex } from './runs.ts';
import { splineSegments, splineThrough } from './splines.ts';
import type { Tag } from './tags.ts';

/** What an entity draws, in its own plane, in the file's units, y up. */
export interface Outlined {
  readonly kind: 'area' | 'line';
  readonly contours: readonly Contour[];
  /** Whether it lies in the plane that its extrusion tells, or in that of the drawing. */
  readonly inOwnPlane: boolean;
  /** What about it is not as the file has it. */
  readonly but?: 'wide line' | 'approximate' | 'three-dimensional';
  /** Of a line, where it has one. */
  readonly width?: number;
}

/** One width all along, or a note that it varies. */
function widthOf(usual: number, widths: readonly number[]): Pick<Outlined, 'width' | 'but'> {
  const [width = 0, ...others] = widths.length > 0 ? widths : [usual];
  if (others.some((other) => other !== width)) return { but: 'wide line' };
  return width > 0 ? { width } : {};
}

const open = (segments: readonly Segment[]): Contour[] => (segments.length > 0 ? [{ segments, closed: false }] : []);

const pointOf = (tags: readonly Tag[], code: number): Point => ({
  x: numberOf(tags, code),
  y: numberOf(tags, code + 10),
});

/** Outlines of an entity that draws lines or an area; null for any other. */
export function outlinesOf({ type, tags, parts }: Entity): Outlined | null {
  const number = (code: number, otherwise = 0) => numberOf(tags, code, otherwise);
  const flags = number(70);
  switch (type) {
    case 'LINE': {
      const contours = open([line(pointOf(tags, 10), pointOf(tags, 11), '')]);
      const rises = Math.abs(number(30) - number(31)) > 1e-9;
      return { kind: 'line', contours, inOwnPlane: false, ...(rises && { but: 'three-dimensional' }) };
    }
    case 'ARC':
    case 'CIRCLE': {
      const [start, end] = type === 'ARC' ? [number(50), number(51)] : [0, 360];
      const sweep = (((end - start) % 360) + 360) % 360 || 360;
      const radius = number(40);
      if (!(radius > 0)) return { kind: 'line', contours: [], inOwnPlane: true };
      const centre = pointOf(tags, 10);
      const turn: Contour = { segments: [arc(centre, radius, start, sweep, '')], closed: false };
      return { kind: 'line', contours: [sweep < 360 ? turn : circle(centre, radius, '')], inOwnPlane: true };
    }
    case 'ELLIPSE': {
      const [start, end] = [number(41), number(42, 2 * Math.PI)];
      const side = number(230, 1) < 0 ? -1 : 1;
      const contours = ellipse(pointOf(tags, 10), pointOf(tags, 11), side * number(40, 1), start, end);
      return { kind: 'line', contours, inOwnPlane: false };
    }
    case 'LWPOLYLINE': {
      const widths = tags.flatMap(({ code, value }) => (code === 40 || code === 41 ? [Number(value)] : []));
      const contours = polyline(lightVertices(tags), (flags & 1) === 1);
      return { kind: 'line', contours, inOwnPlane: true, ...widthOf(number(43), widths) };
    }
    case 'POLYLINE': {
      // Meshes and faces are bodies.
      if (flags & 0x50) return null;
      // Of a fitted one, the frame that it was fitted to is not drawn.
      const drawn = parts.filter((part) => (numberOf(part.tags, 70) & 16) === 0);
      const vertices = drawn.map((part): Vertex => ({ ...pointOf(part.tags, 10), bulge: numberOf(part.tags, 42) }));
      const usual = number(40);
      const widths = drawn.flatMap((part) => [numberOf(part.tags, 40, usual), numberOf(part.tags, 41, usual)]);
      const inOwnPlane = (flags & 8) === 0;
      const contours = polyline(vertices, (flags & 1) === 1);
      return { kind: 'line', contours, inOwnPlane, ...widthOf(usual, widths) };
    }
    case 'SPLINE':
      return spline(tags, (flags & 1) === 1);
    case 'HATCH': {
      const contours = hatchOutlines(tags);
      return { kind: 'area', contours, inOwnPlane: true };
    }
    case 'SOLID':
    case 'TRACE': {
      // Its third and fourth corner stand crosswise; a triangle has its third twice.
      const corners = [10, 11, 13, 12].map((code) =>
        tags.some((tag) => tag.code === code) ? pointOf(tags, code) : pointOf(tags, 12),
      );
      return { kind: 'area', contours: polyline(corners, true), inOwnPlane: true };
    }
    default:
      return null;
  }
}

const pairs = (tags: readonly Tag[], code: number): Point[] => {
  const points: { x: number; y: number }[] = [];
  for (const tag of tags) {
    const last = points.at(-1);
    if (tag.code === code) points.push({ x: Number(tag.value), y: 0 });
    else if (tag.code === code + 10 && last) last.y = Number(tag.value);
  }
  return points;
};
const numbers = (tags: readonly Tag[], code: number): number[] =>
  tags.filter((tag) => tag.code === code).map(({ value }) => Number(value));

/** A spline by its knots and points; where it has none, through the points that it was fitted to. */
function spline(tags: readonly Tag[], closed: boolean): Outlined {
  const points = pairs(tags, 10);
  const given = { degree: numberOf(tags, 71, 3), knots: numbers(tags, 40), points, weights: numbers(tags, 41) };
  const exact = splineSegments(given);
  const fitted = pairs(tags, 11);
  const segments = exact.length > 0 ? exact : splineThrough(closed ? [...fitted, ...fitted.slice(0, 1)] : fitted);
  const first = segments[0];
  const home = first !== undefined && distance(first.from, segments.at(-1)!.to) < 1e-9;
  const contours = segments.length > 0 ? [{ segments, closed: closed && home }] : [];
  return { kind: 'line', contours, inOwnPlane: false, ...(exact.length === 0 && { but: 'approximate' }) };
}
