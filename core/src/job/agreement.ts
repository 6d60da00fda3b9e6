import { heightOf, joinBounds, widthOf } from '../geometry/bounds.ts';
import type { Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import type { LayerUse, Run, RunOperation } from '../machine/run-file.ts';
import type { Operation } from '../operations/operations.ts';
import type { Work } from '../shop/shop.ts';

/** What one layer comes to, mm and s. */
export interface LayerFigures {
  readonly lines: number;
  readonly length: number;
  readonly travel: number;
  readonly seconds: number;
  /** How deep the tool goes, where lines have depths; else 0. */
  readonly deepest: number;
}

/** What a file says of a layer beside what its job says; null where one of them has no such layer. */
export interface AgreementRow {
  readonly layer: string;
  readonly work: Work;
  readonly swept: boolean;
  readonly file: LayerFigures | null;
  readonly job: LayerFigures | null;
}

export interface Agreement {
  readonly rows: readonly AgreementRow[];
  /** In words; none where they agree. */
  readonly differences: readonly string[];
}

/** By how much files may differ from their jobs, by what they round. */
interface Slack {
  readonly mm: number;
  readonly s: number;
  /** And by as many mm or s. */
  readonly rounded: number;
  /** Whether swept rows are compared: many of them may come or go with the size of a step of a grid. */
  readonly rows: boolean;
}

/** Times differ by more than lengths: arcs of a DXF bend less sharply than curves. */
const FINE: Slack = { mm: 0.005, s: 0.03, rounded: 0.5, rows: true };
/** Depths are written with so many digits, mm. */
const SAME_DEPTH = 0.001;
/** Points on a plotter's grid make corners where there are none. */
const ON_A_GRID: Slack = { mm: 0.01, s: 0.15, rounded: 3, rows: false };

/**
 * What the simulated machine made of a file, layer by layer, against the operations of the job that it was written
 * from.
 * @param uses what the machine was told of the layers: one an operation
 * @param nearness whether the file has its points on a plotter's grid, and whether it tells depths
 */
export function agreementOf(
  run: Run,
  operations: readonly Operation[],
  uses: readonly LayerUse[],
  { isOnGrid, tellsDepths }: { readonly isOnGrid: boolean; readonly tellsDepths: boolean } = {
    isOnGrid: false,
    tellsDepths: true,
  },
): Agreement {
  const rows = uses.map(({ layer, work, swept }, i): AgreementRow => {
    const { contours, length, travel, time, deepest } = operations[i]!;
    const found = run.operations.find((each) => each.layer === layer);
    return {
      ...{ layer, work, swept },
      file: found ? figuresOf(found) : null,
      job: { lines: contours.length, length, travel, seconds: time, deepest },
    };
  });
  const reaches = uses.map(({ swept, rows: way }, i) =>
    swept ? reachOf(operations[i]!.contours, way?.angle ?? 0) : 0,
  );
  const order = run.operations.map(({ layer }) => layer);
  const meant = uses.map(({ layer }) => layer).filter((layer) => order.includes(layer));
  const inOrder = order.every((layer, i) => layer === meant[i]);
  return {
    rows,
    differences: [
      ...rows.flatMap((row, i) =>
        differencesIn(row, [reaches[i]!, reaches[i - 1] ?? 0], isOnGrid ? ON_A_GRID : FINE, tellsDepths),
      ),
      ...run.unknown.map((layer) => `the machine is told nothing of the layer ${layer}`),
      ...(inOrder ? [] : [`the layers run as ${order.join(', ')} and not as ${meant.join(', ')}`]),
    ],
  };
}

/** What a file alone says. */
export const fileRows = ({ operations }: Run): AgreementRow[] =>
  operations.map((each) => ({ ...each, file: figuresOf(each), job: null }));

const figuresOf = ({ lines, length, travel, seconds, deepest }: RunOperation): LayerFigures => ({
  ...{ lines, length, travel, seconds, deepest },
});

/** How long rows over lines are at most, mm. */
function reachOf(contours: readonly Contour[], angle: number): number {
  const box = joinBounds(contours.map(contourBounds));
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  return widthOf(box) * Math.abs(cos) + heightOf(box) * Math.abs(sin);
}

/**
 * Where a level edge lies in the middle of a row, what a file rounds decides whether that row is swept: one may come or
 * go at the foot and at the head of an area, and the head begins or ends on its other side then.
 * @param reaches of the longest row, mm, of the layer and of the one before it; 0 where they are not swept
 */
function differencesIn(
  { layer, swept, file, job }: AgreementRow,
  [reach, reachBefore]: readonly [number, number],
  slack: Slack,
  tellsDepths: boolean,
): string[] {
  if (!file) return [`the file has no layer ${layer}`];
  if (!job) return [];
  const said = (what: string, a: number, b: number, unit: 'mm' | 's', rowsMore = 0): string[] =>
    Math.abs(a - b) > slack.rounded + slack[unit] * Math.max(a, b) + rowsMore
      ? [`${layer}: ${a.toFixed(1)} ${unit} of ${what} in the file, ${b.toFixed(1)} in the job`]
      : [];
  const count = file.lines === job.lines ? [] : [`${layer}: ${file.lines} lines in the file, ${job.lines} in the job`];
  if (swept && !slack.rows) return count;
  const isFlat = job.deepest > 0 && !tellsDepths;
  const depths =
    isFlat || Math.abs(file.deepest - job.deepest) <= SAME_DEPTH
      ? []
      : [`${layer}: ${file.deepest.toFixed(2)} mm deep in the file, ${job.deepest.toFixed(2)} in the job`];
  return [
    ...count,
    ...depths,
    ...said('lines', file.length, job.length, 'mm', 2 * reach),
    ...said('travel', file.travel, job.travel, 'mm', reach + reachBefore),
    // Up and down takes time too.
    ...(isFlat ? [] : said('time', file.seconds, job.seconds, 's', (2 * reach * job.seconds) / (job.length || 1))),
  ];
}
