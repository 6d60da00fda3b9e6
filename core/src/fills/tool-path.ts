import type { Contour } from '../geometry/contour.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { FillStroke } from './fill.ts';
import { closedLine, nearFor, openLine } from './polyline.ts';
import { WaysInside } from './ways-inside.ts';

/** One pass of the tool, mm. A closed one may be entered anywhere. */
export interface Pass {
  readonly kind: FillStroke['kind'];
  readonly points: readonly Point[];
  readonly closed: boolean;
  /** What it is as curves, where it is by itself in the end; left out: its points tell it. */
  readonly contour?: Contour;
}

/** Ways that are not straight keep so far from the edge, in tool widths: of a pocket it is the wall, passed last. */
const MARGIN = 0.04;
/** Where nobody says what a lift is worth: a way with the tool down of so many tool widths. */
const USUAL_STAY = 8;

/** A line beside one is as near as this, in spacings: more than one, as ends at an edge lie aslant. */
const BESIDE = 3;

/**
 * How far lines of a fill are joined, mm: as far as a lift is worth; of a beam from one line to the one beside it, as
 * what lies between them is burned by both anyway, and no way at all where there is room between them.
 */
export const stayOf = (
  { joins, spacing, width }: { readonly joins: 'edge' | 'any'; readonly spacing: number; readonly width: number },
  stay: number,
): number => (joins === 'any' ? stay : spacing <= width ? BESIDE * spacing : 0);

/** How far a tool of a width stays down for a next pass, where nobody says what a lift is worth; mm. */
export const usualStay = (tool: number): number => USUAL_STAY * tool;

/** What a tool does between its lifts, as passes are given to it. */
export class ToolPath {
  /** What is gone along from lift to lift: of several passes in one it is the kind of the last. */
  private readonly runs: Pass[] = [];
  private readonly ways: WaysInside;
  private at: Point | null = null;

  /**
   * @param reach what the tool's middle may reach
   * @param width of the tool, mm
   * @param stay how far it goes from pass to pass with the tool down at most, where it can, mm: as far as takes as long
   *   as a lift
   */
  constructor(
    reach: Rings,
    private readonly width: number,
    private readonly stay: number,
  ) {
    this.ways = new WaysInside(reach, MARGIN * width);
  }

  /** Does something with each of several areas, the nearest first. */
  eachNearest<Area extends Rings>(areas: readonly Area[], each: (area: Area) => void): void {
    const left = new Set(areas);
    while (left.size > 0) {
      let [best, least] = [null as Area | null, Infinity];
      for (const area of left) {
        const far = this.at ? Math.min(...area[0]!.map((point) => distance(point, this.at!))) : 0;
        if (far < least) [best, least] = [area, far];
      }
      left.delete(best!);
      each(best!);
    }
  }

  /**
   * Goes along passes, the nearest first, closed ones entered where the tool is nearest to them. The tool is lifted
   * where no way inside that is short enough leads from one to the next.
   */
  run(passes: readonly Pass[]): void {
    const left = new Set(passes);
    while (left.size > 0) {
      const { pass, points } = nearest(left, this.at);
      left.delete(pass);
      const last = this.runs.at(-1);
      const own = pass.closed ? [...points, points[0]!] : points;
      const way = last && this.at ? this.ways.between(this.at, points[0]!, this.stay) : null;
      if (last && way) {
        // What was a closed ring by itself becomes a part of a run.
        const before = last.closed ? [...last.points, last.points[0]!] : last.points;
        this.runs[this.runs.length - 1] = { kind: pass.kind, points: [...before, ...way, ...own], closed: false };
      } else this.runs.push({ ...pass, points });
      this.at = own.at(-1)!;
    }
  }

  /** What was gone along between lifts, in running order. */
  strokes(source: SourceId): FillStroke[] {
    const near = nearFor(this.width);
    return this.runs.map(({ kind, points, closed, contour }) => ({
      kind,
      contour: contour ?? (closed ? closedLine(points, near) : openLine(points, near, source)),
    }));
  }
}

function nearest(passes: ReadonlySet<Pass>, at: Point | null): { pass: Pass; points: Point[] } {
  let [best, least] = [null as { pass: Pass; points: Point[] } | null, Infinity];
  for (const pass of passes) {
    const { points, closed } = pass;
    if (!at) return { pass, points: [...points] };
    const ends = closed ? points.keys() : [0, points.length - 1];
    let [own, far] = [0, Infinity];
    for (const i of ends) {
      const away = distance(points[i]!, at);
      if (away < far) [own, far] = [i, away];
    }
    if (far >= least) continue;
    least = far;
    const turned = closed
      ? [...points.slice(own), ...points.slice(0, own)]
      : own === 0
        ? [...points]
        : [...points].reverse();
    best = { pass, points: turned };
  }
  return best!;
}
