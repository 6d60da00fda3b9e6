import type { Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourLength } from '../geometry/contour-facts.ts';
import type { ReadDrawing } from './sheet-drawing.ts';

/** What became of a layer from one file to a later one. */
export interface LayerChanges {
  readonly layer: string;
  readonly gone: readonly Contour[];
  readonly come: readonly Contour[];
  readonly same: readonly Contour[];
}

/** Lines that differ by no more than this are the same, mm. */
const SAME = 0.02;

/** What the later of two files has that the earlier has not, and the other way round: wherever lines are begun. */
export function changesBetween(earlier: ReadDrawing, later: ReadDrawing): LayerChanges[] {
  const names = new Set([...later.layers, ...earlier.layers].map(({ name }) => name));
  return [...names].map((layer) => {
    const [before, after] = [earlier, later].map(({ layers }) => layers.find(({ name }) => name === layer));
    const left = new Map<string, Contour[]>();
    for (const contour of before?.contours ?? []) {
      const key = keyOf(contour);
      left.set(key, [...(left.get(key) ?? []), contour]);
    }
    const [come, same]: [Contour[], Contour[]] = [[], []];
    for (const contour of after?.contours ?? []) (left.get(keyOf(contour))?.pop() ? same : come).push(contour);
    return { layer, gone: [...left.values()].flat(), come, same };
  });
}

/** The same of lines that lie in the same place and have the same form, as good as always. */
function keyOf(contour: Contour): string {
  const { minX, minY, maxX, maxY } = contourBounds(contour);
  const figures = [minX, minY, maxX, maxY, contourLength(contour), Math.sqrt(Math.abs(contourArea(contour)))];
  return `${contour.closed} ${figures.map((mm) => Math.round(mm / SAME)).join()}`;
}
