/** The order in which lines are run: how short the way between them is, and how long it takes to find. */
import { endOf, startOf, type Contour } from '../core/src/geometry/contour.ts';
import { boundsMeet } from '../core/src/geometry/bounds.ts';
import { contourBounds } from '../core/src/geometry/contour-facts.ts';
import { distance, type Point } from '../core/src/geometry/point.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import type { Face } from '../core/src/lettering/face.ts';
import { nextRound } from '../core/src/operations/nesting.ts';
import { runningOrder, waysBetween } from '../core/src/operations/order.ts';
import { medians, told, wasmUnion } from './timing.ts';

const CORNER = { x: 0, y: 0 };
const LETTERS = 'ABOPQRDeagobdpq8496SEMWIK';

export function benchOrder(face: Face): void {
  for (const count of [40, 330, 2700]) {
    const contours = page(face, count);
    const union = wasmUnion(contours);
    console.log(`\n${contours.length} lines of ${count} letters in running order`);
    const plain = travelOf(nearestFirst(contours));
    console.log(`${'nearest first, each from its first node'.padEnd(56)} ${plain.toFixed(0).padStart(8)} mm`);
    console.log(`${'no order has less (spanning tree)'.padEnd(56)} ${treeOf(contours).toFixed(0).padStart(8)} mm`);
    const found: Record<'quick' | 'long', readonly Contour[]> = { quick: contours, long: contours };
    const search = (how: 'quick' | 'long') => () => {
      found[how] = runningOrder({ contours, ways: [] }, CORNER, how).contours;
    };
    const [quick, long, wasm] = medians([search('quick'), search('long'), union], { runs: 5, warmUp: 2 });
    told(`quick: ${travelOf(found.quick).toFixed(0)} mm`, quick!, wasm!);
    told(`long: ${travelOf(found.long).toFixed(0)} mm`, long!, wasm!);
  }
}

/** So many letters in rows. */
function page(face: Face, count: number): Contour[] {
  const inRow = Math.ceil(1.6 * Math.sqrt(count));
  const letters = Array.from({ length: count }, (_, i) => LETTERS[(i * 7 + (i >> 3)) % LETTERS.length]!);
  const rows = Array.from({ length: Math.ceil(count / inRow) }, (_, i) => letters.slice(i * inRow, (i + 1) * inRow));
  const words = rows.map((row) => row.join('')).join('\n');
  const { letters: laid } = layOut({ ...PLAIN, words, size: { by: 'cap height', value: 20 } }, face);
  return laid.flatMap(({ contours }) => contours);
}

const travelOf = (contours: readonly Contour[]): number =>
  waysBetween(contours, CORNER).reduce((sum, way) => sum + way, 0);

/** What a plain program does: on to the nearest start of what is ready. */
function nearestFirst(contours: readonly Contour[]): Contour[] {
  const round = nextRound(contours);
  const within = new Int32Array(contours.length);
  for (const outer of round) if (outer >= 0) within[outer]!++;
  const left = new Set(contours.keys());
  const ordered: Contour[] = [];
  let at = CORNER;
  while (left.size > 0) {
    let [best, least] = [-1, Infinity];
    for (const i of left) {
      const away = distance(at, startOf(contours[i]!));
      if (within[i] === 0 && away < least) [best, least] = [i, away];
    }
    left.delete(best);
    ordered.push(contours[best]!);
    if (round[best]! >= 0) within[round[best]!]!--;
    at = endOf(contours[best]!);
  }
  return ordered;
}

/** A least spanning tree (Prim) over the nodes at which lines may be begun, and the corner: no way is shorter. */
function treeOf(contours: readonly Contour[]): number {
  const places = contours.map(({ segments }) => segments.map(({ from }) => from));
  const boxes = contours.map(contourBounds);
  const nearest = (a: readonly Point[], b: readonly Point[]): number =>
    Math.min(...a.map((p) => Math.min(...b.map((q) => distance(p, q)))));
  const far = places.map((own) => nearest([CORNER], own));
  const left = new Set(contours.keys());
  let sum = 0;
  while (left.size > 0) {
    let [best, least] = [-1, Infinity];
    for (const i of left) if (far[i]! < least) [best, least] = [i, far[i]!];
    left.delete(best);
    sum += least;
    for (const i of left)
      if (boundsMeet(boxes[i]!, boxes[best]!, far[i]!)) far[i] = Math.min(far[i]!, nearest(places[i]!, places[best]!));
  }
  return sum;
}
