import type { Contour } from '../../geometry/contour.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { cubic, line, type Segment } from '../../geometry/segment.ts';

/** A path as a page draws it, in its own units. */
export class PathPen {
  #contours: Contour[] = [];
  #segments: Segment[] = [];
  #start: Point = { x: 0, y: 0 };
  #at: Point = { x: 0, y: 0 };

  move(to: Point): void {
    this.#end(false);
    this.#start = this.#at = to;
  }

  line(to: Point): void {
    if (distance(this.#at, to) > 0) this.#segments.push(line(this.#at, to, ''));
    this.#at = to;
  }

  curve(c1: Point, c2: Point, to: Point): void {
    this.#segments.push(cubic(this.#at, c1, c2, to, ''));
    this.#at = to;
  }

  /** From where the pen is, for curves whose first point it is. */
  get at(): Point {
    return this.#at;
  }

  rectangle(x: number, y: number, width: number, height: number): void {
    this.move({ x, y });
    this.line({ x: x + width, y });
    this.line({ x: x + width, y: y + height });
    this.line({ x, y: y + height });
    this.close();
  }

  close(): void {
    if (distance(this.#at, this.#start) > 0) this.line(this.#start);
    this.#end(true);
  }

  /** What was drawn, and nothing from then on. */
  take(): Contour[] {
    this.#end(false);
    const contours = this.#contours;
    this.#contours = [];
    return contours;
  }

  #end(closed: boolean): void {
    if (this.#segments.length > 0) this.#contours.push({ segments: this.#segments, closed });
    this.#segments = [];
    this.#at = this.#start;
  }
}
