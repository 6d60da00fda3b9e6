import type { Bounds } from '../../geometry/bounds.ts';
import { limitAt, limitReason, limitsFor } from '../../shop/shop.ts';
import type { Checked } from '../checked.ts';
import type { Finding, Mend } from '../finding.ts';
import { largerLettering } from '../mends.ts';
import { tidy } from '../wording.ts';

/** Bridges must be as wide as the house limit. */
export function narrowBridges({ recipe, hold, machine, material }: Checked): Finding[] {
  const { bridge: house } = limitsFor(machine, material);
  const limit = limitAt(house, recipe.thickness);
  const wider: Mend[] = [
    { label: 'Use a wider bridge', patch: [{ path: ['hold', 'bridges', 'width'], value: tidy(limit, 2) }] },
  ];
  const islands = new Map<string, Checked['hold']['islands'][number]>(
    hold.islands.map((island) => [island.id, island]),
  );
  return hold.bridges
    .filter(({ width }) => width < limit - 0.005)
    .map((bridge) => {
      const island = islands.get(bridge.island)!;
      const own =
        bridge.place === null ? null : (recipe.hold.bridges.byHand[bridge.island]?.[bridge.place]?.width ?? null);
      const asked = own ?? recipe.hold.bridges.width ?? limit;
      const crowded = bridge.width < asked - 0.005;
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

/** The box round a strip. */
export function boxRound(a: { x: number; y: number }, b: { x: number; y: number }, width: number): Bounds {
  const half = width / 2;
  return {
    minX: Math.min(a.x, b.x) - half,
    minY: Math.min(a.y, b.y) - half,
    maxX: Math.max(a.x, b.x) + half,
    maxY: Math.max(a.y, b.y) + half,
  };
}
