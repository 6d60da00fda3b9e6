import { joinBounds } from '../../geometry/bounds.ts';
import type { Checked } from '../checked.ts';
import type { Finding, Mend } from '../finding.ts';
import { placeOf, type Piece } from '../../hold/pieces.ts';
import type { Recipe } from '../../recipe/schema.ts';
import { list, tidy } from '../wording.ts';

/** Stand-alone letters must hang together. */
export function loosePieces({ recipe, pieces, lettering, arrangement }: Checked): Finding[] {
  const loose = pieces.filter(({ status }) => status === 'loose');
  if (loose.length === 0) return [];
  if (recipe.make === 'backed') return looseBacker(recipe, loose);
  const height = lettering.capHeight;
  const mends: Mend[] = [];
  if (!recipe.rail && arrangement.letters.length > 0)
    mends.push({
      label: 'Add a rail',
      patch: [
        {
          path: ['rail'],
          value: { height: tidy(height * 0.18), overlap: tidy(height * 0.05), extend: tidy(height * 0.1) },
        },
      ],
    });
  if (!recipe.rail && !recipe.hold.joins.closeUp)
    mends.push({ label: 'Close the letters up', patch: [{ path: ['hold', 'joins', 'closeUp'], value: true }] });
  if (recipe.hold.joins.ties === 'none')
    mends.push({ label: 'Tie what is loose', patch: [{ path: ['hold', 'joins', 'ties'], value: 'loose' }] });
  mends.push({
    label: 'Put them on a backer',
    patch: [
      { path: ['make'], value: 'backed' },
      { path: ['backer', 'distance'], value: Math.max(recipe.backer.distance, Math.ceil(height * 0.2)) },
    ],
  });
  mends.push({ label: 'Separate is fine', patch: [{ path: ['hold', 'pieces'], value: 'separate' }] });
  return [
    {
      id: 'loose piece',
      rule: 'loose piece',
      severity: 'stop',
      title:
        loose.length === 1
          ? `Loose piece: ${loose[0]!.name}`
          : `${loose.length} loose pieces: ${list(loose.map(({ name }) => name))}`,
      detail: 'Nothing joins them to the rest.',
      measure: { value: loose.length + 1, limit: 1, unit: 'pieces', wants: 'at most' },
      place: joinBounds(loose.map(({ component }) => component.bounds)),
      mends,
    },
  ];
}

function looseBacker({ backer }: Recipe, loose: readonly Piece[]): Finding[] {
  const wider = Math.ceil(backer.distance * 1.5);
  return [
    {
      id: 'loose piece',
      rule: 'loose piece',
      severity: 'stop',
      title: `The backer is in ${loose.length + 1} parts`,
      detail: 'It does not reach from one letter to the next.',
      measure: { value: loose.length + 1, limit: 1, unit: 'pieces', wants: 'at most' },
      place: joinBounds(loose.map(({ component }) => component.bounds)),
      mends: [
        { label: `Backer ${wider} mm past the letters`, patch: [{ path: ['backer', 'distance'], value: wider }] },
      ],
    },
  ];
}

/** One mend for all islands that drop out, so that they stand together as one finding on the screen. */
function waysToHold({ hold: { bridges, drop } }: Recipe, islands: readonly string[]): Mend[] {
  const letDrop: Mend = {
    label: islands.length === 1 ? 'Let it drop' : `Let those ${islands.length} drop`,
    patch: [{ path: ['hold', 'drop', 'islands'], value: [...drop.islands, ...islands] }],
  };
  const others = Object.fromEntries(Object.entries(bridges.byHand).filter(([island]) => !islands.includes(island)));
  if (Object.keys(others).length < Object.keys(bridges.byHand).length)
    return [
      { label: 'Place their bridges again', patch: [{ path: ['hold', 'bridges', 'byHand'], value: others }] },
      letDrop,
    ];
  if (bridges.perIsland === 'none')
    return [{ label: 'Add bridges', patch: [{ path: ['hold', 'bridges', 'perIsland'], value: 'by size' }] }];
  return [
    { label: 'Bridges in any direction', patch: [{ path: ['hold', 'bridges', 'direction'], value: 'any' }] },
    letDrop,
  ];
}

/** Nothing may fall out of a cut-through plate that should stay. */
export function dropOuts({ recipe, hold, pieces, drawing, machine }: Checked): Finding[] {
  const wanted = recipe.hold.bridges.perIsland;
  const mends = waysToHold(
    recipe,
    hold.unheld.map(({ id }) => id),
  );
  const findings: Finding[] = hold.unheld.map((island) => ({
    id: `drop-out:${island.id}`,
    rule: 'drop-out',
    severity: 'stop',
    title: `Drops out: ${island.name}`,
    detail: recipe.hold.bridges.byHand[island.id]
      ? 'None of the bridges put there by hand holds it.'
      : wanted === 'none'
        ? 'Nothing holds this island.'
        : 'No bridge of this width finds room. A larger size or a narrower bridge may.',
    measure: { value: 0, limit: 1, unit: 'pieces', wants: 'at least', reason: 'bridges that hold it' },
    place: island.component.bounds,
    mends,
  }));
  const known = new Set(hold.unheld.map(({ component }) => placeOf(component)));
  const numbers = new Map<string, number>();
  for (const piece of pieces) {
    if (piece.status !== 'drop-out' || piece.intended || known.has(placeOf(piece.component))) continue;
    const number = numbers.get(piece.name) ?? 0;
    numbers.set(piece.name, number + 1);
    findings.push({
      id: `drop-out:${piece.name}:${number}`,
      rule: 'drop-out',
      severity: 'stop',
      title: `Comes loose from the plate: ${piece.name}`,
      place: piece.component.bounds,
      ...causeOf(recipe, drawing, machine),
    });
  }
  return findings;
}

/** Why a piece that is no island comes loose, and what helps. */
function causeOf(
  { workOrder }: Recipe,
  drawing: Checked['drawing'],
  machine: Checked['machine'],
): Pick<Finding, 'detail' | 'mends'> {
  const other = (['engrave', 'mark', 'score'] as const).find((work) => machine.settings[work]);
  const assign = (role: 'area' | 'linework'): Mend[] =>
    other ? [{ label: `Assign to ${other}`, patch: [{ path: ['workOrder', role, 'work'], value: other }] }] : [];
  if (workOrder.area.work === 'cut' && drawing.area.length > 0)
    return { detail: 'The engraved areas are assigned to cut, and free what lies within them.', mends: assign('area') };
  if (workOrder.linework.work === 'cut' && drawing.linework.length > 0)
    return { detail: 'The lines are assigned to cut, and free what they lie round.', mends: assign('linework') };
  return {
    detail: `The ${machine.word} would cut it free. Give the words more room.`,
    mends: [
      {
        label: 'Fit the plate to the words',
        patch: [
          { path: ['plate', 'width'], value: null },
          { path: ['plate', 'height'], value: null },
        ],
      },
    ],
  };
}
