import { isUnder, limitAt, limitReason, limitsFor } from '../../shop/limits.ts';
import { boxRound } from '../box-round.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding, Mend } from '../finding.ts';
import { largerLettering } from '../mends/larger-lettering.ts';
import { letteringOf, type AssemblySubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Bridges must be as wide as the house limit. */
export function narrowBridge({
  thing,
  items,
  hold,
  around: { machine, material, thickness },
}: AssemblySubject): Finding[] {
  const { bridge: house } = limitsFor(machine, material);
  const limit = limitAt(house, thickness);
  const wider: Mend[] = [
    { label: 'Use a wider bridge', patch: inAssembly([{ path: ['hold', 'bridges', 'width'], value: tidy(limit, 2) }]) },
  ];
  const islands = new Map<string, AssemblySubject['hold']['islands'][number]>(
    hold.islands.map((island) => [island.id, island]),
  );
  return hold.bridges
    .filter(({ width }) => isUnder(width, limit))
    .map((bridge) => {
      const island = islands.get(bridge.island)!;
      const own =
        bridge.handIndex === null
          ? null
          : (thing.hold.bridges.byHand[bridge.island]?.[bridge.handIndex]?.width ?? null);
      const asked = own ?? thing.hold.bridges.width ?? limit;
      const crowded = isUnder(bridge.width, asked);
      return {
        id: `narrow bridge:${bridge.id}`,
        rule: 'narrow bridge',
        severity: 'stop',
        title: `Bridge too narrow: ${island.name}`,
        ...(crowded ? { detail: 'The island leaves no room for more. A larger size would.' } : {}),
        measure: {
          value: bridge.width,
          limit,
          unit: 'mm',
          wants: 'at least',
          reason: limitReason(house, thickness, machine),
        },
        where: boxRound(bridge.from, bridge.to, bridge.width),
        mends: crowded
          ? [largerLettering(letteringOf(items), limit / bridge.width)]
          : own === null
            ? wider
            : [
                {
                  label: 'Make it wider',
                  patch: inAssembly([
                    {
                      path: ['hold', 'bridges', 'byHand', bridge.island, bridge.handIndex!, 'width'],
                      value: tidy(limit, 2),
                    },
                  ]),
                },
              ],
      } satisfies Finding;
    });
}
