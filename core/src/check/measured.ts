import { growBounds, type Bounds } from '../geometry/bounds.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { Counter } from '../hold/counters.ts';
import type { Neck } from '../hold/necks.ts';
import type { Thickness } from '../hold/thickness.ts';
import type { Letter } from '../lettering/layout.ts';
import { letterName } from '../lettering/naming.ts';
import type { Recipe } from '../recipe/schema.ts';
import { limitReason, limitsFor, type HouseLimits, type Machine, type Material } from '../shop/shop.ts';
import type { Finding, Mend, Rule } from './findings.ts';
import { largerLettering } from './mends.ts';
import { boxKey, tidy } from './wording.ts';

/** What measuring found, as the check looks at it. */
export interface MeasuredJob {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly material: Material;
  readonly letters: readonly Letter[];
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  readonly necks: readonly Neck[];
  readonly counters: readonly Counter[];
  readonly specks: readonly { readonly size: number; readonly place: Bounds }[];
  readonly limits: { readonly wall: number; readonly gap: number; readonly neck: number; readonly counter: number; readonly speck: number };
}

/** Places told of one kind at most: the worst ones. */
const MOST_PLACES = 60;

/** Letters are offered so many times larger at most. */
const LARGEST_STEP = 2;

/** Findings of thickness: thin necks and walls, narrow gaps, filled counters, specks. */
export function checkMeasured(job: MeasuredJob): Finding[] {
  const { recipe, letters, limits } = job;
  const engraved = recipe.make === 'engraved';
  // A place between a neck's two letters is told as that neck, and bridges have a limit of their own.
  const necks = job.necks.filter(({ width }) => width < limits.neck - 0.005);
  const isOther = ({ place, between }: { place: Bounds; between: readonly SourceId[] }) => !between.some((source) => source.startsWith('bridge:')) && !necks.some((neck) => nearSame(neck.place, place));
  const walls = job.thickness.thin.filter(isOther);
  const who = (ids: readonly SourceId[]) => [...new Set(ids.map((id) => letterName(id, letters)))].slice(0, 2).join(' and ');
  const pick = <T extends { readonly place: Bounds }>(rule: Rule, limit: keyof MeasuredJob['limits'], found: readonly T[], value: (each: T) => number, title: (each: T) => string, mends: readonly Mend[]): Finding[] =>
    [...found]
      .sort((a, b) => value(a) - value(b))
      .slice(0, MOST_PLACES)
      .map((each) => ({
        id: `${rule}:${boxKey(each.place)}`, rule, severity: 'attention', title: title(each), place: growBounds(each.place, 0.5), mends,
        measure: { value: value(each), limit: limits[limit], unit: 'mm', wants: 'at least', reason: engraved ? `tool of the ${job.machine.word}` : reasonOf(job, limit) },
      }));
  // Much larger letters would be another job.
  const larger = (values: readonly number[], limit: number): Mend[] => {
    const factor = limit / Math.min(...values);
    return values.length > 0 && factor <= LARGEST_STEP ? [largerLettering(recipe, factor)] : [];
  };
  const wallWidths = walls.map(({ width }) => width);
  const gapWidths = job.gaps.thin.map(({ width }) => width);
  const counters = job.counters.filter(({ disc }) => disc < limits.counter - 0.005);
  return [
    ...pick('thin neck', 'neck', necks, ({ width }) => width, ({ a, b }) => `Thin neck: ${who([a, b])}`, [...closeUp(recipe, necks, limits.neck), ...thickenBy(recipe, necks.map(({ width }) => width), limits.neck, limits.counter)]),
    ...pick(engraved ? 'narrow gap' : 'thin wall', engraved ? 'gap' : 'wall', walls, ({ width }) => width, ({ between }) => `${engraved ? 'Too fine for the tool' : 'Thin wall'}: ${who(between)}`, [...larger(wallWidths, limits.wall), ...(recipe.make === 'cut-through' ? spaceOut(recipe, wallWidths, limits.wall) : thickenBy(recipe, wallWidths, limits.wall, limits.counter))]),
    ...(engraved ? [] : pick('narrow gap', 'gap', job.gaps.thin, ({ width }) => width, ({ between }) => `Narrow gap: ${who(between)}`, [...larger(gapWidths, limits.gap), ...(recipe.make === 'cut-through' ? thickenBy(recipe, gapWidths, limits.gap, 0) : [])])),
    ...(recipe.make === 'cut-through' ? [] : pick('filled counter', 'counter', counters, ({ disc }) => disc, ({ name }) => `Counter fills: ${name}`, larger(counters.map(({ disc }) => disc), limits.counter))),
    ...pick('speck', 'speck', job.specks, ({ size }) => size, () => 'Speck', larger(job.specks.map(({ size }) => size), limits.speck)),
  ];
}

function reasonOf({ machine, material, recipe }: MeasuredJob, limit: keyof HouseLimits): string {
  return limitReason(limitsFor(machine, material)[limit], recipe.thickness, machine);
}

/** Adding as much as the worst place lacks. */
function thickenBy({ lettering: { thicken } }: Recipe, widths: readonly number[], limit: number, counter: number): Mend[] {
  if (widths.length === 0) return [];
  const by = tidy(Math.ceil((thicken.by + (limit - Math.min(...widths)) / 2) * 20) / 20, 2);
  return [{ label: `Thicken by ${by} mm`, patch: [{ path: ['lettering', 'thicken'], value: { by, keepCounters: thicken.keepCounters || tidy(counter, 2) } }] }];
}

function closeUp({ lettering, rail }: Recipe, necks: readonly Neck[], limit: number): Mend[] {
  const worst = Math.min(...necks.filter(({ a, b }) => a !== 'rail' && b !== 'rail').map(({ width }) => width));
  if (!Number.isFinite(worst) || rail) return [];
  const spacing = tidy(lettering.letterSpacing - Math.max(0.2, (limit - worst) / 2), 1);
  return [{ label: `Close the letters up to ${spacing} mm`, patch: [{ path: ['lettering', 'letterSpacing'], value: spacing }] }];
}

function spaceOut({ lettering }: Recipe, widths: readonly number[], limit: number): Mend[] {
  if (widths.length === 0) return [];
  const spacing = tidy(Math.ceil((lettering.letterSpacing + limit - Math.min(...widths)) * 10) / 10, 1);
  return [{ label: `Space the letters ${spacing} mm apart`, patch: [{ path: ['lettering', 'letterSpacing'], value: spacing }] }];
}

const nearSame = (a: Bounds, b: Bounds): boolean => Math.hypot((a.minX + a.maxX - b.minX - b.maxX) / 2, (a.minY + a.maxY - b.minY - b.maxY) / 2) < 1;
