import { itemName } from '../../items/kinds.ts';
import { inArtwork, inLettering, type RecipePatch } from '../../recipe/patch.ts';
import type { LetteringItem } from '../../recipe/schema.ts';
import type { ItemBuild } from '../../assembly/build-assembly.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** What a hand changed of outlines must find them: on another face, and in a new version of a file. */
export const lostOutline = ({ items }: AssemblySubject): Finding[] =>
  items.flatMap((built) => [...ofLetters(built), ...ofArtwork(built)]);

function ofLetters({ item, form }: ItemBuild): Finding[] {
  if (item.kind !== 'lettering' || !form.lettering) return [];
  const { redrawn, centerline } = item;
  const { lostRedrawings, lostStrokes } = form.lettering;
  return [
    ...ofRedrawn(item, redrawn, lostRedrawings, (left) => inLettering(item.id, { path: ['redrawn'], value: left })),
    ...(centerline
      ? ofRedrawn(item, centerline.redrawn, lostStrokes, (left) =>
          inLettering(item.id, { path: ['centerline'], value: { ...centerline, redrawn: left } }),
        )
      : []),
  ];
}

type Redrawn = LetteringItem['redrawn'];

/** @param found numbers of those in this face that found nothing @param forget how the others alone are kept */
function ofRedrawn(
  item: LetteringItem,
  redrawn: Redrawn,
  found: readonly number[],
  forget: (left: Redrawn) => RecipePatch,
): Finding[] {
  const own = redrawn.filter(({ face }) => face === item.face);
  const lost = found.map((i) => own[i]!);
  const elsewhere = redrawn.filter(({ face }) => face !== item.face);
  const all = [...lost, ...elsewhere];
  if (all.length === 0) return [];
  const names = list([...new Set(all.map(({ text }) => `“${text}”`))]);
  return [
    {
      id: redrawn === item.redrawn ? `lost outline:${item.id}` : `lost outline:${item.id}:middle`,
      rule: 'lost outline',
      severity: 'attention',
      where: null,
      title: `${names} redrawn by hand: not so here`,
      detail:
        elsewhere.length === all.length
          ? 'That was done in another face. It is kept, in case that face comes back.'
          : 'The letter is not there any more, or the face draws it otherwise. It is kept, in case it comes back.',
      mends: [
        {
          label: 'Forget it',
          patch: forget(redrawn.filter((each) => !all.includes(each))),
        },
      ],
    },
  ];
}

function ofArtwork({ item, form }: ItemBuild): Finding[] {
  const lost = form.artwork?.lostChanges ?? [];
  if (item.kind !== 'artwork' || lost.length === 0) return [];
  const many = lost.length > 1;
  return [
    {
      id: `lost outline:${item.id}`,
      rule: 'lost outline',
      severity: 'attention',
      where: null,
      title: `${itemName(item)}: ${lost.length} ${many ? 'changes' : 'change'} of its outline by hand not found`,
      detail: `The nodes that ${many ? 'they were' : 'it was'} made to are not there: has the file changed?`,
      mends: [
        {
          label: many ? 'Forget them' : 'Forget it',
          patch: inArtwork(item.id, { path: ['redrawn'], value: item.redrawn.filter((_, i) => !lost.includes(i)) }),
        },
      ],
    },
  ];
}
