import type { Contour } from '../geometry/contour.ts';
import { add, cross, distance, dot, scale, subtract, type Point } from '../geometry/point.ts';
import { arc, line, type Segment, type SourceId } from '../geometry/segment.ts';
import { joined } from '../geometry/shapes.ts';

/** How a corner is worked. */
export type CornerWork = 'round' | 'chamfered' | 'notched' | 'scooped';

/** A corner of a straight-sided outline. */
export interface Corner extends Point {
  /**
   * How much of it is worked, mm: the radius of a round corner, else the length along each side. No more of a side is
   * taken than half of it.
   */
  readonly by?: number;
}

const LEAST = 1e-6;

/** Straight sides from corner to corner, counter-clockwise, each corner worked as it says. */
export function workedCorners(corners: readonly Corner[], work: CornerWork, source: SourceId): Contour {
  const worked = corners.map((corner, i) =>
    workedCorner(corners.at(i - 1)!, corner, corners[(i + 1) % corners.length]!, work, source),
  );
  const segments: Segment[] = [];
  worked.forEach(({ segments: own, to }, i) => {
    segments.push(...own);
    const next = worked[(i + 1) % worked.length]!.from;
    if (distance(to, next) > LEAST) segments.push(line(to, next, source));
  });
  return joined(segments);
}

interface Worked {
  readonly segments: readonly Segment[];
  readonly from: Point;
  readonly to: Point;
}

function workedCorner(before: Point, corner: Corner, after: Point, work: CornerWork, source: SourceId): Worked {
  const [back, on] = [unit(subtract(before, corner)), unit(subtract(after, corner))];
  const room = Math.min(distance(before, corner), distance(corner, after)) / 2;
  // Half the angle between the sides.
  const half = Math.acos(Math.max(-1, Math.min(1, dot(back, on)))) / 2;
  const wanted = Math.max(0, corner.by ?? 0);
  const along = Math.min(room, work === 'round' ? wanted / Math.tan(half) : wanted);
  if (!(along > LEAST)) return { segments: [], from: corner, to: corner };
  const [from, to] = [add(corner, scale(back, along)), add(corner, scale(on, along))];
  switch (work) {
    case 'chamfered':
      return { segments: [line(from, to, source)], from, to };
    case 'notched': {
      const inner = add(from, scale(on, along));
      return { segments: [line(from, inner, source), line(inner, to, source)], from, to };
    }
    case 'scooped': {
      const turn = -cornerTurn(back, on);
      return { segments: [arc(corner, along, angleOf(back), turn, source)], from, to };
    }
    case 'round': {
      const radius = along * Math.tan(half);
      const centre = add(corner, scale(unit(add(back, on)), along / Math.cos(half)));
      const way = Math.sign(cross(scale(back, -1), on));
      const sweep = way * (180 - degrees(2 * half));
      return { segments: [arc(centre, radius, angleOf(subtract(from, centre)), sweep, source)], from, to };
    }
  }
}

/** Degrees counter-clockwise from one direction to the other through the outline. */
function cornerTurn(back: Point, on: Point): number {
  const turn = degrees(Math.atan2(cross(on, back), dot(on, back)));
  return turn < 0 ? turn + 360 : turn;
}

const unit = (vector: Point): Point => scale(vector, 1 / Math.max(LEAST, Math.hypot(vector.x, vector.y)));
const angleOf = ({ x, y }: Point): number => degrees(Math.atan2(y, x));
const degrees = (radians: number): number => (radians * 180) / Math.PI;
