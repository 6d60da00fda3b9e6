import { applyPatch, type RecipePatch } from '../recipe/patch.ts';
import type { Recipe } from '../recipe/schema.ts';
import { letterName } from '../lettering/naming.ts';
import { isUnder, limitAt, limitsFor } from '../shop/limits.ts';
import { list, tidy } from '../check/wording.ts';
import { build, type Build, type Resources } from './build-job.ts';
import { medialAxis } from '../geometry/medial-axis.ts';
import type { Memo } from '../geometry/memo.ts';
import { partsOf } from '../hold/joins/parts.ts';
import { findNecks } from '../measure/necks.ts';
import { neckOf } from '../assembly/plans.ts';
import { StageCache } from '../assembly/stages.ts';

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

type Joins = Recipe['hold']['joins'];
type Thicken = Recipe['lettering']['thicken'];

/**
 * Tries what would make stand-alone letters one piece: closing letters up, ties for what is still loose, ties over thin
 * necks, and thickening where nothing else will do. Of what holds, the least visible is the answer; where nothing does,
 * what comes nearest.
 * @param progress told before each try: how many were made, and of how many at most
 */
export function makeOnePiece(
  recipe: Recipe,
  resources: Resources,
  cache = new StageCache(),
  progress: (done: number, of: number) => void = () => {},
): OnePiece {
  const before = build(recipe, resources, cache);
  const limit = neckOf(recipe, before.machine, before.material);
  const counter = tidy(limitAt(limitsFor(before.machine, before.material).counter, recipe.thickness), 2);
  const own = recipe.hold.joins;
  const ways: readonly Partial<Joins>[] = [
    {},
    { closeUp: true },
    { ties: 'loose' },
    { closeUp: true, ties: 'loose' },
    { ties: 'thin' },
    { closeUp: true, ties: 'thin' },
  ];
  const tried: Outcome[] = [];
  const attempt = (joins: Joins, thicken: Thicken): Outcome => {
    progress(tried.length, ways.length + THICKENINGS);
    const patch: RecipePatch = [
      { path: ['hold', 'pieces'], value: 'one' },
      { path: ['hold', 'joins'], value: joins },
      { path: ['lettering', 'thicken'], value: thicken },
    ];
    const built = build(applyPatch(recipe, patch), resources, cache);
    const pieces = built.pieces.filter(({ status }) => status !== 'drop-out').length;
    const seen = visibilityOf(built);
    // What is in more pieces, or seen no less than what holds already, need not be measured: it cannot win.
    const beaten = tried.some((other) => other.pieces < pieces || (other.holds && other.seen <= seen));
    const neck = beaten ? null : narrowestNeck(built, limit, cache.memo);
    const holds = !beaten && pieces === 1 && (neck === null || !isUnder(neck, limit));
    const outcome: Outcome = { patch, built, pieces, neck, holds, seen };
    tried.push(outcome);
    return outcome;
  };
  for (const way of ways) {
    const { holds, seen } = attempt({ ...own, ...way }, recipe.lettering.thicken);
    if (holds && seen === 0) break;
  }
  let last = tried.at(-1)!;
  let { thicken } = recipe.lettering;
  for (let round = 0; round < THICKENINGS && !tried.some(({ holds }) => holds) && last.pieces === 1; round++) {
    thicken = {
      ...thicken,
      by: tidy(Math.ceil((thicken.by + (limit - (last.neck ?? limit)) / 2 + 0.01) * 50) / 50, 2),
      keepCounters: thicken.keepCounters || counter,
    };
    last = attempt({ ...own, closeUp: true, ties: 'thin' }, thicken);
  }
  const best = tried.reduce((chosen, each) => (isBetter(each, chosen) ? each : chosen));
  return {
    patch: best.patch,
    changes: changesBetween(before, best.built),
    holds: best.holds,
    pieces: best.pieces,
    neck: best.neck,
    limit,
  };
}

/** Width of the narrowest neck, mm, exact up to the limit; null where there is none. */
function narrowestNeck({ hold, arrangement: { letters, rails } }: Build, limit: number, memo: Memo): number | null {
  const axis = medialAxis(hold.material, { material: limit, gaps: 0 });
  const widths = findNecks(axis, partsOf(letters, rails, memo)).map(({ width }) => width);
  return widths.length === 0 ? null : Math.min(...widths);
}

/** How much of it is seen: a tie more than a letter moved as far. In mm, for comparing only. */
function visibilityOf({ lettering, hold }: Build): number {
  const moves = [...(lettering.closedUp?.values() ?? [])].reduce((sum, move) => sum + move, 0);
  return (
    moves +
    hold.ties.reduce((sum, { length, width, why }) => sum + (why === 'thin' ? width / 2 : 2 * length + width), 0)
  );
}

function isBetter(a: Outcome, b: Outcome): boolean {
  if (a.holds !== b.holds) return a.holds;
  if (a.holds) return a.seen < b.seen;
  return a.pieces !== b.pieces ? a.pieces < b.pieces : isUnder(b.neck ?? Infinity, a.neck ?? Infinity);
}

interface Outcome {
  readonly patch: RecipePatch;
  readonly built: Build;
  readonly pieces: number;
  readonly neck: number | null;
  readonly holds: boolean;
  readonly seen: number;
}

function changesBetween(before: Build, after: Build): string[] {
  const { letters } = after.arrangement;
  const changes: string[] = [];
  const closed = [...(after.lettering.closedUp ?? [])].filter(
    ([id, move]) => Math.abs(move - (before.lettering.closedUp?.get(id) ?? 0)) > 0.01,
  );
  if (closed.length > 0)
    changes.push(`Closed up: ${list(closed.map(([id, move]) => `${letterName(id, letters)} by ${tidy(move, 2)} mm`))}`);
  const known = new Set(before.hold.ties.map(({ id }) => id));
  const ties = after.hold.ties.filter(({ id }) => !known.has(id));
  const [loose, thin] = [ties.filter(({ why }) => why === 'loose'), ties.filter(({ why }) => why === 'thin')];
  const tied = ({ part, length }: (typeof loose)[number]) =>
    `${letterName(part, letters)} by a bar ${tidy(length, 1)} mm long`;
  if (loose.length > 0) changes.push(`Tied: ${list(loose.map(tied))}`);
  if (thin.length > 0) changes.push(`Necks made wider: ${list(thin.map(({ part }) => letterName(part, letters)))}`);
  const by = after.recipe.lettering.thicken.by - before.recipe.lettering.thicken.by;
  if (Math.abs(by) > 1e-6) changes.push(`Thickened by ${tidy(by, 2)} mm all round`);
  return changes;
}
