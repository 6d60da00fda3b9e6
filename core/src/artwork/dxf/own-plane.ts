import type { Matrix } from '../../geometry/matrix.ts';
import { numberOf } from './drawing.ts';
import type { Tag } from './tags.ts';

type Vector = readonly [x: number, y: number, z: number];

const cross = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [b * f - c * e, c * d - a * f, a * e - b * d];
const unit = ([x, y, z]: Vector): Vector => {
  const size = Math.hypot(x, y, z) || 1;
  return [x / size, y / size, z / size];
};

/**
 * The plane that an entity's extrusion tells, seen from above (the arbitrary axis algorithm of the DXF reference): most
 * often the drawing's own, or that seen from behind, which mirrors it.
 */
export function ownPlane(tags: readonly Tag[]): Matrix {
  const normal = unit([numberOf(tags, 210), numberOf(tags, 220), numberOf(tags, 230, 1)]);
  const isNearZ = Math.abs(normal[0]) < 1 / 64 && Math.abs(normal[1]) < 1 / 64;
  const across = unit(cross(isNearZ ? [0, 1, 0] : [0, 0, 1], normal));
  const up = unit(cross(normal, across));
  const height = numberOf(tags, 38, numberOf(tags, 30));
  return { a: across[0], b: across[1], c: up[0], d: up[1], e: normal[0] * height, f: normal[1] * height };
}
