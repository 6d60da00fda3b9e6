import { buildAssembly, type AssemblyBuild } from '../assembly/build-assembly.ts';
import { neckOf, type Surroundings } from '../assembly/plans.ts';
import { StageCache } from '../assembly/stages.ts';
import { list, tidy } from '../check/wording.ts';
import type { Memo } from '../geometry/memo.ts';
import { standing } from '../hold/hold-thing.ts';
import { necksOf } from '../hold/joins/join.ts';
import { partsOf } from '../hold/joins/parts.ts';
import { letterName } from '../lettering/naming.ts';
import { inItem } from '../recipe/identity.ts';
import { patchBetween, within, type RecipePatch } from '../recipe/patch.ts';
import type { Made, Recipe } from '../recipe/schema.ts';
import { isUnder, limitAt, limitsFor } from '../shop/limits.ts';
import { sourcesOf, surroundingsOf, type Resources } from './build-job.ts';

/** What makes stand-alone lettering one piece, as a change to its recipe, and what that changes, in words. */
export interface OnePiece {
  readonly patch: RecipePatch;
  readonly changes: readonly string[];
  /** Whether it comes off as one piece with every neck at its limit. */
  readonly holds: boolean;
  readonly pieces: number;
  /** The thinnest neck, mm; null where there is none. */
  readonly neck: number | null;
  readonly limit: number;
}

/** Thickening is tried so many times. */
const THICKENINGS = 4;

type Joins = Made['hold']['joins'];

/**
 * Tries what would make stand-alone letters one piece: closing letters up, ties for what is still loose, ties over thin
 * necks, and thickening where nothing else will do. Of what holds, the least visible is the answer; where nothing does,
 * what comes nearest.
 * @param id of the thing
 * @param progress told before each try: how many were made, and of how many at most
 * @throws Error where the recipe makes no such thing
 */
export function makeOnePiece(
  recipe: Recipe,
  id: string,
  resources: Resources,
  cache = new StageCache(),
  progress: (done: number, of: number) => void = () => {},
): OnePiece {
  const thing = recipe.assemblies.find((each) => each.id === id);
  if (!thing || thing.make === 'coupon') throw new Error(`The recipe makes no ${id}.`);
  const around: Surroundings = surroundingsOf(recipe, resources.shop).around;
  const builtOf = (changed: Made) => buildAssembly(changed, around, sourcesOf(resources), cache);
  const before = builtOf(thing);
  const limit = neckOf(thing, around);
  const counter = tidy(limitAt(limitsFor(around.machine, around.material).counter, around.thickness), 2);
  const own = thing.hold.joins;
  const ways: readonly Partial<Joins>[] = [
    {},
    { closeUp: true },
    { ties: 'loose' },
    { closeUp: true, ties: 'loose' },
    { ties: 'thin' },
    { closeUp: true, ties: 'thin' },
  ];
  const tried: Outcome[] = [];
  const attempt = (joins: Joins, items: Made['items']): Outcome => {
    progress(tried.length, ways.length + THICKENINGS);
    const changed: Made = { ...thing, items, hold: { ...thing.hold, pieces: 'one', joins } };
    const built = builtOf(changed);
    const pieces = built.pieces.filter(({ status }) => status !== 'drop-out').length;
    const seen = visibilityOf(built);
    // What is in more pieces, or seen no less than what holds already, need not be measured: it cannot win.
    const beaten = tried.some((other) => other.pieces < pieces || (other.holds && other.seen <= seen));
    const neck = beaten ? null : narrowestNeck(built, limit, cache.memo);
    const holds = !beaten && pieces === 1 && (neck === null || !isUnder(neck, limit));
    const outcome: Outcome = { changed, built, pieces, neck, holds, seen };
    tried.push(outcome);
    return outcome;
  };
  for (const way of ways) {
    const { holds, seen } = attempt({ ...own, ...way }, thing.items);
    if (holds && seen === 0) break;
  }
  let last = tried.at(-1)!;
  let { items } = thing;
  for (let round = 0; round < THICKENINGS && !tried.some(({ holds }) => holds) && last.pieces === 1; round++) {
    items = thickened(items, (limit - (last.neck ?? limit)) / 2, counter);
    last = attempt({ ...own, closeUp: true, ties: 'thin' }, items);
  }
  const best = tried.reduce((chosen, each) => (isBetter(each, chosen) ? each : chosen));
  return {
    patch: within(id, patchBetween(thing, best.changed)),
    changes: changesBetween(before, best.built),
    holds: best.holds,
    pieces: best.pieces,
    neck: best.neck,
    limit,
  };
}

