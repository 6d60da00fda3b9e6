import { useMemo } from 'react';
import { joinBounds, type Bounds } from '@needlefile/core/geometry/bounds';
import type { Picture } from '@needlefile/core/screen/picture';

/** What reaches beyond the sheet by less than this share of it is seen beside it anyway. */
const BESIDE = 0.05;

/** What lies further off than so many sheets is not shown with it: all of it would be too small to see. */
const FURTHEST = 8;

/** The box of what is on the bed, mm, y down: the sheet, and what reaches beyond it. */
export function wholeBox({ sheet, object, assemblies }: Pick<Picture, 'sheet' | 'object' | 'assemblies'>): Bounds {
  const page: Bounds = { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height };
  const reach = (box: Bounds): number =>
    Math.max(
      -box.minX / sheet.width,
      -box.minY / sheet.height,
      box.maxX / sheet.width - 1,
      box.maxY / sheet.height - 1,
    );
  const beyond = [object, ...assemblies.flatMap(({ letters }) => letters.map(({ bounds }) => bounds))].filter(
    (box) => reach(box) > BESIDE && reach(box) < FURTHEST,
  );
  return joinBounds([page, ...beyond]);
}

const NONE: Bounds = { minX: 0, minY: 0, maxX: 0, maxY: 0 };

/** The same: made anew with each picture, but another only where it is another box. */
export function useWholeBox(picture: Picture | null): Bounds | null {
  const isThere = picture !== null;
  const { minX, minY, maxX, maxY } = picture ? wholeBox(picture) : NONE;
  return useMemo(() => (isThere ? { minX, minY, maxX, maxY } : null), [isThere, minX, minY, maxX, maxY]);
}
