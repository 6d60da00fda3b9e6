import type { Point } from '../point.ts';
import { runCount, type NodePath, type PathNode } from './node-path.ts';
import { RunsByFigures } from './runs-by-figures.ts';

/**
 * What a hand changed of a drawing that comes from elsewhere (a face's letter, a file): it is known by the nodes that
 * gave way, so that it is found again whenever those are there, and told where they are not.
 */
export type Change = RunChange | ContourChange;

type NodeAt = readonly [x: number, y: number];

/** Nodes of a contour in place of others. */
export interface RunChange {
  readonly kind: 'run';
  /** The nodes that gave way, and before and behind them the two that stay. */
  readonly was: readonly NodeAt[];
  /** The first of the two that stay with its new run, and what follows it up to the other. */
  readonly now: readonly PathNode[];
}

/** Contours in place of another. */
export interface ContourChange {
  readonly kind: 'contour';
  /** All nodes of the contour that gave way. */
  readonly was: readonly NodeAt[];
  /** None: it is taken out. */
  readonly now: readonly NodePath[];
}

/** A drawing after a hand's changes. */
export interface Redrawn {
  readonly paths: readonly {
    readonly path: NodePath;
    /** Which contour of the drawing it was, by number. */
    readonly from: number;
  }[];
  /** Changes whose nodes are not there, by number. */
  readonly lost: readonly number[];
}

/** Nodes are the same within this, as a share of how far out they lie, from 1 on. */
const SAME = 1e-5;

const isAt = ({ x, y }: Point, [px, py]: NodeAt): boolean => {
  const slack = SAME * Math.max(1, Math.abs(px), Math.abs(py));
  return Math.abs(x - px) <= slack && Math.abs(y - py) <= slack;
};

/** Makes changes to the drawing that they are of. */
export function redraw(drawing: readonly NodePath[], changes: readonly Change[]): Redrawn {
  const runs = drawing.map((): { readonly at: number; readonly change: RunChange }[] => []);
  const instead = new Map<number, ContourChange>();
  const lost: number[] = [];
  changes.forEach((change, number) => {
    const found = change.kind === 'run' ? findRun(drawing, change.was) : findContour(drawing, change.was);
    if (!found) lost.push(number);
    else if (change.kind === 'run') runs[found.path]!.push({ at: found.at, change });
    else instead.set(found.path, change);
  });
  const paths = drawing.flatMap((path, from) => {
    const change = instead.get(from);
    if (change) return change.now.map((now) => ({ path: now, from }));
    return [{ path: withRuns(path, runs[from]!), from }];
  });
  return { paths, lost };
}

interface Found {
  readonly path: number;
  readonly at: number;
}

function findRun(drawing: readonly NodePath[], was: readonly NodeAt[]): Found | null {
  for (const [path, { nodes, closed }] of drawing.entries()) {
    if (was.length > nodes.length + (closed ? 1 : 0)) continue;
    const last = closed ? nodes.length - 1 : nodes.length - was.length;
    for (let at = 0; at <= last; at++)
      if (was.every((place, i) => isAt(nodes[(at + i) % nodes.length]!, place))) return { path, at };
  }
  return null;
}

function findContour(drawing: readonly NodePath[], was: readonly NodeAt[]): Found | null {
  for (const [path, { nodes, closed }] of drawing.entries()) {
    if (nodes.length !== was.length) continue;
    // Where a closed contour begins says nothing.
    for (let at = 0; at < (closed ? nodes.length : 1); at++)
      if (was.every((place, i) => isAt(nodes[(at + i) % nodes.length]!, place))) return { path, at };
  }
  return null;
}

function withRuns(path: NodePath, runs: readonly { readonly at: number; readonly change: RunChange }[]): NodePath {
  if (runs.length === 0) return path;
  const count = path.nodes.length;
  const nodes: PathNode[] = [];
  const [start] = runs;
  // Begins where a run does, so that none goes over the end.
  const first = path.closed ? start!.at : 0;
  const starts = new Map(runs.map(({ at, change }) => [(at - first + count) % count, change]));
  for (let i = 0; i < count;) {
    const change = starts.get(i);
    if (change) {
      nodes.push(...change.now);
      i += change.was.length - 1;
    } else nodes.push(path.nodes[(first + i++) % count]!);
  }
  return { ...path, nodes };
}

