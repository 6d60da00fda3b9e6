import { cross, distance, type Point } from '../geometry/point.ts';
import type { Track } from './tracks.ts';
import type { Walls } from './walls.ts';

/** The inner edge of a bend lies no further than this beyond where it would be sharp, half-widths. */
const BESIDE = 0.7;

/** So much of a bend that its inner edge makes at once is a corner. */
const AT_ONCE = 0.8;

/** What turns by more, radians, turns back, and is drawn as two. */
const MOST = 2.6;

/**
 * Whether a stroke turns by a corner where it bends: its inner edge does so. What is rounded there was drawn as a
 * curve, however tight.
 * @param turns by how much the edge turns near each wall point, radians
 */
export function turnsByCorner(a: Track, b: Track, walls: Walls, turns: Float64Array): boolean {
  const meeting = meetingOf(a, b);
  const bend = Math.abs(Math.atan2(cross(a.way, b.way), -(a.way.x * b.way.x + a.way.y * b.way.y)));
  if (bend > MOST) return true;
  const reach = (1 / Math.max(0.2, Math.cos(bend / 2)) + BESIDE) * Math.max(a.radius, b.radius);
  for (let i = 0; i < walls.count; i++)
    if (-turns[i]! > AT_ONCE * bend && distance({ x: walls.x[i]!, y: walls.y[i]! }, meeting) < reach) return true;
  return false;
}

/** Where both would meet that go straight on; half way between them where they do not. */
function meetingOf(a: Track, b: Track): Point {
  const turn = cross(a.way, b.way);
  const between = { x: b.begin.x - a.begin.x, y: b.begin.y - a.begin.y };
  const ahead = turn === 0 ? -1 : cross(between, b.way) / turn;
  if (ahead > 0 && ahead < 2 * Math.hypot(between.x, between.y))
    return { x: a.begin.x + ahead * a.way.x, y: a.begin.y + ahead * a.way.y };
  return { x: (a.begin.x + b.begin.x) / 2, y: (a.begin.y + b.begin.y) / 2 };
}
