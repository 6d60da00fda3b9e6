import { subtract, type Point } from '../../geometry/point.ts';
import { lineOf, offLine, type Line, type PointSums } from './line-through.ts';

/** Sums of a point: x, y, xx, xy, yy. */
const OF_ONE = 5;

/**
 * Lines through stretches of a ring, told from sums along it (twice round, since stretches go over its end): however
 * long a stretch is, in the same time. Points are numbered round and round, below 0 as well.
 */
export class RingLines {
  private readonly sums: Float64Array;

  constructor(private readonly ring: readonly Point[]) {
    const origin = ring[0]!;
    this.sums = new Float64Array(OF_ONE * (2 * ring.length + 1));
    for (let i = 0, at = 0; i < 2 * ring.length; i++, at += OF_ONE) {
      const point = ring[i < ring.length ? i : i - ring.length]!;
      const x = point.x - origin.x;
      const y = point.y - origin.y;
      this.sums[at + OF_ONE] = this.sums[at]! + x;
      this.sums[at + OF_ONE + 1] = this.sums[at + 1]! + y;
      this.sums[at + OF_ONE + 2] = this.sums[at + 2]! + x * x;
      this.sums[at + OF_ONE + 3] = this.sums[at + 3]! + x * y;
      this.sums[at + OF_ONE + 4] = this.sums[at + 4]! + y * y;
    }
  }

  at(i: number): Point {
    return this.ring[this.number(i)]!;
  }

  /** How far points from one to another, both included, lie off their line, root mean square. */
  off(from: number, to: number): number {
    return offLine(this.sumsOf(from, to));
  }

  /** The line through points from one to another, both included. */
  through(from: number, to: number): Line {
    return lineOf(this.sumsOf(from, to), this.ring[0]!, subtract(this.at(to), this.at(from)));
  }

  private sumsOf(from: number, to: number): PointSums {
    const { sums } = this;
    const n = to - from + 1;
    const a = OF_ONE * this.number(from);
    const b = a + OF_ONE * n;
    return {
      n,
      x: sums[b]! - sums[a]!,
      y: sums[b + 1]! - sums[a + 1]!,
      xx: sums[b + 2]! - sums[a + 2]!,
      xy: sums[b + 3]! - sums[a + 3]!,
      yy: sums[b + 4]! - sums[a + 4]!,
    };
  }

  private number(i: number): number {
    const count = this.ring.length;
    return i >= 0 && i < count ? i : ((i % count) + count) % count;
  }
}
