import { artworkForm, wideLines, type ArtworkForm } from '../artwork/form.ts';
import { besidePage } from '../artwork/beside-page.ts';
import { boundsSeen } from '../artwork/clip.ts';
import { placeClosing } from '../artwork/closing/closing.ts';
import { layersOf, type FileReading } from '../artwork/drawn.ts';
import { elementsOf } from '../artwork/elements.ts';
import { centreOf, joinBounds, NO_BOUNDS } from '../geometry/bounds.ts';
import { allNamed, moveRegion } from '../geometry/contour.ts';
import { moveBy } from '../geometry/matrix.ts';
import type { Point } from '../geometry/point.ts';
import { SHAPE } from '../recipe/identity.ts';
import type { ArtworkItem } from '../recipe/parts.ts';
import { asLetter } from './as-letter.ts';
import type { ItemForm, ItemKind } from './item.ts';
import { ownFields } from './own-fields.ts';

/** Room above artwork that is put below others by itself, mm. */
const GAP = 5;

const EMPTY: ItemForm = {
  letters: [],
  bounds: NO_BOUNDS,
  baselines: [],
  lines: null,
  gap: GAP,
  lettering: null,
  artwork: null,
};

const calledBy = ({ name, fileName }: ArtworkItem): string => name ?? (fileName.replace(/\.[a-z]+$/i, '') || 'Artwork');

/**
 * A file, drawn as a letter is, so that it is welded and held as one. Its origin is the middle of all that
 * it draws, so that layers of it stay where they belong.
 */
export const artwork: ItemKind<ArtworkItem> = {
  planOf: (item) => ({ ...ownFields(item), name: calledBy(item) }),
  draw: (item, { reading }) => (reading ? drawn(item, reading) : EMPTY),
  face: () => null,
  source: ({ source }) => source,
  called: calledBy,
};

function drawn(item: ArtworkItem, reading: FileReading): ItemForm {
  const form = artworkForm(reading, item);
  const all = [...form.areas, ...form.lines];
  const { elements } = elementsOf(reading, item);
  const facts = {
    scale: reading.scale,
    left: reading.left,
    closing: form.closing,
    layers: layersOf({ elements }),
    nodes: form.nodes,
    beside: besidePage(reading).size,
    wide: wideLines(elements, (item.mmPerUnit ?? reading.scale.mmPerUnit) * item.factor),
    picture: form.picture,
    lostChanges: form.lost,
    unseen: form.unseen,
  };
  if (all.length === 0) return { ...EMPTY, artwork: facts };
  const { x, y } = middleOf(reading, item, form.picture);
  const own = (contours: ArtworkForm['lines']) => moveRegion(contours, -x, -y, allNamed(SHAPE));
  const shape = JSON.stringify(ownFields(item));
  const letter = asLetter(calledBy(item), shape, own(form.areas), own(form.lines), {
    drawing: form.drawing,
    glyph: null,
    matrix: moveBy(-x, -y),
  });
  const moved = (p: Point): Point => ({ x: p.x - x, y: p.y - y });
  return {
    ...EMPTY,
    letters: [letter],
    bounds: letter.bounds,
    artwork: { ...facts, closing: placeClosing(form.closing, moved) },
  };
}

/** The middle of all that a file draws on its page, mm. */
function middleOf(reading: FileReading, { mmPerUnit, factor }: ArtworkItem, picture: ArtworkForm['picture']): Point {
  const { elements, scale } = reading;
  const beside = besidePage(reading);
  const drawn = elements.filter((each) => !each.white && !beside.has(each)).map(boundsSeen);
  const { x, y } = picture ? { x: picture.width / 2, y: picture.height / 2 } : centreOf(joinBounds(drawn));
  const by = (mmPerUnit ?? scale.mmPerUnit) * factor;
  return { x: x * by, y: y * by };
}
