import { boxTable, type BoxTable } from './box-pairs.ts';
import type { Region } from './contour.ts';
import { segmentHulls } from './contour-facts.ts';

/** Boxes round the control points of all segments of the contours, contour by contour. */
export function hullTable(region: Region): BoxTable {
  const boxes = boxTable(region.reduce((sum, { segments }) => sum + segments.length, 0));
  let row = 0;
  for (const contour of region) {
    const { hulls, dx, dy } = segmentHulls(contour);
    for (let k = 0; k < hulls.length; k += 4, row++) {
      boxes.minX[row] = hulls[k]! + dx;
      boxes.minY[row] = hulls[k + 1]! + dy;
      boxes.maxX[row] = hulls[k + 2]! + dx;
      boxes.maxY[row] = hulls[k + 3]! + dy;
    }
  }
  return boxes;
}
