import { MAKES } from '../../makes/makes.ts';
import { joinBounds } from '../../geometry/bounds.ts';
import type { Arrangement } from '../../construct/arrangement.ts';
import type { Piece } from '../../hold/pieces.ts';
import { usualRail, withUprights } from '../../recipe/edits/rail.ts';
import type { Rail } from '../../recipe/parts.ts';
import type { Made } from '../../recipe/schema.ts';
import { SHAPE, withinItem } from '../../recipe/identity.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding, Mend } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** Stand-alone letters, and a backer, must hang together. */
export function loosePiece({ thing, pieces, capHeight, arrangement }: AssemblySubject): Finding[] {
  const loose = pieces.filter(({ status }) => status === 'loose');
  if (loose.length === 0) return [];
  const common = {
    id: 'loose piece',
    rule: 'loose piece',
    severity: 'stop',
    measure: { value: loose.length + 1, limit: 1, unit: 'pieces', wants: 'at most' },
    where: joinBounds(loose.map(({ component }) => component.bounds)),
  } as const;
  if (MAKES[thing.make].base === 'backer')
    return [
      {
        ...common,
        title: `The backer is in ${loose.length + 1} parts`,
        detail: 'It does not reach from one letter to the next.',
        mends: [widerBacker(thing)],
      },
    ];
  return [
    {
      ...common,
      title: titleOf(loose),
      detail: 'Nothing joins them to the rest.',
      mends: waysToJoin(thing, capHeight, arrangement),
    },
  ];
}

const titleOf = (loose: readonly Piece[]): string =>
  loose.length === 1
    ? `Loose piece: ${loose[0]!.name}`
    : `${loose.length} loose pieces: ${list(loose.map(({ name }) => name))}`;

function widerBacker({ backer }: Made): Mend {
  const wider = Math.ceil(backer.distance * 1.5);
  return {
    label: `Backer ${wider} mm past the letters`,
    patch: inAssembly([{ path: ['backer', 'distance'], value: wider }]),
  };
}

function waysToJoin({ rail, hold, backer }: Made, capHeight: number, arrangement: Arrangement): Mend[] {
  const mends: Mend[] = [];
  const railMend = (label: string, value: Rail): Mend => ({ label, patch: inAssembly([{ path: ['rail'], value }]) });
  const lines = linesOf(arrangement);
  if (!rail && lines === 1) mends.push(railMend('Add a rail', usualRail(capHeight)));
  if (!rail && lines > 1)
    mends.push(railMend('Add a rail to each line, and uprights', withUprights(usualRail(capHeight), capHeight)));
  if (rail && !rail.uprights && lines > 1)
    mends.push(railMend('Join the rails by uprights', withUprights(rail, capHeight)));
  if (!rail && !hold.joins.closeUp)
    mends.push({
      label: 'Close the letters up',
      patch: inAssembly([{ path: ['hold', 'joins', 'closeUp'], value: true }]),
    });
  if (hold.joins.ties === 'none')
    mends.push({
      label: 'Tie what is loose',
      patch: inAssembly([{ path: ['hold', 'joins', 'ties'], value: 'loose' }]),
    });
  const distance = Math.max(backer.distance, Math.ceil(capHeight * 0.2));
  mends.push({
    label: 'Put them on a backer',
    patch: inAssembly([
      { path: ['make'], value: 'backed' },
      { path: ['backer', 'distance'], value: distance },
    ]),
  });
  mends.push({ label: 'Separate is fine', patch: inAssembly([{ path: ['hold', 'pieces'], value: 'separate' }]) });
  return mends;
}

/** How many lines of lettering are its material. */
const linesOf = ({ items }: Arrangement): number =>
  new Set(
    items
      .filter(({ role }) => role === 'material')
      .flatMap(({ id, letters }) =>
        letters.filter((letter) => withinItem(letter.id) !== SHAPE).map(({ line }) => `${id} ${line}`),
      ),
  ).size;
