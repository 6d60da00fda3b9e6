import { ownerOfIsland } from '../../recipe/identity.ts';
import { growBounds, joinBounds } from '../../geometry/bounds.ts';
import { countBridges } from '../../hold/bridges/bridge.ts';
import { letterName } from '../../lettering/naming.ts';
import type { Checked } from '../checked.ts';
import type { Finding } from '../finding.ts';
import { list, tidy } from '../wording.ts';
import { boxRound } from './bridges.ts';

/** Islands that are too heavy for the one bridge they hang by. */
export function heavyIslands({ recipe, hold, machine, material }: Checked): Finding[] {
  const byWeight = recipe.hold.bridges.perIsland === 'by weight';
  const counts = countBridges(hold.bridges);
  return hold.islands.flatMap((island) => {
    const grams = (island.component.area * recipe.thickness * material.density) / 1000;
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
        place: island.component.bounds,
        mends: byWeight
          ? []
          : [{ label: 'Bridges by weight', patch: [{ path: ['hold', 'bridges', 'perIsland'], value: 'by weight' }] }],
      } satisfies Finding,
    ];
  });
}

/** Bridges that are long for their width bend, or burn through. */
export function slenderBridges({ recipe, hold, machine }: Checked): Finding[] {
  const slender = hold.bridges.filter(({ length, width }) => length > machine.bridgeReach * width + 0.005);
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
      place: growBounds(boxRound(bridge.from, bridge.to, bridge.width), 0.5),
      mends: recipe.hold.bridges.byHand[island.id]
        ? []
        : [{ label: `Bridges ${width} mm wide`, patch: [{ path: ['hold', 'bridges', 'width'], value: width }] }],
    } satisfies Finding;
  });
}

/** Bridges and bars put by hand whose place is gone. */
export function lostPlaces({ recipe, hold, arrangement: { letters } }: Checked): Finding[] {
  const findings: Finding[] = [];
  const gone = [...new Set(hold.lost.filter(({ reason }) => reason === 'no island').map(({ island }) => island))];
  const without = (islands: readonly string[]) =>
    Object.fromEntries(Object.entries(recipe.hold.bridges.byHand).filter(([island]) => !islands.includes(island)));
  if (gone.length > 0)
    findings.push({
      id: 'lost bridge:no island',
      rule: 'lost bridge',
      severity: 'attention',
      place: null,
      title:
        gone.length === 1
          ? 'A bridge put by hand has lost its island'
          : `Bridges put by hand have lost ${gone.length} islands`,
      detail: `They are kept in case the words come back: ${list(gone.map((island) => letterName(ownerOfIsland(island), letters)))}.`,
      mends: [
        { label: 'Forget those bridges', patch: [{ path: ['hold', 'bridges', 'byHand'], value: without(gone) }] },
      ],
    });
  const crowded = [...new Set(hold.lost.filter(({ reason }) => reason === 'no room').map(({ island }) => island))];
  const islands = hold.islands.filter(({ id }) => crowded.includes(id));
  if (islands.length > 0)
    findings.push({
      id: 'lost bridge:no room',
      rule: 'lost bridge',
      severity: 'attention',
      place: joinBounds(islands.map(({ component }) => component.bounds)),
      title: `A bridge put by hand finds no room: ${list(islands.map(({ name }) => name))}`,
      mends: [{ label: 'Place them again', patch: [{ path: ['hold', 'bridges', 'byHand'], value: without(crowded) }] }],
    });
  if (hold.lostBars.length > 0) {
    const lost = (letter: string, height: number) =>
      hold.lostBars.some((each) => each.letter === letter && each.height === height);
    const bars = Object.fromEntries(
      Object.entries(recipe.hold.joins.bars)
        .map(([letter, heights]) => [letter, heights.filter((height) => !lost(letter, height))] as const)
        .filter(([, heights]) => heights.length > 0),
    );
    findings.push({
      id: 'lost bar',
      rule: 'lost bar',
      severity: 'attention',
      place: null,
      title:
        hold.lostBars.length === 1
          ? 'A bar joins nothing at its height'
          : `${hold.lostBars.length} bars join nothing at their height`,
      detail: `After ${list([...new Set(hold.lostBars.map(({ letter }) => letterName(letter, letters)))])}: the letters touch there, or one of them does not reach so high.`,
      mends: [{ label: 'Take them out', patch: [{ path: ['hold', 'joins', 'bars'], value: bars }] }],
    });
  }
  return findings;
}
