import { joinBounds } from '../geometry/bounds.ts';
import { moveRegion } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { compose, turnBy } from '../geometry/matrix.ts';
import type { Memo } from '../geometry/memo.ts';
import { placeClosing } from '../artwork/closing/closing.ts';
import { turnPointBy, turnRegion } from '../geometry/turn.ts';
import type { Letter } from '../lettering/layout.ts';
import { asPartsOf, inGroup } from '../recipe/identity.ts';
import type { Item } from '../recipe/parts.ts';
import type { ArtworkFacts, ItemForm, ItemKind, ItemResources } from './item.ts';
import { artwork } from './artwork.ts';
import { lettering } from './lettering.ts';
import { alongMiddle } from './middle-strokes.ts';
import { shape } from './shape.ts';

/** Every kind of item. */
const KINDS: { readonly [K in Item['kind']]: ItemKind<Extract<Item, { kind: K }>> } = {
  lettering,
  shape,
  artwork,
};

const kindOf = (item: Item): ItemKind<Item> => KINDS[item.kind] as ItemKind<Item>;

/** What of an item tells how it is drawn. */
export const itemPlan = (item: Item): unknown => [item.kind, item.turn, kindOf(item).planOf(item)];

/** Draws an item in its own frame. */
export function drawItem(item: Item, resources: ItemResources): ItemForm {
  const drawn = kindOf(item).draw(item, resources);
  const form = item.centerline ? alongMiddle(drawn, item.centerline, faceOf(item), resources.memo) : drawn;
  return item.turn === 0 ? form : turned(form, item.turn, resources.memo);
}

/** The face an item is set in; null where it needs none. */
export const faceOf = (item: Item): string | null => kindOf(item).face(item);

/** The file an item comes from; null where it comes from none. */
export const sourceOf = (item: Item): string | null => kindOf(item).source(item);

/** What people call an item. */
export const itemName = (item: Item): string => item.name ?? kindOf(item).called(item);

/** Turned about the item's origin, degrees counter-clockwise. What stands on no level line has no baseline. */
function turned(form: ItemForm, degrees: number, memo: Memo): ItemForm {
  const letters = form.letters.map((letter) => turnLetter(letter, degrees, memo));
  const bounds = joinBounds(letters.map((letter) => letter.bounds));
  const isLevel = degrees % 360 === 0;
  return {
    ...form,
    letters,
    bounds,
    baselines: isLevel ? form.baselines : [],
    lines: isLevel ? form.lines : null,
    artwork: form.artwork && turnedArtwork(form.artwork, degrees),
  };
}

/** Places of gaps turn with it. */
const turnedArtwork = ({ closing, ...rest }: ArtworkFacts, degrees: number): ArtworkFacts => ({
  ...rest,
  closing: placeClosing(closing, turnPointBy(degrees)),
});

function turnLetter(letter: Letter, degrees: number, memo: Memo): Letter {
  const { id } = letter;
  const origin = turnPointBy(degrees)(letter.origin);
  const shape = `${letter.shape} turned ${degrees}`;
  const { contours, strokes } = memo('turned letters', shape, () => {
    const own = (region: Letter['contours']) =>
      turnRegion(moveRegion(region, -letter.origin.x, -letter.origin.y, asPartsOf(inGroup(0))), degrees);
    return { contours: own(letter.contours), strokes: own(letter.strokes) };
  });
  const here = (region: Letter['contours']) => moveRegion(region, origin.x, origin.y, asPartsOf(id));
  const placed = { contours: here(contours), strokes: here(strokes) };
  return {
    ...letter,
    ...placed,
    shape,
    origin,
    turn: letter.turn + degrees,
    drawnFrom: letter.drawnFrom && {
      ...letter.drawnFrom,
      matrix: compose(turnBy(degrees), letter.drawnFrom.matrix),
    },
    bounds: joinBounds([...placed.contours, ...placed.strokes].map(contourBounds)),
  };
}
