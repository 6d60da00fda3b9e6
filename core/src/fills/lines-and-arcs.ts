import { arcOfTurn } from '../geometry/arc-from-ends.ts';
import { bulgeThrough, circleOfBulge } from '../geometry/bulge.ts';
import { squaredToSpan, type Point } from '../geometry/point.ts';
import { line, type Segment, type SourceId } from '../geometry/segment.ts';

/** No arc turns further than this, as a bulge, the tangent of a quarter of its angle: a little less than half round. */
const MOST_BULGE = 0.9;

/**
 * The way along points as lines and arcs, as long as each can be: no point of the way is further than a tolerance from
 * them, nor they from it. They begin and end at points of the way.
 * @param tolerance mm
 */
export function linesAndArcs(points: readonly Point[], tolerance: number, source: SourceId): Segment[] {
  const way = new Way(points, tolerance);
  const segments: Segment[] = [];
  for (let from = 0; from < points.length - 1;) {
    const straight = way.furthest(from, (to) => way.isStraight(from, to));
    const round = way.furthest(from, (to) => way.bulgeOf(from, to) !== null);
    const to = Math.max(straight, round);
    const bulge = straight >= round ? null : way.bulgeOf(from, to);
    const [a, b] = [points[from]!, points[to]!];
    const arc = bulge === null ? null : arcOfTurn(a, b, (4 * Math.atan(bulge) * 180) / Math.PI, source);
    segments.push(arc ?? line(a, b, source));
    from = to;
  }
  return segments;
}

/** Points with the middle between each two, so that what passes near all of them is near the whole way. */
class Way {
  private readonly x: Float64Array;
  private readonly y: Float64Array;

  constructor(
    private readonly points: readonly Point[],
    private readonly tolerance: number,
  ) {
    const count = Math.max(0, 2 * points.length - 1);
    [this.x, this.y] = [new Float64Array(count), new Float64Array(count)];
    for (let k = 0; k < count; k++) {
      const [p, q] = [points[k >> 1]!, points[(k + 1) >> 1]!];
      this.x[k] = (p.x + q.x) / 2;
      this.y[k] = (p.y + q.y) / 2;
    }
  }

  /** The last point that something holds for, seen from another: by steps that double, then halve. */
  furthest(from: number, holds: (to: number) => boolean): number {
    const last = this.points.length - 1;
    let [good, step] = [from + 1, 1];
    while (good + step <= last && holds(good + step)) {
      good += step;
      step *= 2;
    }
    for (; step >= 1; step = Math.floor(step / 2)) if (good + step <= last && holds(good + step)) good += step;
    return good;
  }

  isStraight(from: number, to: number): boolean {
    const [a, b] = [this.points[from]!, this.points[to]!];
    const limit = this.tolerance * this.tolerance;
    for (let k = 2 * from + 1; k < 2 * to; k++)
      if (squaredToSpan(this.x[k]!, this.y[k]!, a.x, a.y, b.x, b.y) > limit) return false;
    return true;
  }

  /**
   * The bulge of an arc from one point to another that all between are near; null where there is none. Of each of them
   * it is told between which bulges the arc must be, and the middle of what is left to it is taken.
   */
  bulgeOf(from: number, to: number): number | null {
    const [a, b] = [this.points[from]!, this.points[to]!];
    const guess = bulgeThrough(a, this.x[from + to]!, this.y[from + to]!, b);
    if (!(Math.abs(guess) < MOST_BULGE) || guess === 0) return null;
    const around = circleOfBulge(a, b, guess);
    let [least, most] = [-MOST_BULGE, MOST_BULGE];
    for (let k = 2 * from + 1; k < 2 * to; k++) {
      const [x, y] = [this.x[k]!, this.y[k]!];
      const [rx, ry] = [x - around.x, y - around.y];
      const out = this.tolerance / (Math.sqrt(rx * rx + ry * ry) || 1);
      const [dx, dy] = [rx * out, ry * out];
      const inner = bulgeThrough(a, x - dx, y - dy, b);
      const outer = bulgeThrough(a, x + dx, y + dy, b);
      least = Math.max(least, Math.min(inner, outer));
      most = Math.min(most, Math.max(inner, outer));
      if (!(least <= most)) return null;
    }
    const bulge = (least + most) / 2;
    return bulge !== 0 && this.isNear(from, to, bulge) ? bulge : null;
  }

  private isNear(from: number, to: number, bulge: number): boolean {
    const [a, b] = [this.points[from]!, this.points[to]!];
    const { x: cx, y: cy, radius } = circleOfBulge(a, b, bulge);
    const side = Math.sign(bulge);
    for (let k = 2 * from + 1; k < 2 * to; k++) {
      const [x, y] = [this.x[k]! - cx, this.y[k]! - cy];
      if (Math.abs(Math.sqrt(x * x + y * y) - radius) > this.tolerance) return false;
      // Between its ends, as seen from its middle.
      if (side * ((a.x - cx) * y - (a.y - cy) * x) < 0 || side * (x * (b.y - cy) - y * (b.x - cx)) < 0) return false;
    }
    return true;
  }
}
