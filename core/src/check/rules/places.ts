import { boundsContain, boundsMeet, heightOf, joinBounds, widthOf, type Bounds } from '../../geometry/bounds.ts';
import type { Checked } from '../checked.ts';
import type { Finding } from '../finding.ts';
import { tidy } from '../wording.ts';

/** Everything must lie on its plate and its sheet, clear of the holes. */
export function places({ recipe, arrangement: { sheet, object, plate, letters } }: Checked): Finding[] {
  const findings: Finding[] = [];
  const table: Bounds = { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height };
  if (!boundsContain(table, object, 1e-6)) {
    const over = Math.max(widthOf(object) - sheet.width, heightOf(object) - sheet.height);
    const wide = widthOf(object) - sheet.width >= heightOf(object) - sheet.height;
    findings.push({
      id: 'off the sheet',
      rule: 'off the sheet',
      severity: 'stop',
      title: `Reaches off the sheet by ${tidy(over, 2)} mm`,
      place: object,
      measure: wide
        ? { value: widthOf(object), limit: sheet.width, unit: 'mm', wants: 'at most', reason: 'width of the sheet' }
        : { value: heightOf(object), limit: sheet.height, unit: 'mm', wants: 'at most', reason: 'height of the sheet' },
      mends: [
        {
          label: 'Fit the sheet',
          patch: [
            { path: ['sheet', 'width'], value: null },
            { path: ['sheet', 'height'], value: null },
          ],
        },
      ],
    });
  }
  if (plate && letters.length > 0) {
    const ink = joinBounds(letters.map(({ bounds }) => bounds));
    if (!boundsContain(plate, ink, 1e-6)) {
      const over = Math.max(widthOf(ink) - widthOf(plate), heightOf(ink) - heightOf(plate));
      findings.push({
        id: 'words off the plate',
        rule: 'words off the plate',
        severity: 'stop',
        title: `The words reach off the plate by ${tidy(over, 2)} mm`,
        place: ink,
        mends: [
          {
            label: 'Fit the plate to the words',
            patch: [
              { path: ['plate', 'width'], value: null },
              { path: ['plate', 'height'], value: null },
            ],
          },
        ],
      });
    }
    const { holes } = recipe.plate;
    if (holes) {
      const half = holes.diameter / 2;
      const blocked = [plate.minX + holes.inset, plate.maxX - holes.inset].flatMap((x) =>
        [plate.minY + holes.inset, plate.maxY - holes.inset].map((y) => ({
          minX: x - half,
          minY: y - half,
          maxX: x + half,
          maxY: y + half,
        })),
      );
      const hit = blocked.filter(
        (hole) => !boundsContain(plate, hole) || letters.some(({ bounds }) => boundsMeet(bounds, hole)),
      );
      if (hit.length > 0)
        findings.push({
          id: 'hole in the way',
          rule: 'hole in the way',
          severity: 'attention',
          title: 'A corner hole meets the words or the edge',
          place: joinBounds(hit),
          mends: [{ label: 'Leave the holes out', patch: [{ path: ['plate', 'holes'], value: null }] }],
        });
    }
  }
  return findings;
}
