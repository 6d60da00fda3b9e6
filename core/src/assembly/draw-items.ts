import { centreOf, heightOf, isEmptyBounds, widthOf } from '../geometry/bounds.ts';
import type { Point } from '../geometry/point.ts';
import { clearFields, fieldAt, roomsIn, type FieldRoom } from '../construct/clear-field.ts';
import type { ItemForm } from '../items/item.ts';
import { drawItem, faceOf, itemPlan, sourceOf } from '../items/kinds.ts';
import type { LetteringItem, Place } from '../recipe/schema.ts';
import type { ItemPlan } from './plans.ts';
import type { Sources } from './sources.ts';
import { runStage, type StageCache, type Staged } from './stages.ts';

/** Words in a clear field of something else. */
export interface InField {
  /** Held to the middle of the field; null where there is none that has room for them. */
  readonly place: Place | null;
  /** The fields there are, the first of them first taken: where each is, as shares of the box of what it is of. */
  readonly choices: readonly Point[];
}

/** Items drawn in their own frames: words in a field after what that is of, as large as it has room for. */
export function drawnItems(
  plans: readonly ItemPlan[],
  sources: Sources,
  cache: StageCache,
): { readonly drawn: readonly Staged<ItemForm>[]; readonly rooms: ReadonlyMap<string, InField> } {
  const rooms = new Map<string, InField>();
  const first = plans.map((plan) => drawnItem(plan, sources, cache));
  const drawn = plans.map((plan, i): Staged<ItemForm> => {
    const { item } = plan;
    const own = first[i]!;
    if (item.kind !== 'lettering' || !item.field) return own;
    const { of } = item.field;
    const n = plans.findIndex((each) => each.item.id === of && each.role !== 'plate');
    const found = n < 0 ? null : inFieldOf(item, own, first[n]!, cache);
    rooms.set(item.id, { place: found?.place ?? null, choices: found?.choices ?? [] });
    if (!found) return own;
    const { width, height } = found;
    return drawnItem({ ...plan, item: { ...item, size: { by: 'box', width, height } } }, sources, cache);
  });
  return { drawn, rooms };
}

/** How large and where words are in a field; null where none has room for them. */
function inFieldOf(item: LetteringItem, words: Staged<ItemForm>, of: Staged<ItemForm>, cache: StageCache) {
  const { margin, at } = item.field!;
  const { letters, bounds: emblem } = of.made;
  if (isEmptyBounds(emblem) || isEmptyBounds(words.made.bounds)) return null;
  const aspect = Number((widthOf(words.made.bounds) / Math.max(1e-3, heightOf(words.made.bounds))).toFixed(3));
  const fields = runStage(cache, 'fields', [of], null, () =>
    clearFields(
      letters.flatMap(({ contours }) => contours),
      letters.flatMap(({ strokes }) => strokes),
    ),
  );
  const rooms = runStage(cache, 'rooms', [fields], { aspect, margin }, (plan) =>
    roomsIn(fields.made, plan.aspect, plan.margin, emblem),
  ).made;
  const chosen = at ? roomsIn(fieldAt(fields.made, at, emblem), aspect, margin, emblem)[0] : rooms[0];
  return chosen ? { ...placeIn(chosen, emblem), choices: rooms.map((room) => room.at) } : null;

  function placeIn({ box }: FieldRoom, whole: typeof emblem) {
    const [from, to] = [centreOf(whole), centreOf(box)];
    const place: Place = {
      x: { own: 'centre', of: item.field!.of, edge: 'centre', distance: to.x - from.x },
      y: { own: 'middle', of: item.field!.of, edge: 'middle', distance: to.y - from.y },
    };
    return { place, width: widthOf(box), height: heightOf(box) };
  }
}

function drawnItem({ item, closing }: ItemPlan, { faces, artworks }: Sources, cache: StageCache): Staged<ItemForm> {
  const id = faceOf(item);
  const face = id === null ? null : (faces.get(id) ?? null);
  const file = sourceOf(item);
  const reading = file === null ? null : (artworks.get(file) ?? null);
  const plan = { item: itemPlan(item), closing, here: face !== null || reading !== null };
  return runStage(cache, 'item', [], plan, () => drawItem(item, { face, closing, reading, memo: cache.memo }));
}
