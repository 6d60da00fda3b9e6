import type { Contour } from '../../geometry/contour.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { cubic, line, quadratic, type Segment } from '../../geometry/segment.ts';
import { arcSegments } from './elliptical-arc.ts';

/** Contours of a path, y down in user units as in the file, and whether its data had a fault. */
export interface PathRead {
  readonly contours: readonly Contour[];
  /** What comes before a fault is drawn, as the standard has it. */
  readonly fault: boolean;
}

const COMMAND = /[MLHVCSQTAZ]/i;
const NUMBER = /[\s,]*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)/iy;
/** Flags of arcs may stand without anything between them. */
const FLAG = /[\s,]*([01])/y;
const COUNTS: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, C: 6, S: 4, Q: 4, T: 2, A: 7, Z: 0 };

/** Ends of what is called closed lie this near, user units. */
const SAME = 1e-9;

/** Reads path data. */
export function readPath(d: string): PathRead {
  const pen = new Pen();
  let at = 0;
  const skip = () => {
    while (at < d.length && /[\s,]/.test(d[at]!)) at++;
  };
  const read = (pattern: RegExp): number | null => {
    pattern.lastIndex = at;
    const match = pattern.exec(d);
    if (!match) return null;
    at = pattern.lastIndex;
    const value = Number(match[1]);
    return Number.isFinite(value) ? value : null;
  };
  let command = '';
  for (skip(); at < d.length; skip()) {
    if (COMMAND.test(d[at]!)) command = d[at++]!;
    // Numbers alone go on with the command before; after M with lines.
    else if (command === '' || command.toUpperCase() === 'Z') return pen.done(true);
    else if (command === 'M' || command === 'm') command = command === 'M' ? 'L' : 'l';
    const kind = command.toUpperCase();
    if (!pen.isDown && kind !== 'M') return pen.done(true);
    const numbers: number[] = [];
    for (let i = 0; i < COUNTS[kind]!; i++) {
      const value = read(kind === 'A' && (i === 3 || i === 4) ? FLAG : NUMBER);
      if (value === null) return pen.done(true);
      numbers.push(value);
    }
    pen.draw(kind, command !== kind, numbers);
  }
  return pen.done(false);
}

class Pen {
  readonly #contours: Contour[] = [];
  #segments: Segment[] = [];
  #start: Point = { x: 0, y: 0 };
  #here: Point = { x: 0, y: 0 };
  /** The last point that drew a curve: what S and T go on from. */
  #last: { readonly kind: 'cubic' | 'quadratic'; readonly point: Point } | null = null;
  isDown = false;

  done(fault: boolean): PathRead {
    this.#lift(false);
    return { contours: this.#contours, fault };
  }

  draw(kind: string, isRelative: boolean, n: readonly number[]): void {
    const { x, y } = isRelative ? this.#here : { x: 0, y: 0 };
    const at = (i: number): Point => ({ x: x + n[i]!, y: y + n[i + 1]! });
    const mirrored = (of: 'cubic' | 'quadratic'): Point =>
      this.#last?.kind === of
        ? { x: 2 * this.#here.x - this.#last.point.x, y: 2 * this.#here.y - this.#last.point.y }
        : this.#here;
    switch (kind) {
      case 'M':
        this.#lift(false);
        this.#start = this.#here = at(0);
        this.#last = null;
        this.isDown = true;
        return;
      case 'Z':
        if (distance(this.#here, this.#start) > SAME) this.#to(line(this.#here, this.#start, ''));
        this.#lift(true);
        return;
      case 'L':
        return this.#to(line(this.#here, at(0), ''));
      case 'H':
        return this.#to(line(this.#here, { x: x + n[0]!, y: this.#here.y }, ''));
      case 'V':
        return this.#to(line(this.#here, { x: this.#here.x, y: y + n[0]! }, ''));
      case 'C':
        return this.#curve(at(0), at(2), at(4));
      case 'S':
        return this.#curve(mirrored('cubic'), at(0), at(2));
      case 'Q':
        return this.#bend(at(0), at(2));
      case 'T':
        return this.#bend(mirrored('quadratic'), at(0));
      case 'A': {
        const end = at(5);
        for (const segment of arcSegments(this.#here, end, n[0]!, n[1]!, n[2]!, n[3] === 1, n[4] === 1))
          this.#to(segment);
        this.#here = end;
      }
    }
  }

  #curve(c1: Point, c2: Point, to: Point): void {
    this.#to(cubic(this.#here, c1, c2, to, ''));
    this.#last = { kind: 'cubic', point: c2 };
  }

  #bend(c: Point, to: Point): void {
    this.#to(quadratic(this.#here, c, to, ''));
    this.#last = { kind: 'quadratic', point: c };
  }

  #to(segment: Segment): void {
    this.#segments.push(segment);
    this.#here = segment.to;
    this.#last = null;
  }

  #lift(closed: boolean): void {
    if (this.#segments.length > 0) this.#contours.push({ segments: this.#segments, closed });
    this.#segments = [];
    this.#here = this.#start;
    this.#last = null;
  }
}
