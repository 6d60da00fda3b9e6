import type { LayerUse, Run, RunOperation } from '../machine/run-file.ts';
import type { Operation } from '../operations/operations.ts';
import type { Work } from '../shop/shop.ts';

/** What one layer comes to, mm and s. */
export interface LayerFigures {
  readonly lines: number;
  readonly length: number;
  readonly travel: number;
  readonly seconds: number;
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

/** Lengths may differ by this share: what a file rounds. Times by more: arcs of a DXF bend less sharply than curves. */
const SHARE = { mm: 0.005, s: 0.03 };
/** And by as many mm or s. */
const ROUNDED = 0.5;

/**
 * What the simulated machine made of a file, layer by layer, against the operations of the job that it was written
 * from.
 * @param uses what the machine was told of the layers: one an operation
 */
export function agreementOf(run: Run, operations: readonly Operation[], uses: readonly LayerUse[]): Agreement {
  const rows = uses.map(({ layer, work, swept }, i): AgreementRow => {
    const { contours, length, travel, time } = operations[i]!;
    const found = run.operations.find((each) => each.layer === layer);
    return {
      ...{ layer, work, swept },
      file: found ? figuresOf(found) : null,
      job: { lines: contours.length, length, travel, seconds: time },
    };
  });
  const order = run.operations.map(({ layer }) => layer);
  const meant = uses.map(({ layer }) => layer).filter((layer) => order.includes(layer));
  const inOrder = order.every((layer, i) => layer === meant[i]);
  return {
    rows,
    differences: [
      ...rows.flatMap(differencesIn),
      ...run.unknown.map((layer) => `the machine is told nothing of the layer ${layer}`),
      ...(inOrder ? [] : [`the layers run as ${order.join(', ')} and not as ${meant.join(', ')}`]),
    ],
  };
}

/** What a file alone says. */
export const fileRows = ({ operations }: Run): AgreementRow[] =>
  operations.map((each) => ({ ...each, file: figuresOf(each), job: null }));

const figuresOf = ({ lines, length, travel, seconds }: RunOperation): LayerFigures => ({
  ...{ lines, length, travel, seconds },
});

function differencesIn({ layer, file, job }: AgreementRow): string[] {
  if (!file) return [`the file has no layer ${layer}`];
  if (!job) return [];
  const said = (what: string, a: number, b: number, unit: keyof typeof SHARE): string[] =>
    Math.abs(a - b) > ROUNDED + SHARE[unit] * Math.max(a, b)
      ? [`${layer}: ${a.toFixed(1)} ${unit} of ${what} in the file, ${b.toFixed(1)} in the job`]
      : [];
  return [
    ...(file.lines === job.lines ? [] : [`${layer}: ${file.lines} lines in the file, ${job.lines} in the job`]),
    ...said('lines', file.length, job.length, 'mm'),
    ...said('travel', file.travel, job.travel, 'mm'),
    ...said('time', file.seconds, job.seconds, 's'),
  ];
}
