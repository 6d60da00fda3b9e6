import { itemOf, numbersOf, ofLetterAt } from '../identity.ts';
import type { LetteringItem, Made, Recipe } from '../schema.ts';
import { followHold, followRecord } from './by-hand.ts';

/**
 * Where the letters of an old text are in a new one, so that what was placed by hand on a letter stays on it: within
 * each line, letters that both texts have in order are the same. A line that came in or went out moves those below it.
 * @returns the new id of a letter, or the old where the letter is no longer there
 */
export function followLetters(before: string, after: string): (id: string) => string {
  const [old, now] = [before.split('\n'), after.split('\n')];
  const { bottom } = linesKept(old, now);
  return (id) => {
    const numbers = numbersOf(id);
    if (!numbers) return id;
    const { line, cluster, index } = numbers;
    const target = line < old.length - bottom ? line : line + now.length - old.length;
    const [oldLine, newLine] = [old[line]?.trim(), now[target]?.trim()];
    if (oldLine === undefined || newLine === undefined) return id;
    return ofLetterAt(id, { line: target, cluster: followCluster(oldLine, newLine, cluster), index });
  };
}

/** Longer lines than this, multiplied, are followed by how they begin and end only. */
const MOST_TO_COMPARE = 250_000;

/** Where a letter of a line went: with its like among the most letters that both lines have in order. */
function followCluster(before: string, after: string, cluster: number): number {
  if (before === after) return cluster;
  const matched = before.length * after.length <= MOST_TO_COMPARE ? commonLetters(before, after) : [];
  const exact = matched.find(([from]) => from === cluster);
  if (exact) return exact[1];
  // A letter that was typed over stays as far behind the one before it.
  const last = matched.filter(([from]) => from < cluster).at(-1);
  return last ? last[1] + cluster - last[0] : cluster;
}

/** What a letter that both lines have counts, against one for each run of them: a line has fewer runs. */
const LETTER = 1024;

/**
 * The longest common subsequence of two lines, as pairs of places; of several as long the one in fewest runs: with
 * "The " typed before it, the T of "Tearoom" is that of "Tearoom" still.
 */
function commonLetters(a: string, b: string): (readonly [number, number])[] {
  const width = b.length + 1;
  const best = new Int32Array((a.length + 1) * width);
  // The same where the two letters are one, and those before them as well.
  const going = new Int32Array((a.length + 1) * width).fill(-1);
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--) {
      const at = i * width + j;
      const next = at + width + 1;
      if (a[i] === b[j]) going[at] = LETTER + Math.max(going[next]!, best[next]!);
      best[at] = Math.max(going[at]! - 1, best[at + width]!, best[at + 1]!);
    }
  const pairs: [number, number][] = [];
  for (let i = 0, j = 0, isRun = false; i < a.length && j < b.length;) {
    const at = i * width + j;
    isRun = isRun ? going[at]! >= best[at]! : going[at]! - 1 === best[at];
    if (isRun) pairs.push([i++, j++]);
    else if (best[at + width]! >= best[at + 1]!) i++;
    else j++;
  }
  return pairs;
}

function alikeFrom(a: number, b: number, same: (i: number) => boolean): number {
  let count = 0;
  while (count < a && count < b && same(count)) count++;
  return count;
}

/** How many lines from the top, and of the rest how many from the bottom, two texts have in common. */
function linesKept(old: readonly string[], now: readonly string[]): { top: number; bottom: number } {
  const top = alikeFrom(old.length, now.length, (i) => old[i] === now[i]);
  const bottom = alikeFrom(
    old.length - top,
    now.length - top,
    (i) => old[old.length - 1 - i] === now[now.length - 1 - i],
  );
  return { top, bottom };
}

