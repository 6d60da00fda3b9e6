import { formOf, type Contour } from '../geometry/contour.ts';
import { distance } from '../geometry/point.ts';
import type { Segment } from '../geometry/segment.ts';
import { toldByEnds } from '../formats/svg/path-data.ts';

/** The screen is drawn in whole micrometres: well under a pixel at any zoom that is offered. */
const PER_MM = 1000;

/**
 * SVG path data for the screen, y turned over: the sheet's top edge is y = 0. Contours are written with steps from
 * point to point, so that a letter's writing is the same wherever it stands, and is done once. Every point is off by no
 * more than a micrometre: steps lead from rounded point to rounded point, so that nothing adds up.
 * @param height of the sheet, mm
 */
export function screenPath(contours: readonly Contour[], height: number): string {
  let path = '';
  for (const contour of contours) {
    const { form, dx, dy } = formOf(contour);
    path += placed(form, dx, height - dy);
  }
  return path;
}

function placed(contour: Contour, dx: number, top: number): string {
  const first = contour.segments[0];
  if (!first) return '';
  return (
    `M${Math.round((first.from.x + dx) * PER_MM) / PER_MM} ` +
    `${Math.round((top - first.from.y) * PER_MM) / PER_MM}${stepsOf(contour)}`
  );
}

const written = new WeakMap<Contour, string>();

function stepsOf(contour: Contour): string {
  let steps = written.get(contour);
  if (steps === undefined) written.set(contour, (steps = write(contour)));
  return steps;
}

function write({ segments, closed }: Contour): string {
  const start = segments[0]!.from;
  // The pen's place, in whole micrometres.
  let x = Math.round(start.x * PER_MM);
  let y = Math.round(-start.y * PER_MM);
  const step = (px: number, py: number): string =>
    `${(Math.round(px * PER_MM) - x) / PER_MM} ${(Math.round(-py * PER_MM) - y) / PER_MM}`;
  const draw = (segment: Segment): string => {
    const to = step(segment.to.x, segment.to.y);
    let command: string;
    if (segment.kind === 'line') command = `l${to}`;
    else if (segment.kind === 'cubic')
      command = `c${step(segment.c1.x, segment.c1.y)} ${step(segment.c2.x, segment.c2.y)} ${to}`;
    else {
      const radius = Math.round(segment.radius * PER_MM) / PER_MM;
      // Counter-clockwise with y up is flag 0 once y is turned over.
      command = `a${radius} ${radius} 0 0 ${segment.sweep > 0 ? 0 : 1} ${to}`;
    }
    x = Math.round(segment.to.x * PER_MM);
    y = Math.round(-segment.to.y * PER_MM);
    return command;
  };
  return segments.flatMap(toldByEnds).map(draw).join('') + (closed ? 'z' : '');
}

/** Lines shorter than this are a point of the tool, mm. */
const PRICK = 0.5;

/** Whether a line is too short to be seen as one, as the dot of an i is that is followed. */
export function isPrick(contour: Contour): boolean {
  const { closed, segments } = formOf(contour).form;
  return !closed && segments.length === 1 && distance(segments[0]!.from, segments[0]!.to) < PRICK;
}
