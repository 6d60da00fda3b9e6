import { boundsOfPoints, isEmptyBounds, type Bounds } from './bounds.ts';
import type { Contour, Region } from './contour.ts';
import { transformPoint, turnBy } from './matrix.ts';
import type { Point } from './point.ts';
import type { Segment } from './segment.ts';

/** The region turned counter-clockwise about the origin, degrees: arcs stay arcs. */
export const turnRegion = (region: Region, degrees: number): Contour[] =>
  region.map((contour) => turnContour(contour, degrees));

function turnContour({ segments, closed }: Contour, degrees: number): Contour {
  const turn = turnPointBy(degrees);
  const turned = (segment: Segment): Segment => {
    const ends = { from: turn(segment.from), to: turn(segment.to) };
    if (segment.kind === 'line') return { ...segment, ...ends };
    if (segment.kind === 'cubic') return { ...segment, ...ends, c1: turn(segment.c1), c2: turn(segment.c2) };
    return { ...segment, ...ends, centre: turn(segment.centre), startAngle: segment.startAngle + degrees };
  };
  return { segments: segments.map(turned), closed };
}

/** Quarter turns are exact. */
export function turnPointBy(degrees: number): (point: Point) => Point {
  switch (((degrees % 360) + 360) % 360) {
    case 0:
      return (point) => point;
    case 90:
      return ({ x, y }) => ({ x: -y, y: x });
    case 180:
      return ({ x, y }) => ({ x: -x, y: -y });
    case 270:
      return ({ x, y }) => ({ x: y, y: -x });
    default: {
      const matrix = turnBy(degrees);
      return (point) => transformPoint(matrix, point);
    }
  }
}

/** The box round a turned box. */
export function turnBounds(box: Bounds, degrees: number): Bounds {
  if (isEmptyBounds(box) || degrees === 0) return box;
  const { minX, minY, maxX, maxY } = box;
  const corners = [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ];
  return boundsOfPoints(corners.map(turnPointBy(degrees)));
}
