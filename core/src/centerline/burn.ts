import type { MedialAxis } from '../geometry/medial-axis.ts';

/** How a fire that is lit at all tips at once burns along the middle lines of an area. */
export interface Burning {
  readonly neighbours: readonly (readonly number[])[];
  /** Longest way from a tip to each disc, and the radius there: infinite on loops and between them. */
  readonly burnt: Float64Array;
  /** The radius at the tip that way begins with. */
  readonly tip: Float64Array;
  /** Discs in the order they burn in, and from which the fire came to each: -1 at a tip. */
  readonly order: readonly number[];
  readonly from: Int32Array;
}

function neighboursOf({ links }: MedialAxis, inside: Uint8Array): number[][] {
  const neighbours: number[][] = Array.from(inside, () => []);
  for (let k = 0; k < links.length; k += 2) {
    const [s, t] = [links[k]!, links[k + 1]!];
    if (inside[s] !== 1) continue;
    neighbours[s]!.push(t);
    neighbours[t]!.push(s);
  }
  return neighbours;
}

/**
 * Burns the discs of one side from their tips, the shortest way first (Liu, Chambers, Letscher and Ju, "Extended
 * grassfire transform on medial axes of 2D shapes", 2011).
 */
export function burn(axis: MedialAxis, inside: Uint8Array): Burning {
  const { x, y, radius } = axis;
  const neighbours = neighboursOf(axis, inside);
  const count = inside.length;
  const [burnt, tip] = [new Float64Array(count).fill(Infinity), new Float64Array(count)];
  const [left, from] = [new Int32Array(count), new Int32Array(count).fill(-1)];
  const order: number[] = [];
  const reached = new Float64Array(count);
  const heap: number[] = [];
  const push = (t: number) => {
    let at = heap.push(t) - 1;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (reached[heap[up]!]! <= reached[t]!) break;
      heap[at] = heap[up]!;
      at = up;
    }
    heap[at] = t;
  };
  const pop = (): number => {
    const [first, last] = [heap[0]!, heap.pop()!];
    if (heap.length === 0) return first;
    let at = 0;
    for (;;) {
      let down = 2 * at + 1;
      if (down >= heap.length) break;
      if (down + 1 < heap.length && reached[heap[down + 1]!]! < reached[heap[down]!]!) down++;
      if (reached[heap[down]!]! >= reached[last]!) break;
      heap[at] = heap[down]!;
      at = down;
    }
    heap[at] = last;
    return first;
  };
  for (let t = 0; t < count; t++) {
    if (inside[t] !== 1) continue;
    left[t] = neighbours[t]!.length;
    if (left[t]! > 1) continue;
    reached[t] = tip[t] = radius[t]!;
    push(t);
  }
  while (heap.length > 0) {
    const t = pop();
    if (burnt[t] !== Infinity) continue;
    burnt[t] = reached[t]!;
    order.push(t);
    for (const other of neighbours[t]!) {
      if (burnt[other] !== Infinity) continue;
      const [dx, dy] = [x[other]! - x[t]!, y[other]! - y[t]!];
      const way = burnt[t]! + Math.sqrt(dx * dx + dy * dy);
      if (way > reached[other]!) [reached[other], from[other], tip[other]] = [way, t, tip[t]!];
      if (--left[other]! === 1) push(other);
    }
  }
  return { neighbours, burnt, tip, order, from };
}
