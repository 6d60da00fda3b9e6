import { MAKES } from '../../makes/makes.ts';
import type { Bounds } from '../../geometry/bounds.ts';
import { letterName } from '../../lettering/naming.ts';
import type { ThinPlace } from '../../measure/thickness.ts';
import { isBridgeEdge, isLetter, type LetterId } from '../../recipe/identity.ts';
import type { Recipe } from '../../recipe/schema.ts';
import type { Finding, Mend } from '../finding.ts';
import { findingsOfPlaces, whose } from '../measured-places.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { lackOnEachSide, thickenAll } from '../mends/thicken.ts';
import type { MeasuredSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';
import { thinNecks } from './thin-neck.ts';

/** Material must be thick enough everywhere, and an engraved stroke wide enough for its tool. */
export function thinWall(subject: MeasuredSubject): Finding[] {
  const { recipe, limits } = subject;
  const { letters } = MAKES[recipe.make];
  const engraved = letters === 'engraved';
  // A place between a neck's two letters is told as that neck, and bridges have a limit of their own.
  const necks = thinNecks(subject);
  const found = subject.thickness.thin.filter(
    ({ place, between }) => !between.some(isBridgeEdge) && !necks.some((neck) => isSamePlace(neck.place, place)),
  );
  const widths = found.map(({ width }) => width);
  return findingsOfPlaces(subject, {
    rule: engraved ? 'narrow gap' : 'thin wall',
    limit: engraved ? 'gap' : 'wall',
    found,
    between: ({ between }) => between,
    value: ({ width }) => width,
    title: ({ between }) => `${engraved ? 'Too fine for the tool' : 'Thin wall'}: ${whose(between, subject)}`,
    detail: holdsFrom(subject, widths, limits.wall),
    mends: [
      ...(letters === 'opening'
        ? spaceOut(recipe, widths, limits.wall)
        : [...thickenThose(subject, found), ...thickenAll(recipe, widths, limits.wall, limits.counter)]),
      ...largeEnough(recipe, widths, limits.wall),
    ],
  });
}

const isSamePlace = (a: Bounds, b: Bounds): boolean =>
  Math.hypot((a.minX + a.maxX - b.minX - b.maxX) / 2, (a.minY + a.maxY - b.minY - b.maxY) / 2) < 1;

/** At so many times their size letters are another job, and saying so helps nobody. */
const FAR_LARGER = 5;

/** From which size up the same letters would hold the limit. */
function holdsFrom(
  { recipe: { lettering }, capHeight }: MeasuredSubject,
  widths: readonly number[],
  limit: number,
): string | undefined {
  if (widths.length === 0 || lettering.thicken.by !== 0) return undefined;
  const factor = limit / Math.min(...widths);
  if (factor > FAR_LARGER) return undefined;
  return `From ${Math.ceil(capHeight * factor)} mm cap height upward this face holds ${tidy(limit, 2)} mm.`;
}

/** Thickening just the letters that are too thin, each by what it lacks. */
function thickenThose({ recipe, letters, limits }: MeasuredSubject, thin: readonly ThinPlace[]): Mend[] {
  const { thicken } = recipe.lettering;
  const narrowest = new Map<LetterId, number>();
  for (const { width, between } of thin)
    for (const id of between) if (isLetter(id)) narrowest.set(id, Math.min(narrowest.get(id) ?? Infinity, width));
  // All letters of the job is what thickening the whole is for.
  if (narrowest.size === 0 || narrowest.size === letters.length) return [];
  const by = [...narrowest].map(([id, width]) => {
    const more = Math.max(0, lackOnEachSide(width, limits.wall));
    return [id, tidy((thicken.letters[id] ?? 0) + more, 2)] as const;
  });
  const names = by.length > 2 ? `those ${by.length} letters` : by.map(([id]) => letterName(id, letters)).join(' and ');
  return [
    {
      label: `Thicken ${names}`,
      patch: [{ path: ['lettering', 'thicken', 'letters'], value: { ...thicken.letters, ...Object.fromEntries(by) } }],
    },
  ];
}

function spaceOut({ lettering }: Recipe, widths: readonly number[], limit: number): Mend[] {
  if (widths.length === 0) return [];
  const spacing = tidy(Math.ceil((lettering.letterSpacing + limit - Math.min(...widths)) * 10) / 10, 1);
  return [
    {
      label: `Space the letters ${spacing} mm apart`,
      patch: [{ path: ['lettering', 'letterSpacing'], value: spacing }],
    },
  ];
}
