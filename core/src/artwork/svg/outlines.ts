import { joinBounds, type Bounds } from '../../geometry/bounds.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import type { Contour } from '../../geometry/contour.ts';
import type { Point } from '../../geometry/point.ts';
import { line, type Segment } from '../../geometry/segment.ts';
import { arcSegments } from './elliptical-arc.ts';
import type { SvgElement } from './element.ts';
import { userUnits } from './lengths.ts';
import { readPath } from './path.ts';

/** The size that percentages are of, user units. */
export interface Viewport {
  readonly width: number;
  readonly height: number;
}

/** Outlines of an element, y down in user units; `fault` where what it says of them breaks off. */
export interface Outlined {
  readonly contours: readonly Contour[];
  readonly fault: boolean;
}

/** Outlines of an element that draws; null for any other. */
export function outlinesOf({ name, attributes: a }: SvgElement, view: Viewport): Outlined | null {
  const across = (key: string) => userUnits(a[key], view.width);
  const down = (key: string) => userUnits(a[key], view.height);
  const diagonal = Math.hypot(view.width, view.height) / Math.SQRT2;
  switch (name) {
    case 'path': {
      const { contours, fault } = readPath(a.d ?? '');
      return { contours, fault };
    }
    case 'rect':
      return whole(rectangle(across('x'), down('y'), across('width'), down('height'), radiiOf(a, view)));
    case 'circle': {
      const r = userUnits(a.r, diagonal);
      return whole(ellipse(across('cx'), down('cy'), r, r));
    }
    case 'ellipse':
      return whole(ellipse(across('cx'), down('cy'), across('rx'), down('ry')));
    case 'line':
      return whole(
        straight(
          [
            { x: across('x1'), y: down('y1') },
            { x: across('x2'), y: down('y2') },
          ],
          false,
        ),
      );
    case 'polyline':
    case 'polygon': {
      const numbers = (a.points ?? '').match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi)?.map(Number) ?? [];
      const points = Array.from({ length: Math.floor(numbers.length / 2) }, (_, i): Point => ({
        x: numbers[2 * i]!,
        y: numbers[2 * i + 1]!,
      }));
      return { contours: straight(points, name === 'polygon'), fault: numbers.length % 2 === 1 };
    }
    default:
      return null;
  }
}

/** The box of an element in its own units; null of a group, or where it draws nothing. */
export function boxOf(element: SvgElement, view: Viewport): Bounds | null {
  const contours = outlinesOf(element, view)?.contours ?? [];
  return contours.length > 0 ? joinBounds(contours.map(contourBounds)) : null;
}

const whole = (contours: readonly Contour[]): Outlined => ({ contours, fault: false });

function straight(points: readonly Point[], closed: boolean): Contour[] {
  const ends = closed ? [...points.slice(1), points[0]!] : points.slice(1);
  const segments = ends.map((to, i) => line(points[i]!, to, ''));
  return points.length < 2 ? [] : [{ segments, closed }];
}

function ellipse(cx: number, cy: number, rx: number, ry: number): Contour[] {
  if (!(rx > 0) || !(ry > 0)) return [];
  const [right, left] = [
    { x: cx + rx, y: cy },
    { x: cx - rx, y: cy },
  ];
  const half = (from: Point, to: Point) => arcSegments(from, to, rx, ry, 0, false, true);
  return [{ segments: [...half(right, left), ...half(left, right)], closed: true }];
}

function radiiOf({ rx, ry }: SvgElement['attributes'], view: Viewport): readonly [number, number] {
  const [a, b] = [userUnits(rx, view.width, -1), userUnits(ry, view.height, -1)];
  return [Math.max(0, a < 0 ? b : a), Math.max(0, b < 0 ? a : b)];
}

function rectangle(x: number, y: number, width: number, height: number, radii: readonly [number, number]): Contour[] {
  if (!(width > 0) || !(height > 0)) return [];
  const [rx, ry] = [Math.min(radii[0], width / 2), Math.min(radii[1], height / 2)];
  const [right, bottom] = [x + width, y + height];
  if (rx === 0 || ry === 0)
    return straight(
      [
        { x, y },
        { x: right, y },
        { x: right, y: bottom },
        { x, y: bottom },
      ],
      true,
    );
  const corners: readonly (readonly [Point, Point])[] = [
    [
      { x: right - rx, y },
      { x: right, y: y + ry },
    ],
    [
      { x: right, y: bottom - ry },
      { x: right - rx, y: bottom },
    ],
    [
      { x: x + rx, y: bottom },
      { x, y: bottom - ry },
    ],
    [
      { x, y: y + ry },
      { x: x + rx, y },
    ],
  ];
  const segments = corners.flatMap(([from, to], i): Segment[] => {
    const next = corners[(i + 1) % 4]![0];
    const side = Math.hypot(next.x - to.x, next.y - to.y) > 1e-12 ? [line(to, next, '')] : [];
    return [...arcSegments(from, to, rx, ry, 0, false, true), ...side];
  });
  return [{ segments, closed: true }];
}
