import { boundsContain, heightOf, widthOf, type Bounds } from '../../geometry/bounds.ts';
import type { Finding } from '../finding.ts';
import type { BuiltSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Everything must lie on the sheet. */
export function offTheSheet({ arrangement: { sheet, object } }: BuiltSubject): Finding[] {
  const table: Bounds = { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height };
  if (boundsContain(table, object, 1e-6)) return [];
  const [wide, high] = [widthOf(object) - sheet.width, heightOf(object) - sheet.height];
  return [
    {
      id: 'off the sheet',
      rule: 'off the sheet',
      severity: 'stop',
      title: `Reaches off the sheet by ${tidy(Math.max(wide, high), 2)} mm`,
      place: object,
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
      mends: [
        {
          label: 'Fit the sheet',
          patch: [
            { path: ['sheet', 'width'], value: null },
            { path: ['sheet', 'height'], value: null },
          ],
        },
      ],
    },
  ];
}
