import { growBounds } from '../../geometry/bounds.ts';
import { isUnder } from '../../shop/limits.ts';
import { boxRound } from '../box-round.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Bridges that are long for their width bend, or burn through. */
export function slenderBridge({ thing, hold, around: { machine } }: AssemblySubject): Finding[] {
  const slender = hold.bridges.filter(({ length, width }) => isUnder(machine.bridgeReach * width, length));
  // A wider bridge reaches a little further round the curve of its walls.
  const width = tidy(
    Math.ceil((Math.max(...slender.map(({ length }) => length)) * 1.03 * 10) / machine.bridgeReach) / 10,
  );
  return slender.map((bridge) => {
    const island = hold.islands.find(({ id }) => id === bridge.island)!;
    return {
      id: `slender bridge:${bridge.id}`,
      rule: 'slender bridge',
      severity: 'attention',
      title: `Bridge long for its width: ${island.name}`,
      measure: {
        value: bridge.length,
        limit: machine.bridgeReach * bridge.width,
        unit: 'mm',
        wants: 'at most',
        reason: `${machine.bridgeReach} times its width on the ${machine.word}`,
      },
      where: growBounds(boxRound(bridge.from, bridge.to, bridge.width), 0.5),
      mends: thing.hold.bridges.byHand[island.id]
        ? []
        : [
            {
              label: `Bridges ${width} mm wide`,
              patch: inAssembly([{ path: ['hold', 'bridges', 'width'], value: width }]),
            },
          ],
    } satisfies Finding;
  });
}
