import { flatten, type Contour, type Region } from '../geometry/contour.ts';
import { contourLength, sourcesOf } from '../geometry/contour-facts.ts';
import { directionAt } from '../geometry/fit-offset.ts';
import { outlineOf, pointAtShare, shareNear, type Outline } from '../geometry/outline.ts';
import { cross, distance, dot, type Point } from '../geometry/point.ts';
import type { Stretch } from '../geometry/stretches.ts';
import { inReadingOrder, partId, PLATE } from '../recipe/identity.ts';
import { outermost } from './pieces.ts';

/** Short uncut lengths that hold a part in the sheet. Lengths in mm. */
export interface TabPlan {
  readonly by: 'none' | 'number' | 'length';
  /** So many to a part. */
  readonly number: number;
  /** One for so much of a part's outline. */
  readonly every: number;
  /** What stays uncut. */
  readonly length: number;
  /** Width of the cut: the gap in the line is so much longer than what stays. */
  readonly kerf: number;
  /** Parts whose tabs were put by hand: shares of their outlines. */
  readonly byHand: Readonly<Record<string, readonly number[]>>;
}

export interface Tab {
  /** The part it holds: `plate`, or its first letter. */
  readonly part: string;
  /** Share of the part's outline. */
  readonly at: number;
  readonly middle: Point;
  /** The cut line that it interrupts, and where. */
  readonly contour: Contour;
  readonly gap: Stretch;
}

/** Fewer would let a part turn. */
const LEAST_TABS = 2;

/** Places looked at for each tab. */
const LOOKS = 24;

/** A joint that turns further than this, degrees, is a corner. */
const CORNER = 20;

/** Flattening for finding places, mm. */
const TOLERANCE = 0.02;

/** Places tabs along the outermost lines of the material: evenly, but off corners and off the tops of letters. */
export function placeTabs(material: Region, plan: TabPlan): Tab[] {
  if (plan.by === 'none') return [];
  const seen = new Map<string, number>();
  return [...outermost(material)].flatMap((contour) => {
    const source = inReadingOrder(sourcesOf([contour]));
    const name = source.includes(PLATE) ? PLATE : (source[0] ?? 'part');
    const count = seen.get(name) ?? 0;
    seen.set(name, count + 1);
    return tabsOf(contour, partId(name, count), plan);
  });
}

function tabsOf(contour: Contour, part: string, plan: TabPlan): Tab[] {
  const whole = contourLength(contour);
  const gap = plan.length + plan.kerf;
  const outline = outlineOf(flatten(contour, TOLERANCE), 0);
  const wanted = plan.by === 'number' ? plan.number : Math.max(LEAST_TABS, Math.round(whole / plan.every));
  // More gap than line would be no cut.
  const most = Math.floor(whole / (3 * gap));
  const shares = plan.byHand[part] ?? goodShares(contour, outline, Math.min(wanted, most), gap);
  const start = shareNear(outline, contour.segments[0]!.from);
  const tabs = shares.map((at): Tab => {
    const along = ((((at - start) % 1) + 1) % 1) * whole;
    return {
      part,
      at,
      middle: pointAtShare(outline, at).at,
      contour,
      gap: { from: along - gap / 2, to: along + gap / 2 },
    };
  });
  return withoutOverlaps(
    tabs.sort((a, b) => a.gap.from - b.gap.from),
    whole,
  );
}

/** One share in each of so many equal stretches of the outline. */
function goodShares(contour: Contour, outline: Outline, count: number, gap: number): number[] {
  const corners = contour.segments.flatMap((segment, i) => (turnAt(contour, i) > CORNER ? [segment.from] : []));
  const whole = outline.gone.at(-1)!;
  return Array.from({ length: Math.max(0, count) }, (_, slot) => {
    let [best, least] = [0, Infinity];
    for (let look = 0; look < LOOKS; look++) {
      // A quarter before the start: the first tab of a part lies at its lower right rather than in the middle of its
      // side.
      const share = (slot + 0.15 + (0.7 * look) / (LOOKS - 1)) / count - 0.125;
      const { at, way } = pointAtShare(outline, share);
      const corner = Math.min(...corners.map((p) => distance(p, at)), Infinity);
      const nearCorner = corner < 1.5 * gap ? 10 * (1 - corner / (1.5 * gap)) : 0;
      // The outward normal is (way.y, -way.x): tops of letters show, feet do not.
      const top = Math.max(0, -way.x) * 3;
      const bend =
        distance(
          pointAtShare(outline, share - gap / 2 / whole).way,
          pointAtShare(outline, share + gap / 2 / whole).way,
        ) * 2;
      const cost = nearCorner + top + bend + Math.abs(look - LOOKS / 2) / LOOKS;
      if (cost < least) [best, least] = [share, cost];
    }
    return ((best % 1) + 1) % 1;
  });
}

/** How far the contour turns where its nth segment begins, degrees. */
function turnAt({ segments }: Contour, n: number): number {
  const [u, v] = [directionAt(segments.at(n - 1)!, 1), directionAt(segments[n]!, 0)];
  return Math.abs((Math.atan2(cross(u, v), dot(u, v)) * 180) / Math.PI);
}

function withoutOverlaps(tabs: readonly Tab[], whole: number): Tab[] {
  const kept: Tab[] = [];
  for (const tab of tabs) if (kept.length === 0 || tab.gap.from > kept.at(-1)!.gap.to) kept.push(tab);
  while (kept.length > 1 && kept.at(-1)!.gap.to > kept[0]!.gap.from + whole) kept.pop();
  return kept;
}