/** Each line's own size goes with it; a line that was parted gives its size to both, and a new one begins with 1. */
function followLineScale(scale: readonly number[], old: readonly string[], now: readonly string[]): number[] {
  const { top, bottom } = linesKept(old, now);
  const changed = old.length - top - bottom;
  const followed = now.map((_, line) => {
    if (line >= now.length - bottom) return scale[line + old.length - now.length] ?? 1;
    if (line < top) return scale[line] ?? 1;
    return changed > 0 ? (scale[top + Math.min(line - top, changed - 1)] ?? 1) : 1;
  });
  while (followed.at(-1) === 1) followed.pop();
  return followed;
}

type FollowLetters = (id: string) => string;

/** Where ids of letters of a thing go when one of its items gets other words; null where it has no such lettering. */
function followItem(thing: Made, item: string, words: string): FollowLetters | null {
  const lettering = thing.items.find(({ id }) => id === item);
  if (lettering?.kind !== 'lettering') return null;
  return ofItem(item, followLetters(lettering.words, words));
}

/** The same for names in the thing. */
const ofItem =
  (item: string, inside: FollowLetters): FollowLetters =>
  (id) =>
    itemOf(id) === item ? inside(id) : id;

/**
 * A thing with other words in one of its items: whatever was placed by hand on a letter (moves, bridges, bars, tabs,
 * weights) goes where its letter is now.
 * @param item id of a piece of lettering of it
 */
export function withWords(thing: Made, item: string, words: string): Made {
  const follow = followItem(thing, item, words);
  if (!follow) return thing;
  return {
    ...thing,
    items: thing.items.map((each) =>
      each.kind === 'lettering' && each.id === item ? letteringWith(each, words) : each,
    ),
    hold: followHold(thing.hold, follow),
    lineOrder: followOrder(thing.lineOrder, follow, ofItem(item, followLetters(words, wordsOf(thing, item)))),
  };
}

const wordsOf = ({ items }: Made, item: string): string =>
  items.find((each): each is LetteringItem => each.id === item && each.kind === 'lettering')!.words;

/** Kept orders of lines, each under its letter's name of now; where two would meet, the one whose letter stayed. */
const followOrder = (order: Made['lineOrder'], follow: FollowLetters, back: FollowLetters): Made['lineOrder'] =>
  Object.fromEntries(
    Object.entries(order).map(([operation, names]) => {
      const stayed = new Set(names.map(follow).filter((now, i) => back(now) === names[i]));
      const own = names.flatMap((name) => {
        const now = follow(name);
        return back(now) === name || !stayed.has(now) ? [now] : [];
      });
      return [operation, [...new Set(own)]];
    }),
  );

function letteringWith(item: LetteringItem, words: string): LetteringItem {
  const { thicken, nudges, lineScale, redrawn, centerline, dots } = item;
  const follow = followLetters(item.words, words);
  const drawnStill = (own: typeof redrawn) =>
    own.map((each) => (each.letter === null ? each : { ...each, letter: follow(each.letter) }));
  return {
    ...item,
    words,
    lineScale: followLineScale(lineScale, item.words.split('\n'), words.split('\n')),
    nudges: followRecord(nudges, follow),
    dots: followRecord(dots, follow),
    redrawn: drawnStill(redrawn),
    centerline: centerline && { ...centerline, redrawn: drawnStill(centerline.redrawn) },
    thicken: {
      ...thicken,
      letters: followRecord(thicken.letters, follow),
      counters: followRecord(thicken.counters, follow),
    },
  };
}

/** A job with other words in one of its items; windows of coupons go with their letters. */
export function withWordsInJob(recipe: Recipe, assembly: string, item: string, words: string): Recipe {
  const thing = recipe.assemblies.find(({ id }) => id === assembly);
  const follow = thing && thing.make !== 'coupon' ? followItem(thing, item, words) : null;
  if (!follow) return recipe;
  return {
    ...recipe,
    assemblies: recipe.assemblies.map((each) => {
      if (each.make !== 'coupon') return each === thing ? withWords(each, item, words) : each;
      if (each.of !== assembly) return each;
      return { ...each, windows: each.windows.map((window) => ({ ...window, letter: follow(window.letter) })) };
    }),
  };
}
