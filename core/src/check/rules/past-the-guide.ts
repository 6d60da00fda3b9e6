import type { PlacedItem } from '../../construct/arrangement.ts';
import { centreOf, growBounds, joinBounds } from '../../geometry/bounds.ts';
import { flatten, ringContains, type Region } from '../../geometry/contour.ts';
import { contourBounds, regionArea } from '../../geometry/contour-facts.ts';
import { knockOut } from '../../geometry/kernel/boolean.ts';
import { distanceToSpan, type Point } from '../../geometry/point.ts';
import { itemName } from '../../items/kinds.ts';
import { inLettering } from '../../recipe/patch.ts';
import { scaledItem } from '../../recipe/edits/size.ts';
import type { Finding, Mend } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Less than this past a guide is nothing, mm². */
const NOTHING = 0.05;
/** How finely distances from a guide are told, mm. */
const TOLERANCE = 0.002;

/** Halvings in the search for the largest size that fits, and what is left round it; less than this is no name. */
const STEPS = 20;
const CLEAR = 0.98;
const SMALLEST = 0.1;

/**
 * What is made must lie on what it is made for: the ornament, the box or the door that a guide stands for. A picture
 * stands for nothing; it is drawn over.
 */
export function pastTheGuide(subject: AssemblySubject): Finding[] {
  const { arrangement, items, construction } = subject;
  return arrangement.items.flatMap((guide, i): Finding[] => {
    const { item, form } = items[i]!;
    const isPicture = form.artwork?.picture != null;
    const outline = guide.role === 'guide' && !isPicture ? guide.letters.flatMap(({ contours }) => contours) : [];
    if (outline.length === 0) return [];
    const made = [...construction.material, ...construction.area];
    const past = made.length === 0 ? [] : knockOut(made, outline);
    if (regionArea(past) < NOTHING) return [];
    const by = farthest(past, outline);
    return [
      {
        id: `past the guide:${item.id}`,
        rule: 'past the guide',
        severity: 'attention',
        title: `Does not fit on ${itemName(item)}: ${tidy(by, 2)} mm past it`,
        where: growBounds(joinBounds(past.map(contourBounds)), 0.5),
        mends: smaller(subject, guide, outline),
      },
    ];
  });
}

/** How far the farthest point of a region is from a line, mm. */
function farthest(past: Region, outline: Region): number {
  const lines = outline.map((contour) => flatten(contour, TOLERANCE));
  const away = (point: Point): number =>
    Math.min(...lines.flatMap((line) => line.map((a, i) => distanceToSpan(point, a, line[(i + 1) % line.length]!))));
  return Math.max(...past.flatMap((contour) => flatten(contour, 10 * TOLERANCE)).map(away));
}

/** A name by itself fits when it is small enough and in the middle: so large that all of it lies on the guide. */
function smaller({ thing, items, arrangement }: AssemblySubject, guide: PlacedItem, outline: Region): Mend[] {
  const made = arrangement.items.filter(({ role }) => role !== 'guide');
  const [only] = made;
  const item = items.find((each) => each.item.id === only?.id)?.item;
  if (!only || made.length > 1 || item?.kind !== 'lettering' || arrangement.plate || thing.rail) return [];
  const lines = outline.map((contour) => flatten(contour, TOLERANCE));
  const [own, middle] = [centreOf(only.bounds), centreOf(guide.bounds)];
  const points = only.letters.flatMap(({ contours }) => contours.flatMap((contour) => flatten(contour, TOLERANCE)));
  const fits = (factor: number) =>
    points.every(({ x, y }) => {
      const there = { x: middle.x + (x - own.x) * factor, y: middle.y + (y - own.y) * factor };
      return lines.filter((line) => ringContains(line, there)).length % 2 === 1;
    });
  let [least, most] = [0, 1];
  for (let i = 0; i < STEPS; i++) {
    const factor = (least + most) / 2;
    if (fits(factor)) least = factor;
    else most = factor;
  }
  const factor = least * CLEAR;
  if (factor < SMALLEST) return [];
  return [
    {
      label: `${Math.round(100 * (1 - factor))} % smaller, in the middle of it`,
      patch: inLettering(
        item.id,
        { path: ['size'], value: scaledItem(item, factor).size },
        {
          path: ['place'],
          value: {
            x: { own: 'centre', of: guide.id, edge: 'centre', distance: 0 },
            y: { own: 'middle', of: guide.id, edge: 'middle', distance: 0 },
          },
        },
      ),
    },
  ];
}
