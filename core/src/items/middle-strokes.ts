import { centerline } from '../centerline/centerline.ts';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import { groupsThatMeet } from '../geometry/box-groups.ts';
import { moveRegion, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { pointAt, type Segment } from '../geometry/segment.ts';
import type { Letter } from '../lettering/layout.ts';
import type { CenterlineOf } from '../recipe/parts.ts';
import type { ItemForm } from './item.ts';

/** An item whose outlines are traced: the strokes down their middle take their place. */
export function alongMiddle(form: ItemForm, plan: CenterlineOf, memo: Memo): ItemForm {
  const groups = plan.joined
    ? groupsThatMeet(
        form.letters.map(({ bounds }) => bounds),
        0,
      )
    : form.letters.map((_, i) => [i]);
  const letters = groups.flatMap((group) =>
    traced(
      group.map((i) => form.letters[i]!),
      plan,
      memo,
    ),
  );
  return { ...form, letters, bounds: joinBounds(letters.map(({ bounds }) => bounds)) };
}

/** Letters that are traced together: alike ones in the same places to each other are traced once. */
function traced(letters: readonly Letter[], plan: CenterlineOf, memo: Memo): Letter[] {
  const outlined = letters.filter(({ contours }) => contours.length > 0);
  const [first] = outlined;
  if (!first) return [...letters];
  const { x, y } = first.origin;
  const beside = outlined.map(({ shape, origin }) => [shape, (origin.x - x).toFixed(4), (origin.y - y).toFixed(4)]);
  const strokes = memo('middle strokes', JSON.stringify([plan, beside]), () => {
    const here = outlined.map(({ contours }) => moveRegion(contours, -x, -y, () => ''));
    return centerline(here.length === 1 ? here[0]! : weldRegions(here), plan).map(({ contour }) => contour);
  });
  const owners = strokes.map((stroke) => stroke.segments.map((segment) => ownerOf(segment, outlined, x, y)));
  return letters.map((letter) => {
    const own = outlined.indexOf(letter);
    if (own < 0) return letter;
    // A stroke that runs through several letters is kept with the one that it begins in.
    const mine = strokes.flatMap((stroke, k): Contour[] =>
      owners[k]![0] === own ? [named(stroke, owners[k]!, outlined)] : [],
    );
    const placed = mine.map((stroke) => moveRegion([stroke], x, y)[0]!);
    const bounds: Bounds = placed.length > 0 ? joinBounds(placed.map(contourBounds)) : letter.bounds;
    return { ...letter, contours: [], strokes: placed, bounds };
  });
}

/** The letter, by number, that a piece of a stroke lies in: that whose box its middle is nearest to the middle of. */
function ownerOf(segment: Segment, letters: readonly Letter[], x: number, y: number): number {
  if (letters.length === 1) return 0;
  const middle = pointAt(segment, 0.5);
  let [best, least] = [0, Infinity];
  letters.forEach(({ bounds: { minX, minY, maxX, maxY } }, i) => {
    const across = Math.abs(middle.x + x - (minX + maxX) / 2) / Math.max(0.01, maxX - minX);
    const up = Math.abs(middle.y + y - (minY + maxY) / 2) / Math.max(0.01, maxY - minY);
    if (Math.max(across, up) < least) [best, least] = [i, Math.max(across, up)];
  });
  return best;
}

const named = (stroke: Contour, owners: readonly number[], letters: readonly Letter[]): Contour => ({
  ...stroke,
  segments: stroke.segments.map((segment, i) => ({ ...segment, source: letters[owners[i]!]!.id })),
});
