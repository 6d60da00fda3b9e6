import { componentsOf } from '../../geometry/components.ts';
import { distance } from '../../geometry/point.ts';
import { itemOf } from '../../recipe/identity.ts';
import type { Letter } from '../../lettering/layout.ts';
import { SiteSearch } from '../bridges/search.ts';
import { plainStrip } from '../bridges/strip.ts';
import type { Tie } from './tie.ts';

/** Bars asked for, and those that find nothing to join at their height. */
export interface Bars {
  readonly ties: readonly Tie[];
  readonly lost: readonly { readonly letter: string; readonly height: number }[];
}

/**
 * Level bars from a letter to the next of its line that reaches so high, each at a height above the baseline.
 */
export function barTies(
  letters: readonly Letter[],
  bars: Readonly<Record<string, readonly number[]>>,
  width: number,
): Bars {
  const ties: Tie[] = [];
  const lost: { letter: string; height: number }[] = [];
  for (const [id, heights] of Object.entries(bars)) {
    const letter = letters.find((each) => each.id === id);
    for (const height of heights) {
      const tie = letter ? barFrom(letter, letters, height, width) : null;
      if (tie) ties.push(tie);
      else lost.push({ letter: id, height });
    }
  }
  return { ties, lost };
}

function barFrom(letter: Letter, letters: readonly Letter[], height: number, width: number): Tie | null {
  const above = height * letter.capHeight;
  for (const next of following(letter, letters)) {
    const tie = barBetween(letter, next, above, width, `tie:${letter.id}:bar-${height.toFixed(3)}`);
    if (tie) return tie;
    if (letter.turn !== 0 || reaches(next, letter.origin.y + above, width)) return null;
  }
  return null;
}

/** Whether anything of a letter stands where a bar would pass. */
const reaches = ({ contours }: Letter, y: number, width: number): boolean =>
  componentsOf(contours).some(({ bounds }) => bounds.minY < y + width / 2 && bounds.maxY > y - width / 2);

/** The letters to the right in the same line, from the next on. */
function following(letter: Letter, letters: readonly Letter[]): Letter[] {
  const middle = (each: Letter) => (each.bounds.minX + each.bounds.maxX) / 2;
  const item = itemOf(letter.id);
  return letters
    .filter(
      (each) =>
        each.line === letter.line &&
        itemOf(each.id) === item &&
        each.id !== letter.id &&
        each.contours.length > 0 &&
        middle(each) > middle(letter),
    )
    .sort((a, b) => middle(a) - middle(b));
}

function barBetween(letter: Letter, next: Letter, height: number, width: number, id: string): Tie | null {
  const pieces = [...componentsOf(next.contours), ...componentsOf(letter.contours)];
  const targets = componentsOf(next.contours).length;
  const search = new SiteSearch(
    pieces,
    pieces.map(() => letter.turn),
    { width, direction: 'level' },
  );
  const turn = (letter.turn * Math.PI) / 180;
  const foot = { x: letter.origin.x - Math.sin(turn) * height, y: letter.origin.y + Math.cos(turn) * height };
  for (let piece = targets; piece < pieces.length; piece++) {
    const site = search
      .across(piece, letter.turn, search.scanner(letter.turn).toScan(foot).across, width)
      .find(({ target }) => target < targets);
    if (!site) continue;
    return {
      id,
      part: letter.id,
      why: 'bar',
      width,
      length: distance(site.from, site.to),
      from: site.from,
      to: site.to,
      strip: plainStrip(search, site, id),
    };
  }
  return null;
}
