import type { Region } from './contour.ts';
import { unit, type Point } from './point.ts';
import { pointAt, tangentAt } from './segment.ts';

/** So far within its edge a region is looked at, mm, and at these shares of each piece of it. */
const WITHIN = 0.02;
const SHARES = [0.25, 0.5, 0.75];

/** Points of a region close to its edges; it lies to their left. */
export const pointsJustInside = (region: Region): Point[] =>
  region.flatMap(({ segments }) =>
    segments.flatMap((segment) =>
      SHARES.map((t) => {
        const [at, along] = [pointAt(segment, t), unit(tangentAt(segment, t))];
        return { x: at.x - WITHIN * along.y, y: at.y + WITHIN * along.x };
      }),
    ),
  );
