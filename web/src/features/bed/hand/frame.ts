import type { Bounds } from '@needlefile/core/geometry/bounds';
import { centreOf, joinBounds } from '@needlefile/core/geometry/bounds';
import type { AssemblyPicture, PictureItem } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import type { InHand } from '@/job/in-hand';

/** What can be taken in hand by a click on the bed, y down. */
export interface Target {
  readonly thing: string;
  /** null: the thing itself. */
  readonly item: string | null;
  readonly name: string;
  readonly box: Bounds;
}

const isSeen = ({ minX, maxX }: Bounds): boolean => minX <= maxX;

const areaOf = ({ minX, minY, maxX, maxY }: Bounds): number => (maxX - minX) * (maxY - minY);

/** Everything that can be taken in hand, what is smaller over what is larger. */
export function targetsOf({ assemblies }: Picture): Target[] {
  const targets = assemblies.flatMap((thing): Target[] => [
    ...thing.boxes.map((box) => ({ thing: thing.id, item: null, name: thing.report.name, box })),
    ...(thing.report.make === 'coupon' ? [] : thing.items)
      .filter(({ box }) => isSeen(box))
      .map(({ id, name, box }) => ({ thing: thing.id, item: id, name, box })),
  ]);
  return targets.sort((a, b) => areaOf(b.box) - areaOf(a.box));
}

/** What is in hand as it is drawn, and the box round it, y down; null where none of it is seen. */
export interface HandFrame {
  readonly box: Bounds;
  readonly items: readonly PictureItem[];
  readonly things: readonly AssemblyPicture[];
  /** The thing that the items are of. */
  readonly of: AssemblyPicture | null;
}

export function frameOf(picture: Picture, { assembly, items, things }: InHand): HandFrame | null {
  const of = picture.assemblies.find(({ id }) => id === assembly) ?? null;
  const own = (of?.items ?? []).filter(({ id, box }) => isSeen(box) && items.some((item) => item.id === id));
  const whole = items.length > 0 ? [] : picture.assemblies.filter(({ id }) => things?.includes(id));
  const box = joinBounds([...own.map((item) => item.box), ...whole.flatMap(({ boxes }) => boxes)]);
  return isSeen(box) ? { box, items: own, things: whole, of } : null;
}

/** The middle of what is in hand on the sheet, y up; null where none of it is seen. */
export function middleOfHand(picture: Picture, hand: InHand): { readonly x: number; readonly y: number } | null {
  const frame = frameOf(picture, hand);
  if (!frame) return null;
  const { x, y } = centreOf(frame.box);
  return { x, y: picture.sheet.height - y };
}
