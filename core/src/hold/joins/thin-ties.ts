import { centreOf } from '../../geometry/bounds.ts';
import { flatten, type Region } from '../../geometry/contour.ts';
import { polygon } from '../../geometry/shapes.ts';
import type { Point } from '../../geometry/point.ts';
import { scannerFor } from '../scan-lines.ts';
import type { Neck } from '../../measure/necks.ts';
import type { Tie } from './tie.ts';

/** Directions tried, degrees to either side of straight through the neck, and how far along and aside, in widths. */
const TURNS = [0, 12, -12, 25, -25, 40, -40];
const ASIDES = [0, 0.15, -0.15, 0.3, -0.3, 0.5, -0.5];
const LONGEST = 3.5;
const LENGTH_STEP = 0.1;

/** Where along a tie's end it must lie in the material. */
const END_SAMPLES = [-0.5, -0.25, 0, 0.25, 0.5];

/**
 * Ties laid over necks that are too thin: for each, the shortest strip of the full width through the neck whose two
 * ends lie wholly inside the material. Necks that no such strip fits are left.
 */
export function tieThin(material: Region, necks: readonly Neck[], width: number): Tie[] {
  const scanner = scannerFor([material.map((contour) => flatten(contour, 0.01))], 0);
  const inside = ({ x, y }: Point) => scanner.at(y).some(({ from, to }) => from < x && x < to);
  return necks.flatMap((neck) => {
    const tie = bestTie(neck, width, inside);
    return tie ? [tie] : [];
  });
}

function bestTie({ a, where, from, to }: Neck, width: number, inside: (p: Point) => boolean): Tie | null {
  const middle = centreOf(where);
  const across = Math.atan2(to.y - from.y, to.x - from.x);
  let best: { length: number; strip: readonly [Point, Point, Point, Point]; ends: readonly [Point, Point] } | null =
    null;
  for (const turn of TURNS) {
    const angle = across + Math.PI / 2 + (turn * Math.PI) / 180;
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    for (const aside of ASIDES) {
      const at = (along: number, side: number): Point => ({
        x: middle.x + dx * along - dy * (aside + side) * width,
        y: middle.y + dy * along + dx * (aside + side) * width,
      });
      const reach = (way: 1 | -1): number | null => {
        for (let along = LENGTH_STEP * width; along <= LONGEST * width; along += LENGTH_STEP * width)
          if (END_SAMPLES.every((side) => inside(at(way * along, side)))) return way * along;
        return null;
      };
      const [back, ahead] = [reach(-1), reach(1)];
      if (back === null || ahead === null) continue;
      // A turned tie, or one aside, must be clearly shorter to be worth it.
      const cost = (ahead - back) * (1 + Math.abs(turn) / 90 + Math.abs(aside) * 0.3);
      if (best && cost >= best.length) continue;
      best = {
        length: cost,
        strip: [at(back, -0.5), at(ahead, -0.5), at(ahead, 0.5), at(back, 0.5)],
        ends: [at(back, 0), at(ahead, 0)],
      };
    }
  }
  if (!best) return null;
  const id = `tie:${a}:thin`;
  const [start, end] = best.ends;
  return {
    id,
    part: a,
    why: 'thin',
    width,
    length: Math.hypot(end.x - start.x, end.y - start.y),
    from: start,
    to: end,
    strip: polygon(best.strip, id),
  };
}
