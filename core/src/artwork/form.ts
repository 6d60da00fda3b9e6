import { placeContour, type Contour, type Region } from '../geometry/contour.ts';
import { knockOut, weld, weldEvenOdd, weldRegions } from '../geometry/kernel/boolean.ts';
import { closeLines, type Gap } from './closing/close-lines.ts';
import type { DoubledRun } from './closing/doubled.ts';
import type { Overshoot } from './closing/overshoots.ts';
import type { DrawnElement, FileReading } from './drawn.ts';

/** How artwork is read. */
export interface ArtworkPlan {
  /** Millimetres to a unit of the file, and so many times as large. */
  readonly mmPerUnit: number | null;
  readonly factor: number;
  /** Gaps are closed up to this, mm. */
  readonly join: number;
  readonly lines: 'areas' | 'lines';
}

/** What artwork comes to, mm, where the file has it. */
export interface ArtworkForm {
  readonly areas: Region;
  /** What does not close, or is meant as lines. */
  readonly lines: readonly Contour[];
  readonly closing: Closing;
}

/** What became of the lines of a file. */
export interface Closing {
  /** Gaps that were closed, and the widest of them, mm. */
  readonly joined: number;
  readonly widest: number;
  readonly gaps: readonly Gap[];
  readonly doubled: readonly DoubledRun[];
  readonly overshoots: readonly Overshoot[];
  /** Lines that stay open. */
  readonly open: number;
}

/**
 * Reads drawn elements as areas and lines: areas in the order of the file, each by its own rule, white ones taking away
 * from what lies below; lines chained, and what closes with them an area by the even-odd rule, unless they are meant as
 * lines.
 */
export function artworkForm({ elements, scale }: FileReading, plan: ArtworkPlan): ArtworkForm {
  const factor = (plan.mmPerUnit ?? scale.mmPerUnit) * plan.factor;
  const sized = (contours: readonly Contour[]) => contours.map((contour) => placeContour(contour, factor, 0, 0));
  let areas: Region = [];
  const kind = (wanted: DrawnElement['kind']) => elements.filter((element) => element.kind === wanted);
  for (const run of runsOf(kind('area'))) {
    const regions = run.map(({ contours, evenOdd }) =>
      evenOdd ? weldEvenOdd(sized(contours)) : weld(sized(contours)),
    );
    const own = regions.length === 1 ? regions[0]! : weldRegions(regions);
    if (run[0]!.white) areas = knockOut(areas, own);
    else areas = areas.length === 0 ? own : weldRegions([areas, own]);
  }
  const drawn = kind('line').flatMap(({ contours }) => sized(contours));
  const { closed, open, joined, gaps, doubled, overshoots } = closeLines(drawn, plan.join);
  const asAreas = plan.lines === 'areas' && closed.length > 0 ? weldEvenOdd(closed) : [];
  return {
    areas: asAreas.length === 0 ? areas : areas.length === 0 ? asAreas : weldRegions([areas, asAreas]),
    lines: plan.lines === 'areas' ? open : [...closed, ...open],
    closing: {
      joined: joined.length,
      widest: Math.max(0, ...joined),
      gaps,
      doubled,
      overshoots,
      open: open.length,
    },
  };
}

/** White areas one after the other, and those between them. */
function runsOf(areas: readonly DrawnElement[]): DrawnElement[][] {
  const runs: DrawnElement[][] = [];
  for (const area of areas) {
    const last = runs.at(-1);
    if (last && last[0]!.white === area.white) last.push(area);
    else runs.push([area]);
  }
  return runs;
}
