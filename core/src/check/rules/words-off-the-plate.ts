import { boundsContain, heightOf, joinBounds, widthOf } from '../../geometry/bounds.ts';
import { plateOutline } from '../../construct/plate-outline.ts';
import { regionArea } from '../../geometry/contour-facts.ts';
import { knockOut, weldRegions } from '../../geometry/kernel/boolean.ts';
import { PLATE } from '../../recipe/identity.ts';
import { itemName } from '../../items/kinds.ts';
import type { Finding } from '../finding.ts';
import { FIT_PLATE } from '../mends/fit-plate.ts';
import type { AssemblySubject } from '../subjects.ts';
import { list, tidy } from '../wording.ts';

/** Less than this past the outline is nothing, mm². */
const NOTHING = 0.05;

/** What is cut through, engraved or left standing must lie on its plate; material may add to it. */
export function wordsOffThePlate({ thing, arrangement, items }: AssemblySubject): Finding[] {
  const { plate, plateFigure: figure, items: placed } = arrangement;
  if (!plate) return [];
  const worked = placed.flatMap(({ role, letters }, i) =>
    role === 'guide' || role === 'material' || letters.length === 0
      ? []
      : [{ item: items[i]!.item, letters, ink: joinBounds(letters.map(({ bounds }) => bounds)) }],
  );
  const ink = joinBounds(worked.map((each) => each.ink));
  const isBox = !figure && thing.plate.outline === 'rectangle' && thing.plate.corners === 'round';
  const outline = isBox ? [] : plateOutline({ plan: thing.plate, box: plate, figure }, 0, PLATE);
  const isOff = (own: (typeof worked)[number]) =>
    !boundsContain(plate, own.ink, 1e-6) ||
    (!isBox && regionArea(knockOut(weldRegions(own.letters.map(({ contours }) => contours)), outline)) > NOTHING);
  const off = worked.filter(isOff);
  if (off.length === 0) return [];
  const over = Math.max(widthOf(ink) - widthOf(plate), heightOf(ink) - heightOf(plate));
  const areWords = off.every(({ item }) => item.kind === 'lettering');
  const by = over > 0 ? ` by ${tidy(over, 2)} mm` : '';
  return [
    {
      id: 'words off the plate',
      rule: 'words off the plate',
      severity: 'stop',
      title: areWords
        ? `The words reach off the plate${by}`
        : `Off the plate${by}: ${list(off.map(({ item }) => itemName(item)))}`,
      where: ink,
      mends: [FIT_PLATE],
    },
  ];
}
