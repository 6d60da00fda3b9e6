import { growBounds } from '../../geometry/bounds.ts';
import { limitReason, limitsFor } from '../../shop/limits.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding, Mend } from '../finding.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { letteringOf, type MeasuredSubject } from '../subjects.ts';

/** A bridge that was measured across its walls may be told this much narrower than it is, mm. */
const SLACK = 0.02;

/** Islands whose way to the frame is narrower somewhere than a bridge may be, though their bridges are not. */
export function weakHold({
  thing,
  items,
  machine,
  material,
  thicknessOfSheet,
  hold,
  islandHolds,
  limits,
}: MeasuredSubject): Finding[] {
  const limit = Math.min(limits.bridge, thing.hold.bridges.width ?? Infinity);
  const weak = islandHolds.flatMap(({ island: id, width, where }) => {
    const widest = Math.max(0, ...hold.bridges.filter((bridge) => bridge.island === id).map((bridge) => bridge.width));
    return width !== null && width < Math.min(limit, widest) - SLACK
      ? [{ island: hold.islands.find((each) => each.id === id)!, width, where }]
      : [];
  });
  const { perIsland, direction } = thing.hold.bridges;
  const mends: Mend[] = [
    ...(perIsland === 'two'
      ? []
      : [
          {
            label: 'Two bridges each',
            patch: inAssembly([{ path: ['hold', 'bridges', 'perIsland'], value: 'two' }]),
          } satisfies Mend,
        ]),
    ...(direction === 'any'
      ? []
      : [
          {
            label: 'Bridges in any direction',
            patch: inAssembly([{ path: ['hold', 'bridges', 'direction'], value: 'any' }]),
          } satisfies Mend,
        ]),
    ...largeEnough(
      letteringOf(items),
      weak.map(({ width }) => width),
      limit,
    ),
  ];
  return weak.map(({ island, width, where }) => ({
    id: `weak hold:${island.id}`,
    rule: 'weak hold',
    severity: 'attention',
    title: `Weakly held: ${island.name}`,
    detail: 'What its bridge leads to is thinner than the bridge.',
    measure: {
      value: width,
      limit,
      unit: 'mm',
      wants: 'at least',
      reason: limitReason(limitsFor(machine, material).bridge, thicknessOfSheet, machine),
    },
    where: growBounds(where, 0.5),
    mends,
  }));
}