/** All lettering so much thicker, mm, in fiftieths of a millimetre. */
const thickened = (items: Made['items'], lack: number, counter: number): Made['items'] =>
  items.map((item) => {
    if (item.kind !== 'lettering') return item;
    const { by, keepCounters } = item.thicken;
    const thicken = { by: tidy(Math.ceil((by + lack + 0.01) * 50) / 50, 2), keepCounters: keepCounters || counter };
    return { ...item, thicken: { ...item.thicken, ...thicken } };
  });

/** Width of the narrowest neck, mm, exact up to the limit; null where there is none. */
function narrowestNeck({ hold, arrangement }: AssemblyBuild, limit: number, memo: Memo): number | null {
  const parts = partsOf(standing(arrangement), arrangement.rails, memo);
  const widths = necksOf(hold.material, parts, limit).map(({ width }) => width);
  return widths.length === 0 ? null : Math.min(...widths);
}

/** How much of it is seen: a tie more than a letter moved as far. In mm, for comparing only. */
function visibilityOf(built: AssemblyBuild): number {
  const moves = [...closedUpOf(built).values()].reduce((sum, move) => sum + move, 0);
  return (
    moves +
    built.hold.ties.reduce((sum, { length, width, why }) => sum + (why === 'thin' ? width / 2 : 2 * length + width), 0)
  );
}

function isBetter(a: Outcome, b: Outcome): boolean {
  if (a.holds !== b.holds) return a.holds;
  if (a.holds) return a.seen < b.seen;
  return a.pieces !== b.pieces ? a.pieces < b.pieces : isUnder(b.neck ?? Infinity, a.neck ?? Infinity);
}

interface Outcome {
  readonly changed: Made;
  readonly built: AssemblyBuild;
  readonly pieces: number;
  readonly neck: number | null;
  readonly holds: boolean;
  readonly seen: number;
}

/** How far letters were closed up, mm, by their names in the thing. */
const closedUpOf = ({ items }: AssemblyBuild): Map<string, number> =>
  new Map(
    items.flatMap(({ item, form }) =>
      [...(form.lettering?.closedUp ?? [])].map(([id, move]) => [inItem(item.id, id), move] as const),
    ),
  );

function changesBetween(before: AssemblyBuild, after: AssemblyBuild): string[] {
  const { letters } = after.arrangement;
  const changes: string[] = [];
  const closedBefore = closedUpOf(before);
  const closed = [...closedUpOf(after)].filter(([id, move]) => Math.abs(move - (closedBefore.get(id) ?? 0)) > 0.01);
  if (closed.length > 0)
    changes.push(`Closed up: ${list(closed.map(([id, move]) => `${letterName(id, letters)} by ${tidy(move, 2)} mm`))}`);
  const known = new Set(before.hold.ties.map(({ id }) => id));
  const ties = after.hold.ties.filter(({ id }) => !known.has(id));
  const [loose, thin] = [ties.filter(({ why }) => why === 'loose'), ties.filter(({ why }) => why === 'thin')];
  const tied = ({ part, length }: (typeof loose)[number]) =>
    `${letterName(part, letters)} by a bar ${tidy(length, 1)} mm long`;
  if (loose.length > 0) changes.push(`Tied: ${list(loose.map(tied))}`);
  if (thin.length > 0) changes.push(`Necks made wider: ${list(thin.map(({ part }) => letterName(part, letters)))}`);
  const by = Math.max(...weightsOf(after).map((weight, i) => weight - weightsOf(before)[i]!), 0);
  if (by > 1e-6) changes.push(`Thickened by ${tidy(by, 2)} mm all round`);
  return changes;
}

const weightsOf = ({ items }: AssemblyBuild): number[] =>
  items.flatMap(({ item }) => (item.kind === 'lettering' ? [item.thicken.by] : []));
