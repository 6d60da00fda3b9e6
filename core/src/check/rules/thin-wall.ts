import { MAKES } from '../../makes/makes.ts';
import type { Bounds } from '../../geometry/bounds.ts';
import { letterName } from '../../lettering/naming.ts';
import type { Pinch } from '../../measure/thickness.ts';
import { isBridgeEdge, isLetter, itemOf, withinItem, type LetterId } from '../../recipe/identity.ts';
import { inLettering } from '../../recipe/patch.ts';
import type { LetteringItem } from '../../recipe/schema.ts';
import type { Finding, Mend } from '../finding.ts';
import { measuredFindings, whose } from '../measured-findings.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { lackOnEachSide, thickenAll } from '../mends/thicken.ts';
import { letteringOf, type MeasuredSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';
import { thinNecks } from './thin-neck.ts';

/** Material must be thick enough everywhere, and an engraved stroke wide enough for its tool. */
export function thinWall(subject: MeasuredSubject): Finding[] {
  const { thing, limits } = subject;
  const { letters } = MAKES[thing.make];
  const items = letteringOf(subject.items);
  const engraved = letters === 'engraved';
  // A place between a neck's two letters is told as that neck, and bridges have a limit of their own.
  const necks = thinNecks(subject);
  const found = subject.thickness.thin.filter(
    ({ where, between }) => !between.some(isBridgeEdge) && !necks.some((neck) => isSamePlace(neck.where, where)),
  );
  const widths = found.map(({ width }) => width);
  return measuredFindings(subject, {
    rule: engraved ? 'narrow gap' : 'thin wall',
    limit: engraved ? 'gap' : 'wall',
    found,
    between: ({ between }) => between,
    value: ({ width }) => width,
    title: ({ between }) => `${engraved ? 'Too fine for the tool' : 'Thin wall'}: ${whose(between, subject)}`,
    detail: holdsFrom(subject, items, widths, limits.wall),
    mends: [
      ...(letters === 'opening'
        ? spaceOut(items, widths, limits.wall)
        : [...thickenThose(subject, items, found), ...thickenAll(items, widths, limits.wall, limits.counter)]),
      ...largeEnough(items, widths, limits.wall),
    ],
  });
}

const isSamePlace = (a: Bounds, b: Bounds): boolean =>
  Math.hypot((a.minX + a.maxX - b.minX - b.maxX) / 2, (a.minY + a.maxY - b.minY - b.maxY) / 2) < 1;

/** At so many times their size letters are another job, and saying so helps nobody. */
const FAR_LARGER = 5;

/** From which size up the same letters would hold the limit. */
function holdsFrom(
  { capHeight }: MeasuredSubject,
  items: readonly LetteringItem[],
  widths: readonly number[],
  limit: number,
): string | undefined {
  if (widths.length === 0 || items.some(({ thicken }) => thicken.by !== 0)) return undefined;
  const factor = limit / Math.min(...widths);
  if (factor > FAR_LARGER) return undefined;
  return `From ${Math.ceil(capHeight * factor)} mm cap height upward this face holds ${tidy(limit, 2)} mm.`;
}

/** Thickening just the letters that are too thin, each by what it lacks. */
function thickenThose(
  { letters, limits }: MeasuredSubject,
  items: readonly LetteringItem[],
  thin: readonly Pinch[],
): Mend[] {
  const narrowest = new Map<LetterId, number>();
  for (const { width, between } of thin)
    for (const id of between)
      if (isLetter(id) && items.some((item) => item.id === itemOf(id)))
        narrowest.set(id, Math.min(narrowest.get(id) ?? Infinity, width));
  // All letters of the thing is what thickening the whole is for.
  if (narrowest.size === 0 || narrowest.size === letters.length) return [];
  const by = [...narrowest.keys()];
  const names = by.length > 2 ? `those ${by.length} letters` : by.map((id) => letterName(id, letters)).join(' and ');
  const patch = items.flatMap(({ id, thicken }) => {
    const own = [...narrowest].filter(([letter]) => itemOf(letter) === id);
    if (own.length === 0) return [];
    const weights = own.map(([letter, width]): [string, number] => {
      const more = Math.max(0, lackOnEachSide(width, limits.wall));
      return [withinItem(letter), tidy((thicken.letters[withinItem(letter)] ?? 0) + more, 2)];
    });
    return inLettering(id, {
      path: ['thicken', 'letters'],
      value: { ...thicken.letters, ...Object.fromEntries(weights) },
    });
  });
  return [{ label: `Thicken ${names}`, patch }];
}

function spaceOut(items: readonly LetteringItem[], widths: readonly number[], limit: number): Mend[] {
  if (widths.length === 0 || items.length === 0) return [];
  const wider = ({ letterSpacing }: LetteringItem) =>
    tidy(Math.ceil((letterSpacing + limit - Math.min(...widths)) * 10) / 10, 1);
  return [
    {
      label: items.length === 1 ? `Space the letters ${wider(items[0]!)} mm apart` : 'Space all letters further apart',
      patch: items.flatMap((item) => inLettering(item.id, { path: ['letterSpacing'], value: wider(item) })),
    },
  ];
}
