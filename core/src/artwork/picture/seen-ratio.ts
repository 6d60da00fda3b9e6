import { distance, type Point } from '../../geometry/point.ts';

/** How far a camera is from its picture, in the picture's longer sides: from very wide to a far glass. */
const NEAREST = 0.45;
const FARTHEST = 2.5;
/** That of most pocket cameras, for where the picture does not tell. */
const USUAL = 0.8;
/** No rectangle that is photographed is longer than so many times its other side. */
const LONGEST = 50;
/** Sides that draw together less than this are level, and tell of no distance. */
const LEVEL = 1e-6;

/**
 * Width to height of a rectangle whose corners a picture shows, seen through a pinhole at its middle, as far before
 * it as the way the sides draw together tells (Zhang and He, Whiteboard scanning and image enhancement, 2007).
 *
 * @param corners in pixels, around from the upper left
 * @param size of the picture, as it was taken, not cut
 */
export function seenRatio(
  corners: readonly [Point, Point, Point, Point],
  { width, height }: { readonly width: number; readonly height: number },
): number {
  const [upperLeft, upperRight, lowerRight, lowerLeft] = corners;
  const asItLooks =
    (distance(upperLeft, upperRight) + distance(lowerLeft, lowerRight)) /
    Math.max(1e-9, distance(upperLeft, lowerLeft) + distance(upperRight, lowerRight));
  // In longer sides of the picture, from its middle.
  const unit = Math.max(width, height);
  const ray = ({ x, y }: Point): Ray => [(x - width / 2) / unit, (y - height / 2) / unit, 1];
  const [m1, m2, m3, m4] = [ray(upperLeft), ray(upperRight), ray(lowerLeft), ray(lowerRight)];
  // How much farther than the first corner the second and the third are.
  const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
  const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
  const along: Ray = [k2 * m2[0] - m1[0], k2 * m2[1] - m1[1], k2 - 1];
  const down: Ray = [k3 * m3[0] - m1[0], k3 * m3[1] - m1[1], k3 - 1];
  // The two are square to each other for one distance of the camera only.
  const both = along[2] * down[2];
  const told = Math.sqrt(-(along[0] * down[0] + along[1] * down[1]) / both);
  const far = Math.abs(both) > LEVEL && told > 0 ? Math.min(FARTHEST, Math.max(NEAREST, told)) : USUAL;
  const long = ([x, y, z]: Ray): number => Math.hypot(x / far, y / far, z);
  const ratio = long(along) / long(down);
  const found = Number.isFinite(ratio) ? ratio : asItLooks;
  return Math.min(LONGEST, Math.max(1 / LONGEST, found));
}

type Ray = readonly [number, number, number];

const dot = (a: Ray, b: Ray): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Ray, b: Ray): Ray => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
