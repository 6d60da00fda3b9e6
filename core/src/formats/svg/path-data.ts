import type { Contour } from '../../geometry/contour.ts';
import { pointAt, portion, withEnds, type Segment } from '../../geometry/segment.ts';
import type { Point } from '../../geometry/point.ts';
import { decimal } from '../numbers.ts';

/**
 * SVG path data of contours, y turned over: the sheet's top edge is y = 0.
 * @param height of the sheet, @param digits after the point
 */
export function pathData(contours: readonly Contour[], height: number, digits = 4): string {
  const told = {
    at: (p: Point) => `${decimal(p.x, digits)} ${decimal(height - p.y, digits)}`,
    length: (value: number) => decimal(value, digits),
  };
  return contours.map((contour) => subpath(contour, told)).join('');
}

/** How points and lengths are written. */
interface Told {
  readonly at: (p: Point) => string;
  readonly length: (value: number) => string;
}

function subpath({ segments, closed }: Contour, told: Told): string {
  const { at } = told;
  if (segments.length === 0) return '';
  const last = segments.at(-1)!;
  const start = at(segments[0]!.from);
  // Z draws the last side of a closed contour itself, where that is straight.
  const drawn =
    closed && last.kind === 'line' && segments.length > 1 && at(last.to) === start ? segments.slice(0, -1) : segments;
  return `M${start}${drawn
    .flatMap(toldByEnds)
    .map((segment) => command(segment, told))
    .join('')}${closed ? 'Z' : ''}`;
}

/** SVG tells an arc by its ends: half a turn and more would leave the centre in doubt, and goes as two. */
export function toldByEnds(segment: Segment): Segment[] {
  if (segment.kind !== 'arc' || Math.abs(segment.sweep) <= 170) return [segment];
  const middle = pointAt(segment, 0.5);
  return [
    withEnds(portion(segment, 0, 0.5), segment.from, middle),
    withEnds(portion(segment, 0.5, 1), middle, segment.to),
  ];
}

function command(segment: Segment, { at, length }: Told): string {
  switch (segment.kind) {
    case 'line':
      return `L${at(segment.to)}`;
    case 'cubic':
      return `C${at(segment.c1)} ${at(segment.c2)} ${at(segment.to)}`;
    case 'arc': {
      const r = length(segment.radius);
      // Counter-clockwise with y up is flag 0 once y is turned over.
      return `A${r} ${r} 0 0 ${segment.sweep > 0 ? 0 : 1} ${at(segment.to)}`;
    }
  }
}
