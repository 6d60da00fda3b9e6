import { countBridges } from '../../hold/bridges/bridge.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Islands that are too heavy for the one bridge they hang by. */
export function oneBridge({ thing, hold, around: { machine, material, thickness } }: AssemblySubject): Finding[] {
  const byWeight = thing.hold.bridges.perIsland === 'by weight';
  const counts = countBridges(hold.bridges);
  return hold.islands.flatMap((island) => {
    const grams = (island.component.area * thickness * material.density) / 1000;
    if (counts.get(island.id) !== 1 || grams <= machine.bridgeLoad) return [];
    return [
      {
        id: `one bridge:${island.id}`,
        rule: 'one bridge',
        severity: 'attention',
        title: `Hangs by one bridge: ${island.name}`,
        ...(byWeight ? { detail: 'No second bridge finds a good place. Draw one, or allow any direction.' } : {}),
        measure: {
          value: grams,
          limit: machine.bridgeLoad,
          unit: 'g',
          wants: 'at most',
          reason: `for one bridge on the ${machine.word}`,
        },
        where: island.component.bounds,
        mends: byWeight
          ? []
          : [
              {
                label: 'Bridges by weight',
                patch: inAssembly([{ path: ['hold', 'bridges', 'perIsland'], value: 'by weight' }]),
              },
            ],
      } satisfies Finding,
    ];
  });
}
