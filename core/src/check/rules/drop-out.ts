import { boxKey } from '../../hold/pieces.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { LineKind, Made } from '../../recipe/schema.ts';
import type { Finding, Mend } from '../finding.ts';
import { assign } from '../mends/assign.ts';
import { FIT_PLATE } from '../mends/fit-plate.ts';
import type { AssemblySubject } from '../subjects.ts';

/** One mend for all islands that drop out, so that they stand together as one finding on the screen. */
function waysToHold({ hold: { bridges, drop } }: Made, islands: readonly string[]): Mend[] {
  const letDrop: Mend = {
    label: islands.length === 1 ? 'Let it drop' : `Let those ${islands.length} drop`,
    patch: inAssembly([{ path: ['hold', 'drop', 'islands'], value: [...drop.islands, ...islands] }]),
  };
  const others = Object.fromEntries(Object.entries(bridges.byHand).filter(([island]) => !islands.includes(island)));
  if (Object.keys(others).length < Object.keys(bridges.byHand).length)
    return [
      {
        label: 'Place their bridges again',
        patch: inAssembly([{ path: ['hold', 'bridges', 'byHand'], value: others }]),
      },
      letDrop,
    ];
  if (bridges.perIsland === 'none')
    return [
      { label: 'Add bridges', patch: inAssembly([{ path: ['hold', 'bridges', 'perIsland'], value: 'by size' }]) },
    ];
  return [
    {
      label: 'Bridges in any direction',
      patch: inAssembly([{ path: ['hold', 'bridges', 'direction'], value: 'any' }]),
    },
    letDrop,
  ];
}

/** Nothing may fall out of a cut-through plate that should stay. */
export function dropOut(built: AssemblySubject): Finding[] {
  const { thing, hold, pieces } = built;
  const wanted = thing.hold.bridges.perIsland;
  const mends = waysToHold(
    thing,
    hold.unheld.map(({ id }) => id),
  );
  const findings: Finding[] = hold.unheld.map((island) => ({
    id: `drop-out:${island.id}`,
    rule: 'drop-out',
    severity: 'stop',
    title: `Drops out: ${island.name}`,
    detail: thing.hold.bridges.byHand[island.id]
      ? 'None of the bridges put there by hand holds it.'
      : wanted === 'none'
        ? 'Nothing holds this island.'
        : 'No bridge of this width finds room. A larger size or a narrower bridge may.',
    measure: { value: 0, limit: 1, unit: 'pieces', wants: 'at least', reason: 'bridges that hold it' },
    where: island.component.bounds,
    mends,
  }));
  const known = new Set(hold.unheld.map(({ component }) => boxKey(component)));
  const numbers = new Map<string, number>();
  for (const piece of pieces) {
    if (piece.status !== 'drop-out' || piece.intended || known.has(boxKey(piece.component))) continue;
    const number = numbers.get(piece.name) ?? 0;
    numbers.set(piece.name, number + 1);
    findings.push({
      id: `drop-out:${piece.name}:${number}`,
      rule: 'drop-out',
      severity: 'stop',
      title: `Comes loose from the plate: ${piece.name}`,
      where: piece.component.bounds,
      ...causeOf(built),
    });
  }
  return findings;
}

/** Why a piece that is no island comes loose, and what helps. */
function causeOf({ lines, around }: AssemblySubject): Pick<Finding, 'detail' | 'mends'> {
  const { machine, operations } = around;
  const other = (['engrave', 'mark', 'score'] as const).find((work) => machine.settings[work]);
  const give = (kind: LineKind): Mend[] =>
    other ? [{ label: `Assign to ${other}`, patch: assign(around, [kind], other) }] : [];
  const isCut = (kind: LineKind) =>
    lines.some(({ kinds, operation }) =>
      operations.some(({ id, work }) => id === operation && work === 'cut' && kinds.includes(kind)),
    );
  if (isCut('area'))
    return { detail: 'The engraved areas are assigned to cut, and free what lies within them.', mends: give('area') };
  if (isCut('line'))
    return { detail: 'The lines are assigned to cut, and free what they lie round.', mends: give('line') };
  return {
    detail: `The ${machine.word} would cut it free. Give the words more room.`,
    mends: [FIT_PLATE],
  };
}
