import type { Contour, Region } from '../geometry/contour.ts';
import { regionContains, reverseContour } from '../geometry/contour-facts.ts';
import { pointsJustInside } from '../geometry/just-inside.ts';
import type { Point } from '../geometry/point.ts';

/** What of a layer becomes area: areas of the file, and closed lines by the even-odd rule over all layers. */
export interface LayerArea {
  readonly name: string;
  readonly areas: Region;
  readonly outlines: readonly Contour[];
  /** What is followed besides, which is seen wherever it lies. */
  readonly followed: readonly Contour[];
}

/** A layer is looked at in so many places at most, spread over its edges. */
const MOST_LOOKS = 200;

/** Names of layers without which the artwork would be as it is with them: they lie within others. */
export function unseenLayers(layers: readonly LayerArea[]): string[] {
  const drawn = layers.filter(({ areas, outlines }) => areas.length + outlines.length > 0);
  if (drawn.length < 2) return [];
  const isInAll = isAreaOf(drawn);
  return drawn.flatMap((layer) => {
    if (layer.followed.length > 0) return [];
    const isInOthers = isAreaOf(drawn.filter((each) => each !== layer));
    const isSeen = placesOf(layer).some((point) => isInAll(point) !== isInOthers(point));
    return isSeen ? [] : [layer.name];
  });
}

/** Whether a point is in what layers come to together. */
function isAreaOf(layers: readonly LayerArea[]): (point: Point) => boolean {
  const outlines = layers.flatMap((layer) => layer.outlines);
  return (point) => layers.some(({ areas }) => regionContains(areas, point)) || regionContains(outlines, point);
}

/** Places at the edges of a layer; beside lines to both sides, as they run either way round. */
function placesOf({ areas, outlines }: LayerArea): Point[] {
  const places = pointsJustInside([...areas, ...outlines, ...outlines.map(reverseContour)]);
  const every = Math.ceil(places.length / MOST_LOOKS);
  return places.filter((_, i) => i % every === 0);
}
