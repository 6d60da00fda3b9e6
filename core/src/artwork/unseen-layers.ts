import type { Contour, Region } from '../geometry/contour.ts';
import { regionContains, reverseContour } from '../geometry/contour-facts.ts';
import { pointsJustInside } from '../geometry/just-inside.ts';
import type { Point } from '../geometry/point.ts';

/** What of a layer becomes area: areas of the file, and closed lines by the even-odd rule over all layers. */
export interface LayerArea {
  readonly name: string;
  readonly areas: Region;
  readonly outlines: readonly Contour[];
}

/** A layer is looked at in so many places at most, spread over its edges. */
const MOST_LOOKS = 200;

/** Names of layers without which the artwork would be as it is with them: they lie within others. */
export const unseenLayers = (layers: readonly LayerArea[]): string[] =>
  layers.length < 2
    ? []
    : layers
        .filter(({ areas, outlines }) => areas.length + outlines.length > 0)
        .flatMap((layer) => {
          const others = layers.filter((each) => each !== layer);
          // Lines run either way round.
          const points = pointsJustInside([...layer.areas, ...layer.outlines, ...layer.outlines.map(reverseContour)]);
          const every = Math.ceil(points.length / MOST_LOOKS);
          const isSeen = points.some((point, i) => i % every === 0 && isArea(point, layers) !== isArea(point, others));
          return isSeen ? [] : [layer.name];
        });

const isArea = (point: Point, layers: readonly LayerArea[]): boolean =>
  layers.some(({ areas }) => regionContains(areas, point)) ||
  regionContains(
    layers.flatMap(({ outlines }) => outlines),
    point,
  );
