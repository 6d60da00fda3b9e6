import { isUnder, limitAt, limitReason, limitsFor } from '../../shop/limits.ts';
import { boxRound } from '../box-round.ts';
import type { Finding, Mend } from '../finding.ts';
import { largerLettering } from '../mends/larger-lettering.ts';
import type { BuiltSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Bridges must be as wide as the house limit. */
export function narrowBridge({ recipe, hold, machine, material }: BuiltSubject): Finding[] {
  const { bridge: house } = limitsFor(machine, material);
  const limit = limitAt(house, recipe.thickness);
  const wider: Mend[] = [
    { label: 'Use a wider bridge', patch: [{ path: ['hold', 'bridges', 'width'], value: tidy(limit, 2) }] },
  ];
  const islands = new Map<string, BuiltSubject['hold']['islands'][number]>(
    hold.islands.map((island) => [island.id, island]),
  );
  return hold.bridges
    .filter(({ width }) => isUnder(width, limit))
    .map((bridge) => {
      const island = islands.get(bridge.island)!;
      const own =
        bridge.place === null ? null : (recipe.hold.bridges.byHand[bridge.island]?.[bridge.place]?.width ?? null);
      const asked = own ?? recipe.hold.bridges.width ?? limit;
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
          reason: limitReason(house, recipe.thickness, machine),
        },
        place: boxRound(bridge.from, bridge.to, bridge.width),
        mends: crowded
          ? [largerLettering(recipe, limit / bridge.width)]
          : own === null
            ? wider
            : [
                {
                  label: 'Make it wider',
                  patch: [
                    {
                      path: ['hold', 'bridges', 'byHand', bridge.island, bridge.place!, 'width'],
                      value: tidy(limit, 2),
                    },
                  ],
                },
              ],
      } satisfies Finding;
    });
}
