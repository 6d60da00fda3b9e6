import { coneWidth, type Cone } from '../fills/cone.ts';
import type { Contour } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';

/** What a cone leaves, as the screen draws it: path data in mm, y down. */
export interface ConeLook {
  /** As wide as the cone cuts everywhere, for filling nonzero. */
  readonly covered: string;
  /** The sides of the groove, from those that lie in the shade to those in the light, for filling. */
  readonly sides: readonly string[];
}

/** Tones of the sides: as many as an eye tells apart on a letter. */
const TONES = 8;
/** Where the light comes from, y up: the upper left. */
const LIGHT: Point = { x: -Math.SQRT1_2, y: Math.SQRT1_2 };
/** Steps this short have no sides, mm. */
const SHORT = 1e-4;

/** @param height of the sheet, mm */
export function coneLook(ways: readonly Contour[], cone: Cone, height: number): ConeLook {
  const sides = Array.from({ length: TONES }, (): string[] => []);
  const covered: string[] = [];
  const told = ({ x, y }: Point): string => `${x.toFixed(2)} ${(height - y).toFixed(2)}`;
  const quad = (a: Point, b: Point, c: Point, d: Point): string => `M${told(a)}L${told(b)}L${told(c)}L${told(d)}Z`;
  for (const { segments } of ways)
    for (const segment of segments) {
      if (segment.kind !== 'line' || !segment.depths) continue;
      const { from, to, depths } = segment;
      const [near, far] = [coneWidth(cone, depths[0]) / 2, coneWidth(cone, depths[1]) / 2];
      covered.push(disc(from, near, height), disc(to, far, height));
      const length = Math.hypot(to.x - from.x, to.y - from.y);
      // One disc lies within the other where the cutter goes up or down too steeply.
      if (length < SHORT || Math.abs(near - far) >= length) continue;
      const [left, right] = [1, -1].map((side) => touch(from, to, near - far, side));
      const at = (point: Point, radius: number, way: Point): Point => ({
        x: point.x + radius * way.x,
        y: point.y + radius * way.y,
      });
      covered.push(quad(at(from, near, left!), at(from, near, right!), at(to, far, right!), at(to, far, left!)));
      for (const way of [left!, right!])
        sides[toneOf(way)]!.push(quad(from, to, at(to, far, way), at(from, near, way)));
    }
  return { covered: covered.join(''), sides: sides.map((quads) => quads.join('')) };
}

/**
 * The way from a disc's middle to where a straight line touches both of two.
 * @param shrinks by how much the second is smaller, mm
 */
function touch(from: Point, to: Point, shrinks: number, side: number): Point {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy);
  const along = shrinks / length;
  const across = side * Math.sqrt(1 - along * along);
  return { x: (dx * along - dy * across) / length, y: (dy * along + dx * across) / length };
}

/** A side faces the middle: which tone it has in the light. */
const toneOf = (way: Point): number =>
  Math.min(TONES - 1, Math.floor(((1 - (way.x * LIGHT.x + way.y * LIGHT.y)) / 2) * TONES));

/** Turned as the quads are, so that filling nonzero takes both. */
function disc({ x, y }: Point, radius: number, height: number): string {
  if (radius < 0.01) return '';
  const r = radius.toFixed(2);
  const half = (way: number): string => `a${r} ${r} 0 1 1 ${(way * 2 * radius).toFixed(2)} 0`;
  return `M${(x - radius).toFixed(2)} ${(height - y).toFixed(2)}${half(1)}${half(-1)}z`;
}
