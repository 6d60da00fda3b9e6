import { isBridgeEdge, isLetter, RAIL } from '../recipe/identity.ts';
import { growBounds, type Bounds } from '../geometry/bounds.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { Counter } from '../measure/counters.ts';
import type { Neck } from '../measure/necks.ts';
import type { Letter } from '../lettering/layout.ts';
import { letterName } from '../lettering/naming.ts';
import type { Recipe } from '../recipe/schema.ts';
import { limitReason, limitsFor, type HouseLimits } from '../shop/shop.ts';
import type { Finding, Mend, Rule } from './finding.ts';
import type { MeasuredJob } from './measured-job.ts';
import { LARGEST_STEP, largerLettering } from './mends.ts';
import { fewPoints, weakHolds } from './rules/holds.ts';
import { tidy } from './wording.ts';

/** Places told of one kind at most: the worst ones. */
const MOST_PLACES = 60;

/** Findings of thickness: thin necks and walls, narrow gaps, filled counters, specks. */
export function checkMeasured(job: MeasuredJob): Finding[] {
  const { recipe, letters, limits } = job;
  const engraved = recipe.make === 'engraved';
  // A place between a neck's two letters is told as that neck, and bridges have a limit of their own.
  const necks = job.necks.filter(({ width }) => width < limits.neck - 0.005);
  const isOther = ({ place, between }: { place: Bounds; between: readonly SourceId[] }) =>
    !between.some((source) => isBridgeEdge(source)) && !necks.some((neck) => nearSame(neck.place, place));
  const walls = job.thickness.thin.filter(isOther);
  const who = (ids: readonly SourceId[]) =>
    [...new Set(ids.map((id) => letterName(id, letters)))].slice(0, 2).join(' and ');
  const pick = <T extends { readonly place: Bounds }>(
    rule: Rule,
    limit: keyof MeasuredJob['limits'],
    found: readonly T[],
    between: (each: T) => readonly SourceId[],
    value: (each: T) => number,
    title: (each: T) => string,
    mends: readonly Mend[],
    detail?: string,
  ): Finding[] => {
    const idOf = idsOf(rule, found, between);
    return [...found]
      .sort((a, b) => value(a) - value(b))
      .slice(0, MOST_PLACES)
      .map((each) => ({
        id: idOf(each),
        rule,
        severity: 'attention',
        title: title(each),
        ...(detail ? { detail } : {}),
        place: growBounds(each.place, 0.5),
        mends,
        measure: {
          value: value(each),
          limit: limits[limit],
          unit: 'mm',
          wants: 'at least',
          reason: engraved ? `tool of the ${job.machine.word}` : reasonOf(job, limit),
        },
      }));
  };
  // Much larger letters would be another job.
  const larger = (values: readonly number[], limit: number): Mend[] => {
    const factor = limit / Math.min(...values);
    return values.length > 0 && factor <= LARGEST_STEP ? [largerLettering(recipe, factor)] : [];
  };
  const wallWidths = walls.map(({ width }) => width);
  const gapWidths = job.gaps.thin.map(({ width }) => width);
  const counters = job.counters.filter(({ disc }) => disc < limits.counter - 0.005);
  return [
    ...weakHolds(job),
    ...fewPoints(job),
    ...pick(
      'thin neck',
      'neck',
      necks,
      ({ a, b }) => [a, b],
      ({ width }) => width,
      ({ a, b }) => `Thin neck: ${who([a, b])}`,
      [
        ...closeUp(recipe, necks, limits.neck),
        ...thickenBy(
          recipe,
          necks.map(({ width }) => width),
          limits.neck,
          limits.counter,
        ),
      ],
    ),
    ...pick(
      engraved ? 'narrow gap' : 'thin wall',
      engraved ? 'gap' : 'wall',
      walls,
      ({ between }) => between,
      ({ width }) => width,
      ({ between }) => `${engraved ? 'Too fine for the tool' : 'Thin wall'}: ${who(between)}`,
      [
        ...(recipe.make === 'cut-through'
          ? spaceOut(recipe, wallWidths, limits.wall)
          : [
              ...thickenLetters(recipe, walls, limits.wall, letters),
              ...thickenBy(recipe, wallWidths, limits.wall, limits.counter),
            ]),
        ...larger(wallWidths, limits.wall),
      ],
      holdsFrom(job, wallWidths, limits.wall),
    ),
    ...(engraved
      ? []
      : pick(
          'narrow gap',
          'gap',
          job.gaps.thin,
          ({ between }) => between,
          ({ width }) => width,
          ({ between }) => `Narrow gap: ${who(between)}`,
          [
            ...larger(gapWidths, limits.gap),
            ...(recipe.make === 'cut-through' ? thickenBy(recipe, gapWidths, limits.gap, 0) : []),
          ],
        )),
    ...(recipe.make === 'cut-through'
      ? []
      : pick(
          'filled counter',
          'counter',
          counters,
          ({ letter }) => [letter],
          ({ disc }) => disc,
          ({ name }) => `Counter fills: ${name}`,
          [
            ...openCounters(recipe, counters, limits.counter),
            ...larger(
              counters.map(({ disc }) => disc),
              limits.counter,
            ),
          ],
        )),
    ...pick(
      'speck',
      'speck',
      job.specks,
      ({ sources }) => sources,
      ({ size }) => size,
      () => 'Speck',
      larger(
        job.specks.map(({ size }) => size),
        limits.speck,
      ),
    ),
  ];
}

