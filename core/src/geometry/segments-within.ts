import type { Bounds } from './bounds.ts';
import { boxTable, type BoxTable } from './box-pairs.ts';
import type { Region } from './contour.ts';
import { hullBounds, segmentHulls } from './contour-facts.ts';
import type { Segment } from './segment.ts';

/** The segments of a region whose hulls reach into a box. Contours that do not are passed over: it is asked for by the thousand. */
export function segmentsWithin(region: Region, { minX, minY, maxX, maxY }: Bounds): Segment[] {
  const table = tableOf(region);
  const found: Segment[] = [];
  for (let i = 0; i < region.length; i++) {
    if (table.minX[i]! > maxX || table.maxX[i]! < minX || table.minY[i]! > maxY || table.maxY[i]! < minY) continue;
    const { hulls, dx, dy } = segmentHulls(region[i]!);
    for (let k = 0; 4 * k < hulls.length; k++) {
      if (
        hulls[4 * k]! + dx <= maxX &&
        hulls[4 * k + 2]! + dx >= minX &&
        hulls[4 * k + 1]! + dy <= maxY &&
        hulls[4 * k + 3]! + dy >= minY
      )
        found.push(region[i]!.segments[k]!);
    }
  }
  return found;
}

const tables = new WeakMap<Region, BoxTable>();

function tableOf(region: Region): BoxTable {
  let table = tables.get(region);
  if (!table) {
    const boxes = boxTable(region.length);
    region.forEach(
      (contour, i) =>
        ({ minX: boxes.minX[i], minY: boxes.minY[i], maxX: boxes.maxX[i], maxY: boxes.maxY[i] } = hullBounds(contour)),
    );
    tables.set(region, (table = boxes));
  }
  return table;
}
