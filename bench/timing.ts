/** Times of steps, each as a ratio to one union by clipper2-wasm in the same run. */
import createClipper from 'clipper2-wasm/dist/es/clipper2z.js';
import { flatten, type Contour } from '../core/src/geometry/contour.ts';

/** Measured runs of each step, and runs before them that count for nothing. */
export const RUNS = 15;
export const WARM_UP = 5;
/** Of what somebody does again and again in a worker that has long run: typing, dragging. */
export const OFTEN = { runs: 60, warmUp: 40 };
const wasm = await createClipper();

const middle = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1]!;

function timed(work: () => void): number {
  const begin = performance.now();
  work();
  return performance.now() - begin;
}

/**
 * The yardstick: the same contours, flattened as our booleans flatten them, united in one sweep by the WASM library.
 */
export function wasmUnion(contours: readonly Contour[]): () => void {
  const rings = contours.map((contour) => flatten(contour, 0.005).flatMap(({ x, y }) => [x, y]));
  return () => {
    const paths = new wasm.PathsD();
    for (const ring of rings) {
      const one = wasm.MakePathD(ring);
      paths.push_back(one);
      one.delete();
    }
    const none = new wasm.PathsD();
    const united = wasm.UnionD(paths, none, wasm.FillRule.NonZero, 4);
    united.delete();
    none.delete();
    paths.delete();
  };
}

/**
 * Runs of a step in a row: a short one, run after a long one each time, would clean up what that leaves in the memory.
 */
export const IN_A_ROW = 5;

/** Medians of several steps, taken turn about, so that what else the machine does meanwhile falls on all of them. */
export function medians(steps: readonly (() => void)[], { runs, warmUp } = { runs: RUNS, warmUp: WARM_UP }): number[] {
  const times: number[][] = steps.map(() => []);
  for (let turn = 0; turn < Math.ceil((warmUp + runs) / IN_A_ROW); turn++)
    steps.forEach((step, k) => {
      for (let i = 0; i < IN_A_ROW; i++) times[k]!.push(timed(step));
    });
  return times.map((all) => middle(all.slice(warmUp)));
}

export const told = (name: string, ms: number, union: number): void =>
  console.log(
    `${name.padEnd(56)} ${ms.toFixed(1).padStart(8)} ms   ${(ms / union).toFixed(2)} x clipper2-wasm ` +
      `(${union.toFixed(1)} ms)`,
  );

export function row(
  name: string,
  ours: () => void,
  yardstick: () => void,
  often = { runs: RUNS, warmUp: WARM_UP },
): void {
  const [ms, union] = medians([ours, yardstick], often);
  told(name, ms!, union!);
}
