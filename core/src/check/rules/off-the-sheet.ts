import { boundsContain, heightOf, joinBounds, widthOf, type Bounds } from '../../geometry/bounds.ts';
import { inAssembly, inJob, within } from '../../recipe/patch.ts';
import type { Finding, Mend } from '../finding.ts';
import type { JobSubject, LaidSubject } from '../subjects.ts';
import { list, tidy } from '../wording.ts';

const FIT_SHEET: Mend = {
  label: 'Fit the sheet',
  patch: inJob({ path: ['sheet', 'width'], value: null }, { path: ['sheet', 'height'], value: null }),
};

/** Everything must lie on the sheet. */
export function offTheSheet({ recipe, sheet, laid }: JobSubject): Finding[] {
  const table: Bounds = { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height };
  const off = laid.filter(({ boxes }) => boxes.some((box) => !boundsContain(table, box, 1e-6)));
  if (off.length === 0) return [];
  const object = joinBounds(laid.flatMap(({ boxes }) => boxes));
  const [wide, high] = [widthOf(object) - sheet.width, heightOf(object) - sheet.height];
  const common = { id: 'off the sheet', rule: 'off the sheet', severity: 'stop' } as const;
  const isPlaced = ({ id }: LaidSubject) => recipe.assemblies.some((each) => each.id === id && each.place !== null);
  const fits = (box: Bounds) => widthOf(box) <= sheet.width && heightOf(box) <= sheet.height;
  // Somebody put it there, and there is room for it elsewhere.
  if (off.every((thing) => isPlaced(thing) && thing.boxes.every(fits)))
    return [
      {
        ...common,
        title: `Reaches off the sheet: ${list(off.map(({ name }) => name))}`,
        where: joinBounds(off.flatMap(({ boxes }) => boxes)),
        mends: [
          {
            label: 'Lay it by itself',
            patch: off.flatMap(({ id }) => within(id, inAssembly([{ path: ['place'], value: null }]))),
          },
          FIT_SHEET,
        ],
      },
    ];
  return [
    {
      ...common,
      title: `Reaches off the sheet by ${tidy(Math.max(wide, high), 2)} mm`,
      where: object,
      measure:
        wide >= high
          ? { value: widthOf(object), limit: sheet.width, unit: 'mm', wants: 'at most', reason: 'width of the sheet' }
          : {
              value: heightOf(object),
              limit: sheet.height,
              unit: 'mm',
              wants: 'at most',
              reason: 'height of the sheet',
            },
      mends: [FIT_SHEET],
    },
  ];
}
