import { add, distance, scale, subtract, type Point } from '../point.ts';
import type { NodePath, PathNode, Run } from './node-path.ts';

/** A point that a line is drawn through: a corner, or one that it passes smoothly. */
export interface DrawnPoint extends Point {
  readonly smooth: boolean;
}

/** Handles reach so far along their run, as a share of its length. */
const REACH = 1 / 3;

/**
 * A path through points: straight between corners; at smooth ones it goes as the way from the one before to the one
 * behind does (Catmull and Rom 1974).
 */
export function pathThrough(points: readonly DrawnPoint[], closed: boolean): NodePath {
  const count = points.length;
  const at = (i: number): DrawnPoint => points[(i + count) % count]!;
  const isEnd = (i: number): boolean => !closed && (i === 0 || i === count - 1);
  /** The way on at a point; null where it is a corner, or an end. */
  const wayAt = (i: number): Point | null => {
    const { smooth } = at(i);
    if (!smooth || isEnd((i + count) % count)) return null;
    const along = subtract(at(i + 1), at(i - 1));
    const length = Math.hypot(along.x, along.y);
    return length > 0 ? scale(along, 1 / length) : null;
  };
  const runFrom = (i: number): Run => {
    if (!closed && i === count - 1) return 'line';
    const [from, to] = [at(i), at(i + 1)];
    const [leaving, arriving] = [wayAt(i), wayAt(i + 1)];
    if (!leaving && !arriving) return 'line';
    const reach = REACH * distance(from, to);
    const straight = scale(subtract(to, from), REACH);
    return {
      c1: plain(add(from, leaving ? scale(leaving, reach) : straight)),
      c2: plain(subtract(to, arriving ? scale(arriving, reach) : straight)),
    };
  };
  const nodes = points.map(({ x, y }, i): PathNode => ({ x, y, to: runFrom(i) }));
  return { nodes, closed };
}

const plain = ({ x, y }: Point): Point => ({ x, y });
