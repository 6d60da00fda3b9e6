import { joinBounds } from '../../geometry/bounds.ts';
import { letterName } from '../../lettering/naming.ts';
import { placeBridgesAgain } from '../../recipe/edits/bridges.ts';
import { ownerOfIsland } from '../../recipe/identity.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** Bridges put by hand must still have their island, and room on it. */
export function lostBridge({ thing, hold, arrangement: { letters } }: AssemblySubject): Finding[] {
  const lostFor = (reason: (typeof hold.lost)[number]['reason']) => [
    ...new Set(hold.lost.filter((each) => each.reason === reason).map(({ island }) => island)),
  ];
  const forget = (label: string, islands: readonly string[]) => ({
    label,
    patch: inAssembly([
      { path: ['hold', 'bridges', 'byHand'], value: placeBridgesAgain(thing.hold, islands).bridges.byHand },
    ]),
  });
  const findings: Finding[] = [];
  const gone = lostFor('no island');
  if (gone.length > 0)
    findings.push({
      id: 'lost bridge:no island',
      rule: 'lost bridge',
      severity: 'attention',
      where: null,
      title:
        gone.length === 1
          ? 'A bridge put by hand has lost its island'
          : `Bridges put by hand have lost ${gone.length} islands`,
      detail:
        `They are kept in case the words come back: ` +
        `${list(gone.map((island) => letterName(ownerOfIsland(island), letters)))}.`,
      mends: [forget('Forget those bridges', gone)],
    });
  const crowded = lostFor('no room');
  const islands = hold.islands.filter(({ id }) => crowded.includes(id));
  if (islands.length > 0)
    findings.push({
      id: 'lost bridge:no room',
      rule: 'lost bridge',
      severity: 'attention',
      where: joinBounds(islands.map(({ component }) => component.bounds)),
      title: `A bridge put by hand finds no room: ${list(islands.map(({ name }) => name))}`,
      mends: [forget('Place them again', crowded)],
    });
  return findings;
}
