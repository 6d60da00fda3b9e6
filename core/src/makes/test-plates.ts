import { WORKS, type Machine, type Work } from '../shop/shop.ts';
import type { ItemInput as Item, JobInput } from '../recipe/schema.ts';

/** Jobs that are made to try a machine. Lengths in mm. */

type OperationInput = NonNullable<JobInput['operations']>[number];

/** What is tried. */
export interface TestStock {
  readonly machine: Machine;
  readonly material: string;
  readonly thickness: number;
}

const STEP = 24;
const SIDE = 14;
const MARGIN = 8;
const LABEL = 3;

/** What writes beside what is tried; null where a machine only cuts. */
const labelWork = ({ settings }: Machine): Work | null =>
  (['mark', 'score', 'engrave'] as const).find((work) => settings[work]) ?? null;

/** From the lower left corner of the plate. */
const at = (x: number, y: number) => ({
  x: { own: 'left', of: 'plate', edge: 'left', distance: x } as const,
  y: { own: 'bottom', of: 'plate', edge: 'bottom', distance: y } as const,
});

const label = (words: string, operation: string | null, x: number, y: number): Item[] =>
  operation === null
    ? []
    : [
        {
          kind: 'lettering',
          words,
          face: 'hershey-sans-line',
          size: { by: 'cap height', value: LABEL },
          role: 'line',
          operation,
          place: at(x, y),
        },
      ];

const square = (
  role: 'opening' | 'engraved' | 'line',
  operation: string,
  x: number,
  y: number,
  side: number,
): Item => ({
  kind: 'shape',
  outline: { by: 'rectangle', width: side, height: side },
  role,
  operation,
  place: at(x, y),
});

/** How a work shows on a square: cut out of the plate, engraved, or along its edges. */
const roleOf = (work: Work, { settings }: Machine): 'opening' | 'engraved' | 'line' => {
  if (work === 'cut') return 'opening';
  return work === 'engrave' && settings.engrave ? 'engraved' : 'line';
};

const plateOf = (
  { machine, material, thickness }: TestStock,
  name: string,
  size: { readonly width: number; readonly height: number },
  items: readonly Item[],
  operations: readonly OperationInput[],
): JobInput => ({
  name,
  machine: machine.id,
  material,
  thickness,
  assemblies: [{ make: 'engraved', plate: { ...size, margin: 0, cornerRadius: 2 }, items: [...items] }],
  operations: [...operations, { id: 'outer', work: 'cut' }],
  assignment: { area: null, line: null, inner: 'outer', outer: 'outer' },
});

/**
 * A plate with a square of each work that the machine does, each named, and its own size: made on the machine, it
 * proves the output map. What it says also shows whether it is turned or mirrored.
 */
export function mapTestPlate(stock: TestStock): JobInput {
  const { machine } = stock;
  const works = WORKS.filter((work) => machine.settings[work]);
  const labels = labelWork(machine);
  const items = works.flatMap((work, i) => [
    square(roleOf(work, machine), work, MARGIN + i * STEP, 2 * MARGIN, SIDE),
    ...label(work.toUpperCase(), labels, MARGIN + i * STEP, MARGIN),
  ]);
  const size = { width: 2 * MARGIN + works.length * STEP - (STEP - SIDE), height: 3 * MARGIN + SIDE };
  const title = label(`${size.width} x ${size.height} mm`, labels, MARGIN, size.height - MARGIN + 2);
  const others = works.filter((work) => work !== 'cut');
  const operations = [...others, ...works.filter((work) => work === 'cut')].map((work) => ({ id: work, work }));
  return plateOf(stock, `Output map of the ${machine.name}`, size, [...items, ...title], operations);
}

/** From where to where settings are tried, in how many steps. */
export interface TestRange {
  readonly from: number;
  readonly to: number;
  readonly steps: number;
}

/** Each square has an operation of its own, and a job has no more than forty. */
export const MOST_TEST_STEPS = 6;

/** Values of a range, both ends among them, to three figures. */
export const valuesOf = ({ from, to, steps }: TestRange): number[] =>
  Array.from({ length: steps }, (_, i) => {
    const value = steps === 1 ? from : from + ((to - from) * i) / (steps - 1);
    return Number(value.toPrecision(3));
  });

const CELL = 9;
const CELL_STEP = 13;
const ROW_LABELS = 14;

/** A plate of squares made with one work, each at a speed of its own from left to right and a power from below. */
export function settingsTestPlate(stock: TestStock, work: Work, speed: TestRange, power: TestRange): JobInput {
  const { machine } = stock;
  const labels = labelWork(machine) === null ? null : 'labels';
  const [speeds, powers] = [valuesOf(speed), valuesOf(power)];
  const cells = powers.flatMap((percent, row) =>
    speeds.map((mmPerSecond, column) => ({ percent, mmPerSecond, row, column, id: `try-${row + 1}-${column + 1}` })),
  );
  const left = MARGIN + ROW_LABELS;
  const items = [
    ...cells.map(({ row, column, id }) =>
      square(roleOf(work, machine), id, left + column * CELL_STEP, 2 * MARGIN + row * CELL_STEP, CELL),
    ),
    ...speeds.flatMap((each, i) => label(String(each), labels, left + i * CELL_STEP, MARGIN)),
    ...powers.flatMap((each, i) => label(`${each}%`, labels, MARGIN / 2, 2 * MARGIN + i * CELL_STEP + LABEL)),
    ...label('mm/s', labels, MARGIN / 2, MARGIN),
  ];
  const size = {
    width: left + speeds.length * CELL_STEP + MARGIN / 2,
    height: 2 * MARGIN + powers.length * CELL_STEP + MARGIN / 2,
  };
  const operations: OperationInput[] = [
    ...(labels === null ? [] : [{ id: labels, work: labelWork(machine)! }]),
    ...cells.map(({ id, percent, mmPerSecond }) => ({ id, work, speed: mmPerSecond, power: percent })),
  ];
  return plateOf(stock, `Settings of ${work} on the ${machine.name}`, size, items, operations);
}
