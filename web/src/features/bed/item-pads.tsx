'use client';

import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { compose, inverse, moveBy, transformPoint, turnBy } from '@needlefile/core/geometry/matrix';
import type { Point } from '@needlefile/core/geometry/point';
import type { Item } from '@needlefile/core/recipe/schema';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { notify } from '@/components/toasts';
import { useChosenPicture, useEditLettering, useItem, useThing } from '@/job/chosen';
import type { SheetEdits } from '@/job/sheet-edits';
import { ClicksPad } from './clicks-pad';

interface Props {
  readonly picture: Picture;
  readonly scale: number;
}

/** Takes the four corners of what was photographed aslant. */
export function CornersPad({ picture, scale, edits }: Props & { readonly edits: SheetEdits }) {
  const item = useItem();
  const thing = useChosenPicture(picture);
  const facts = thing?.report.items.find(({ id }) => id === item?.id)?.artwork;
  if (item?.kind !== 'artwork' || !thing || !facts?.picture) return null;
  const { width, height } = facts.picture;
  const mm = (item.mmPerUnit ?? facts.scale.mmPerUnit) * item.factor;
  const shareOf = (point: Point): Point => {
    const own = inItem(picture, thing, item, item.turn, point);
    return { x: own.x / (width * mm) + 0.5, y: own.y / (height * mm) + 0.5 };
  };
  return <ClicksPad scale={scale} count={4} onDone={(points) => edits.straighten(item, points.map(shareOf))} />;
}

/** Takes the field of an emblem that words are to be set in. */
export function FieldPad({ picture, scale }: Props) {
  const edit = useEditLettering();
  const item = useItem();
  const of = item?.kind === 'lettering' ? item.field?.of : undefined;
  const emblem = useThing(({ items }) => items.find(({ id }) => id === of));
  const thing = useChosenPicture(picture);
  const drawn = thing?.items.find(({ id }) => id === of);
  if (!emblem || !thing || !drawn) return null;
  const take = ([point]: readonly Point[]) => {
    const { x, y } = inItem(picture, thing, emblem, 0, point!);
    const { own } = drawn;
    const at = { x: (x - own.minX) / (widthOf(own) || 1), y: (y - own.minY) / (heightOf(own) || 1) };
    if (at.x < 0 || at.x > 1 || at.y < 0 || at.y > 1) return notify('That is beside it: click inside its outline.');
    const tidy = { x: Number(at.x.toFixed(5)), y: Number(at.y.toFixed(5)) };
    edit('Field for words', (draft) => void (draft.field && (draft.field.at = tidy)));
  };
  return <ClicksPad scale={scale} count={1} onDone={take} />;
}

/** A point of the sheet, y down, from an item's origin, y up. @param turn of the item, degrees */
function inItem(
  { sheet }: Picture,
  { origin, turn: laid, items }: AssemblyPicture,
  { id }: Item,
  turn: number,
  p: Point,
) {
  const { at } = items.find((each) => each.id === id)!;
  const placed = compose(moveBy(origin.x, origin.y), turnBy(laid), moveBy(at.x, at.y), turnBy(turn));
  return transformPoint(inverse(placed), { x: p.x, y: sheet.height - p.y });
}
