import { centreOf, heightOf, joinBounds, widthOf, type Bounds } from '../geometry/bounds.ts';
import { placeContour, type Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import type { Place, Role } from '../recipe/parts.ts';
import type { Letter } from '../lettering/layout.ts';
import type { PlateSize } from './places.ts';
import { roomIn } from './plate-outline.ts';

interface Drawn {
  readonly id: string;
  readonly role: Role;
  readonly letters: readonly Letter[];
  readonly place: Place | null;
}

/** An item whose outline is the plate's, in its own frame. */
export interface PlateItem<T> {
  readonly item: T;
  readonly figure: Region;
}

/** The item that is the plate; null where none is, or it goes round no area. */
export function plateItemAmong<T extends Drawn>(items: readonly T[]): PlateItem<T> | null {
  const item = items.find(({ role }) => role === 'plate');
  if (!item) return null;
  const figure = weldRegions([item.letters.flatMap(({ contours }) => contours).filter(({ closed }) => closed)]);
  return figure.length === 0 ? null : { item, figure };
}

/** The others: what is held to that item is held to the plate. One that goes round nothing is followed as a line. */
export function besides<T extends Drawn>(items: readonly T[], own: PlateItem<T> | null): T[] {
  const onPlate = <Axis extends { readonly of: string }>(axis: number | Axis): number | Axis =>
    typeof axis !== 'number' && axis.of === own?.item.id ? { ...axis, of: 'plate' } : axis;
  return items
    .filter((item) => item !== own?.item)
    .map((item) => ({
      ...item,
      role: item.role === 'plate' ? 'line' : item.role,
      place: item.place && { x: onPlate(item.place.x), y: onPlate(item.place.y) },
    }));
}

const boxOf = (figure: Region): Bounds => joinBounds(figure.map(contourBounds));

/** How a plate of its outline is fitted: in proportion. */
export function fittedLike({ figure }: PlateItem<unknown>): Pick<PlateSize, 'room' | 'aspect'> {
  const box = boxOf(figure);
  return { room: (aspect) => roomIn(figure, aspect), aspect: widthOf(box) / heightOf(box) };
}

/** Its outline as large as the plate and in its place. */
export function figureIn(plate: Bounds, { figure }: PlateItem<unknown>): Region {
  const box = boxOf(figure);
  const factor = widthOf(plate) / widthOf(box);
  const [from, to] = [centreOf(box), centreOf(plate)];
  return figure.map((contour) => placeContour(contour, factor, to.x - from.x * factor, to.y - from.y * factor));
}