/**
 * Ids by whose edges a place lies between, and of several such by their order from left to right and from below: the
 * same at another size and in another place.
 */
function idsOf<T extends { readonly place: Bounds }>(
  rule: Rule,
  found: readonly T[],
  between: (each: T) => readonly SourceId[],
): (each: T) => string {
  const numbers = new Map<string, number>();
  const ids = new Map<T, string>();
  const across = (a: T, b: T) => a.place.minX - b.place.minX || a.place.minY - b.place.minY;
  for (const each of [...found].sort(across)) {
    const who = [...between(each)].sort().join('+');
    const number = numbers.get(who) ?? 0;
    numbers.set(who, number + 1);
    ids.set(each, `${rule}:${who}:${number}`);
  }
  return (each) => ids.get(each)!;
}

function reasonOf({ machine, material, recipe }: MeasuredJob, limit: keyof HouseLimits): string {
  return limitReason(limitsFor(machine, material)[limit], recipe.thickness, machine);
}

/** Thickening just the letters that are too thin, each by what it lacks. */
function thickenLetters(
  { lettering: { thicken } }: Recipe,
  thin: readonly { readonly width: number; readonly between: readonly SourceId[] }[],
  limit: number,
  letters: readonly Letter[],
): Mend[] {
  const lacking = new Map<SourceId, number>();
  for (const { width, between } of thin)
    for (const id of between) if (isLetter(id)) lacking.set(id, Math.max(lacking.get(id) ?? 0, (limit - width) / 2));
  // All letters of the job is what thickening the whole is for.
  if (lacking.size === 0 || lacking.size === letters.length) return [];
  const by = Object.fromEntries(
    [...lacking].map(([id, lack]) => [id, tidy((thicken.letters[id] ?? 0) + Math.ceil(lack * 20 + 0.2) / 20, 2)]),
  );
  return [
    {
      label: `Thicken ${lacking.size > 2 ? `those ${lacking.size} letters` : [...lacking.keys()].map((id) => letterName(id, letters)).join(' and ')}`,
      patch: [{ path: ['lettering', 'thicken', 'letters'], value: { ...thicken.letters, ...by } }],
    },
  ];
}

/** Opening just the counters that would fill. */
function openCounters({ lettering: { thicken } }: Recipe, counters: readonly Counter[], limit: number): Mend[] {
  if (counters.length === 0) return [];
  const by = Object.fromEntries(
    counters.map(({ letter, disc }) => [
      letter,
      tidy((thicken.counters[letter] ?? 0) + Math.ceil(((limit - disc) / 2) * 20 + 0.2) / 20, 2),
    ]),
  );
  return [
    {
      label: counters.length === 1 ? 'Open the counter' : `Open those ${counters.length} counters`,
      patch: [{ path: ['lettering', 'thicken', 'counters'], value: { ...thicken.counters, ...by } }],
    },
  ];
}

/** At so many times their size letters are another job, and saying so helps nobody. */
const FAR_LARGER = 5;

/** From which size up the same letters would hold the limit. */
function holdsFrom(
  { recipe: { lettering }, capHeight }: MeasuredJob,
  widths: readonly number[],
  limit: number,
): string | undefined {
  if (widths.length === 0 || lettering.thicken.by !== 0) return undefined;
  const factor = limit / Math.min(...widths);
  if (factor > FAR_LARGER) return undefined;
  return `From ${Math.ceil(capHeight * factor)} mm cap height upward this face holds ${tidy(limit, 2)} mm.`;
}

/** Adding as much as the worst place lacks. */
function thickenBy(
  { lettering: { thicken } }: Recipe,
  widths: readonly number[],
  limit: number,
  counter: number,
): Mend[] {
  if (widths.length === 0) return [];
  const by = tidy(Math.ceil((thicken.by + (limit - Math.min(...widths)) / 2) * 20) / 20, 2);
  return [
    {
      label: `Thicken by ${by} mm`,
      patch: [
        {
          path: ['lettering', 'thicken'],
          value: { ...thicken, by, keepCounters: thicken.keepCounters || tidy(counter, 2) },
        },
      ],
    },
  ];
}

function closeUp({ lettering, rail, hold }: Recipe, necks: readonly Neck[], limit: number): Mend[] {
  const worst = Math.min(...necks.filter(({ a, b }) => a !== RAIL && b !== RAIL).map(({ width }) => width));
  if (!Number.isFinite(worst) || rail) return [];
  const spacing = tidy(lettering.letterSpacing - Math.max(0.2, (limit - worst) / 2), 1);
  return [
    ...(hold.joins.closeUp
      ? []
      : [{ label: 'Close up what joins too thinly', patch: [{ path: ['hold', 'joins', 'closeUp'], value: true }] }]),
    {
      label: `Close the letters up to ${spacing} mm`,
      patch: [{ path: ['lettering', 'letterSpacing'], value: spacing }],
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

const nearSame = (a: Bounds, b: Bounds): boolean =>
  Math.hypot((a.minX + a.maxX - b.minX - b.maxX) / 2, (a.minY + a.maxY - b.minY - b.maxY) / 2) < 1;