/** The changes that make one drawing of the other. */
export function changesBetween(drawing: readonly NodePath[], now: readonly NodePath[]): Change[] {
  const runs = new RunsByFigures(drawing);
  const kin = drawing.map((): NodePath[] => []);
  const news: NodePath[] = [];
  for (const path of now) {
    const from = ownerOf(path, runs) ?? nearestOf(path, drawing);
    if (from === null) news.push(path);
    else kin[from]!.push(path);
  }
  // What is new altogether stands beside what was there first.
  const host = drawing.length > 0 ? 0 : null;
  return drawing.flatMap((was, from): Change[] => {
    const own = from === host ? [...kin[from]!, ...news] : kin[from]!;
    const changes = own.length === 1 ? runChanges(was, own[0]!, (run) => runs.inPath(from, own[0]!, run)) : null;
    return changes ?? [{ kind: 'contour', was: nodesAt(was.nodes), now: own }];
  });
}

/** The path of the drawing that most runs of another come from. */
function ownerOf(path: NodePath, runs: RunsByFigures): number | null {
  const votes = new Map<number, number>();
  for (let run = 0; run < runCount(path); run++) {
    const from = runs.owner(path, run);
    if (from !== null) votes.set(from, (votes.get(from) ?? 0) + 1);
  }
  let best: number | null = null;
  for (const [from, count] of votes) if (best === null || count > votes.get(best)!) best = from;
  return best;
}

/** Of what has no run left as it was, the path that has most nodes of it. */
function nearestOf(path: NodePath, drawing: readonly NodePath[]): number | null {
  let [best, most] = [null as number | null, 0];
  drawing.forEach(({ nodes }, from) => {
    const count = nodes.filter((node) => path.nodes.some((own) => own.x === node.x && own.y === node.y)).length;
    if (count > most) [best, most] = [from, count];
  });
  return best;
}

/**
 * Stretches of runs that are not as they were; null where it is opened or closed, runs the other way, or has no run
 * left.
 * @param oldOf the number that a run had; -1: it is new
 */
function runChanges(was: NodePath, now: NodePath, oldOf: (run: number) => number): RunChange[] | null {
  if (was.closed !== now.closed) return null;
  const kept: { readonly old: number; readonly i: number }[] = [];
  for (let i = 0; i < runCount(now); i++) {
    const old = oldOf(i);
    if (old >= 0) kept.push({ old, i });
  }
  const [first] = kept;
  if (!first) return null;
  const [count, size] = [was.nodes.length, now.nodes.length];
  // From the first run that is as it was, both ways of counting go up.
  const ahead = (n: number, from: number, all: number) => (was.closed ? (n - from + all) % all : n);
  const order = kept.map(({ old, i }) => ({
    old: ahead(old, first.old, count),
    i: ahead(i, first.i, size),
  }));
  if (order.some(({ old }, k) => k > 0 && old <= order[k - 1]!.old)) return null;
  const changes: RunChange[] = [];
  const take = (old: number, next: number, i: number, nextI: number) => {
    if (next === old && nextI === i) return;
    const offset = was.closed ? first : { old: 0, i: 0 };
    changes.push({
      kind: 'run',
      was: nodesAt(rowOf(was.nodes, offset.old + old, next - old + 1)),
      now: rowOf(now.nodes, offset.i + i, nextI - i),
    });
  };
  // An open one may begin and end with runs that are new.
  let [old, i] = was.closed ? [1, 1] : [0, 0];
  for (const run of was.closed ? order.slice(1) : order) {
    take(old, run.old, i, run.i);
    [old, i] = [run.old + 1, run.i + 1];
  }
  if (was.closed) take(old, count, i, size);
  // The very ends of an open one are anchors that may not move: else it is another contour.
  else if (old !== count - 1 || i !== size - 1 || order[0]!.old !== 0 || order[0]!.i !== 0) return null;
  return changes;
}

const rowOf = <T>(nodes: readonly T[], from: number, count: number): T[] =>
  Array.from({ length: count }, (_, i) => nodes[(from + i) % nodes.length]!);

const nodesAt = (nodes: readonly Point[]): NodeAt[] => nodes.map(({ x, y }) => [x, y]);
