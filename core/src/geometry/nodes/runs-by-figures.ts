import type { Point } from '../point.ts';
import { isCurve, runCount, type NodePath, type Run } from './node-path.ts';

interface Place {
  readonly path: number;
  readonly run: number;
}

/** The runs of a drawing, found by their figures: a run is another's equal by its ends and how it goes. */
export class RunsByFigures {
  /** Of equal runs the last comes first. */
  private readonly places = new Map<number, Place[]>();

  constructor(private readonly drawing: readonly NodePath[]) {
    drawing.forEach((path, number) => {
      for (let run = 0; run < runCount(path); run++) {
        const key = keyOf(path, run);
        const alike = this.places.get(key);
        if (alike) alike.unshift({ path: number, run });
        else this.places.set(key, [{ path: number, run }]);
      }
    });
  }

  /** The path of the drawing that has a run like another's; the last where several have; null where none has. */
  owner(path: NodePath, run: number): number | null {
    return this.found(path, run)?.path ?? null;
  }

  /** The number of a run in one path of the drawing that is like another's; -1 where it has none. */
  inPath(own: number, path: NodePath, run: number): number {
    return this.found(path, run, own)?.run ?? -1;
  }

  private found(path: NodePath, run: number, own?: number): Place | undefined {
    const alike = this.places.get(keyOf(path, run)) ?? [];
    return alike.find((at) => (own ?? at.path) === at.path && isSame(this.drawing[at.path]!, at.run, path, run));
  }
}

const endOf = ({ nodes }: NodePath, run: number) => nodes[run + 1 < nodes.length ? run + 1 : 0]!;

/** The same number for equal runs, and hardly ever for others. */
function keyOf(path: NodePath, run: number): number {
  const [from, to] = [path.nodes[run]!, endOf(path, run)];
  return from.x + from.y * Math.SQRT2 + to.x * Math.E + to.y * Math.PI;
}

function isSame(a: NodePath, m: number, b: NodePath, n: number): boolean {
  return isAt(a.nodes[m]!, b.nodes[n]!) && isAt(endOf(a, m), endOf(b, n)) && goesAlike(a.nodes[m]!.to, b.nodes[n]!.to);
}

const isAt = (a: Point, b: Point): boolean => a.x === b.x && a.y === b.y;

function goesAlike(a: Run, b: Run): boolean {
  if (a === 'line' || b === 'line') return a === b;
  if (isCurve(a)) return isCurve(b) && isAt(a.c1, b.c1) && isAt(a.c2, b.c2);
  return !isCurve(b) && a.arc === b.arc;
}
