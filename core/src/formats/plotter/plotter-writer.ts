import { flatten, type Contour } from '../../geometry/contour.ts';
import type { SheetDrawing } from '../sheet-drawing.ts';

/** Steps of a plotter to the millimetre: points lie on a grid of a fortieth of a mm. */
export const STEPS_PER_MM = 40;

/**
 * Writes a drawing as a plotter file (HP-GL), y up, each layer with a pen of its own, from 1: curves as short lines,
 * areas by their edges.
 * @param tolerance how far short lines may be from curves, mm; the grid comes on top of that
 */
export function writePlotterFile(drawing: SheetDrawing, tolerance: number): string {
  const pens = drawing.layers.map(({ contours }, i) => `SP${i + 1};\n${contours.map(strokeOf(tolerance)).join('')}`);
  return `IN;\n${pens.join('')}PU;SP0;\n`;
}

const strokeOf =
  (tolerance: number) =>
  (contour: Contour): string => {
    const points = flatten(contour, tolerance).map(({ x, y }) => `${steps(x)},${steps(y)}`);
    const path = points.filter((point, i) => point !== points[i - 1]);
    if (contour.closed && path.at(-1) !== path[0]) path.push(path[0]!);
    const [start, ...way] = path;
    // A line shorter than a step is one step long: most readers drop what has no length.
    if (way.length === 0) way.push(besideOf(contour));
    return `PU${start};PD${way.join(',')};\n`;
  };

/** The point of the grid a step on from where a line begins, the way it goes. */
function besideOf({ segments }: Contour): string {
  const { from } = segments[0]!;
  const way = segments.at(-1)!.to.x < from.x ? -1 : 1;
  return `${steps(from.x) + way},${steps(from.y)}`;
}

const steps = (mm: number): number => Math.round(mm * STEPS_PER_MM);
