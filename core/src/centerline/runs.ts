import type { Skeleton } from './skeleton.ts';

/** Discs and those beside them. */
type Graph = Pick<Skeleton, 'neighbours'>;

/** Runs from joint to joint: what knots and pieces are made from. */
export interface Run {
  readonly nodes: readonly number[];
  readonly closed: boolean;
}

/** How many neighbours of a disc are kept. */
export const degreeIn = ({ neighbours }: Graph, isKept: Uint8Array, t: number): number => {
  let degree = 0;
  for (const other of neighbours[t]!) if (isKept[other] === 1) degree++;
  return degree;
};

/** All runs of what is kept: from joint to joint or tip, and rings. */
export function runsOf(graph: Graph, isKept: Uint8Array): Run[] {
  const { neighbours } = graph;
  const runs: Run[] = [];
  const done = new Set<number>();
  const key = (a: number, b: number) => a * isKept.length + b;
  const walk = (from: number, to: number): Run => {
    const nodes = [from, to];
    let [before, at] = [from, to];
    done.add(key(before, at));
    while (at !== from && degreeIn(graph, isKept, at) === 2) {
      const next = neighbours[at]!.find((other) => isKept[other] === 1 && other !== before);
      if (next === undefined) break;
      [before, at] = [at, next];
      nodes.push(at);
    }
    done.add(key(at, before));
    return { nodes, closed: false };
  };
  const ends: number[] = [];
  for (let t = 0; t < isKept.length; t++) if (isKept[t] === 1 && degreeIn(graph, isKept, t) !== 2) ends.push(t);
  for (const t of ends)
    for (const other of neighbours[t]!) if (isKept[other] === 1 && !done.has(key(t, other))) runs.push(walk(t, other));
  const seen = new Uint8Array(isKept.length);
  for (const { nodes } of runs) for (const t of nodes) seen[t] = 1;
  for (let t = 0; t < isKept.length; t++) {
    if (isKept[t] !== 1 || seen[t] === 1 || degreeIn(graph, isKept, t) !== 2) continue;
    const run = walk(
      t,
      neighbours[t]!.find((other) => isKept[other] === 1)!,
    );
    for (const node of run.nodes) seen[node] = 1;
    runs.push({ nodes: run.nodes.slice(0, -1), closed: true });
  }
  return runs;
}

/** How far along a run each of its discs lies. */
export const alongOf = ({ x, y }: Skeleton, nodes: readonly number[]): Float64Array => {
  const along = new Float64Array(nodes.length);
  for (let i = 1; i < nodes.length; i++)
    along[i] = along[i - 1]! + Math.hypot(x[nodes[i]!]! - x[nodes[i - 1]!]!, y[nodes[i]!]! - y[nodes[i - 1]!]!);
  return along;
};
