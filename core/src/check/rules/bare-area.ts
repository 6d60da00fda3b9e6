import { toolWidth, withTool } from '../../fills/fills.ts';
import { joinBounds, type Bounds } from '../../geometry/bounds.ts';
import { letterName } from '../../lettering/naming.ts';
import { inJob } from '../../recipe/patch.ts';
import { followedBy, USUAL_FLAT } from '../../recipe/edits/fills.ts';
import { LIMITS, type FillPlan, type OperationPlan } from '../../recipe/schema.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** A tool must get into what it is to fill. */
export const bareArea = ({ lines, around, arrangement }: AssemblySubject): Finding[] =>
  lines.flatMap(({ operation, missed }): Finding[] => {
    const index = around.operations.findIndex(({ id }) => id === operation);
    const fill = around.operations[index]?.fill;
    if (missed.length === 0 || !fill) return [];
    const wholly = missed.filter(({ bare }) => bare === 1);
    const told = wholly.length > 0 ? wholly : missed;
    const names = list([...new Set(told.map(({ source }) => letterName(source, arrangement.letters)))]);
    const least = told.reduce((width, each) => Math.min(width, each.width), Infinity);
    const most = Math.round(100 * Math.max(...told.map(({ bare }) => bare)));
    const where = joinBounds(told.map(({ bounds }) => bounds));
    if (fill.kind === 'cone' && fill.deepest !== null) return [floorLeft(around.operations, index, names, most, where)];
    const narrower = Math.floor(SHARE * least * 100) / 100;
    return [
      {
        id: `bare area:${operation}`,
        rule: 'bare area',
        severity: 'attention',
        where,
        title: wholly.length > 0 ? `The tool does not get into ${names}` : `The tool leaves much of ${names}`,
        detail:
          wholly.length > 0
            ? `${TOOLS[fill.kind]} is wider than what it is to fill, which stays bare.`
            : `${TOOLS[fill.kind]} is wider than the narrow parts: up to ${most} % of a letter stays bare.`,
        measure: { value: toolWidth(fill), limit: least, unit: 'mm', wants: 'at most' },
        mends:
          narrower < LIMITS.fillWidth.least
            ? []
            : [
                {
                  label: `${TOOLS[fill.kind]} of ${narrower} mm`,
                  patch: inJob({ path: ['operations', index, 'fill'], value: withTool(fill, narrower) }),
                },
              ],
      },
    ];
  });

/** What a cone that may go no deeper leaves between its sides. */
function floorLeft(
  operations: readonly OperationPlan[],
  index: number,
  names: string,
  most: number,
  where: Bounds,
): Finding {
  const { id, fill } = operations[index]!;
  return {
    id: `bare area:${id}`,
    rule: 'bare area',
    severity: 'attention',
    where,
    title: `The cone leaves a floor in ${names}`,
    detail: `It goes no deeper, and up to ${most} % of a letter stays between its sides.`,
    mends: [
      {
        label: `Clear it with a flat cutter of ${USUAL_FLAT} mm`,
        patch: inJob({ path: ['operations'], value: followedBy(operations, id, USUAL_FLAT) }),
      },
      {
        label: 'As deep as letters are wide',
        patch: inJob({ path: ['operations', index, 'fill'], value: { ...fill, deepest: null } as FillPlan }),
      },
    ],
  };
}

/** What fills leave, by kind. */
const TOOLS = { hatch: 'A line', pocket: 'A cutter', cone: 'The tip of a cone', dots: 'A dot' } as const;

/** Of what is narrowest a line this wide fills some. */
const SHARE = 0.8;
