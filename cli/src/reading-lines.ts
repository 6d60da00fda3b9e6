import { roundUp } from '@needlefile/core/units/round-up';
import type { ReadingReport } from './reading-report.ts';

/** Lengths are told as finely as this, mm: the true one may be so much more. */
const TOLD = 1e-4;

/** What became of a file, for a person. */
export function readingLines(report: ReadingReport & { readonly seconds: number }): string[] {
  const { size, scale, closed, open, gaps, doubles, overshoots, crossings, strokes, nodes, found, words, seconds } =
    report;
  const mended = gaps.filter((gap) => gap.mended);
  const wider = gaps.filter((gap) => !gap.mended);
  const widest = mended.reduce((most, { width }) => Math.max(most, width), 0);
  return [
    `${size[0]} x ${size[1]} mm at ${Number(scale.mmPerUnit.toPrecision(6))} mm to a unit: ${scale.why}` +
      `${scale.asked ? '. Say otherwise with --scale MM' : ''}.`,
    `${closed} closed, ${open} open. Read in ${seconds} s.`,
    ...(mended.length > 0 ? [`${mended.length} gaps closed, the widest ${widest} mm.`] : []),
    ...wider.map(
      ({ at, width }) =>
        `Gap of ${width} mm at (${at[0]}, ${at[1]}) stays. Close it with --join ${roundUp(width + TOLD, 0.01)} mm.`,
    ),
    ...(doubles.count > 0
      ? [`${doubles.count} lines lay on others, ${doubles.length} mm in all: each counts once.`]
      : []),
    ...report.nearly.map(
      ({ at, length, off }) =>
        `A line of ${length} mm at (${at[0]}, ${at[1]}) runs ${off} mm beside another. Take them as one with ` +
        `--doubled ${roundUp(off + TOLD, 0.005)} mm.`,
    ),
    ...(overshoots.length > 0 ? [`${overshoots.length} corners where lines ran past each other cut back.`] : []),
    ...(strokes.wide > 0
      ? [
          `${strokes.wide} wide lines, to ${strokes.widest} mm, are taken as ${strokes.taken}s` +
            `${strokes.asked ? '. Say otherwise with --strokes line or area' : ''}.`,
        ]
      : []),
    ...(nodes.after < nodes.before
      ? [`${nodes.before} nodes became ${nodes.after}, ${Number(nodes.off.toFixed(4))} mm off at most.`]
      : []),
    ...crossings.map(([x, y]) => `A contour crosses itself at (${x}, ${y}).`),
    ...Object.entries(found).map(([kind, count]) => `Not taken as it is: ${count} x ${kind}.`),
    ...words.map((text) => `Text: ${text}`),
  ];
}
