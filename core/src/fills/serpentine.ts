import type { Point } from '../geometry/point.ts';
import { pointsBetween, shorterWay, type Hit, type MeasuredRing, type Span } from './scan-lines.ts';

/** From the end of a line along the edge to the next where that is no further, in spacings. */
const LONGEST_STEP = 3.2;

/** Where a span's end leads on to, along the edge. */
interface Step {
  readonly span: number;
  readonly end: 0 | 1;
  readonly far: number;
  readonly isBack: boolean;
}

/**
 * Lines chained to and fro, as points that the tool goes along without being lifted: from the end of each along the
 * edge of what is filled to the one beside it. Chains begin at lines that have the fewest free ones beside them, so
 * that few are left over.
 */
export function serpentines(rings: readonly MeasuredRing[], spans: readonly Span[], spacing: number): Point[][] {
  const steps = stepsOf(rings, spans, LONGEST_STEP * spacing);
  const isDone = new Uint8Array(spans.length);
  const free = (span: number, end: 0 | 1) => steps[2 * span + end]!.filter((step) => !isDone[step.span]);
  const chains: Point[][] = [];
  const degree = (span: number) => free(span, 0).length + free(span, 1).length;
  // By how many are free beside them: looked up again when it is a line's turn, since that changes.
  const order = new Buckets(spans.map((_, span) => degree(span)));
  for (let next = order.take(isDone, degree); next !== null; next = order.take(isDone, degree)) {
    // Towards the side where there is something to go on to.
    const from: 0 | 1 = free(next, 0).length <= free(next, 1).length ? 0 : 1;
    chains.push(chainFrom(next, from));
  }
  return chains;

  function chainFrom(first: number, from: 0 | 1): Point[] {
    const points: Point[] = [];
    let [span, end] = [first, from];
    for (;;) {
      isDone[span] = 1;
      const { ends, y } = spans[span]!;
      const leave: 0 | 1 = end === 0 ? 1 : 0;
      points.push({ x: ends[end].x, y }, { x: ends[leave].x, y });
      const [best] = free(span, leave).sort((a, b) => a.far - b.far);
      if (!best) return points;
      const [here, there] = [ends[leave], spans[best.span]!.ends[best.end]];
      for (const point of pointsBetween(rings[here.ring]!, here.at, there.at, best.isBack)) points.push(point);
      [span, end] = [best.span, best.end];
    }
  }
}

/** From each end of each span to its neighbours along its ring, where those are of a line beside it and near. */
function stepsOf(rings: readonly MeasuredRing[], spans: readonly Span[], longest: number): Step[][] {
  const steps: Step[][] = Array.from({ length: 2 * spans.length }, () => []);
  const onRing: { readonly hit: Hit; readonly span: number; readonly end: 0 | 1 }[][] = rings.map(() => []);
  spans.forEach(({ ends }, span) =>
    ends.forEach((hit, end) => onRing[hit.ring]!.push({ hit, span, end: end as 0 | 1 })),
  );
  onRing.forEach((hits, ring) => {
    hits.sort((a, b) => a.hit.at - b.hit.at);
    hits.forEach((one, i) => {
      for (const other of [hits[(i + 1) % hits.length]!, hits[(i + hits.length - 1) % hits.length]!]) {
        if (other === one || Math.abs(other.hit.line - one.hit.line) !== 1) continue;
        const { far, isBack } = shorterWay(rings[ring]!, one.hit.at, other.hit.at);
        if (far <= longest) steps[2 * one.span + one.end]!.push({ span: other.span, end: other.end, far, isBack });
      }
    });
  });
  return steps;
}

/** Spans by a degree that only falls. */
class Buckets {
  readonly #lots: number[][] = [];

  constructor(degrees: readonly number[]) {
    degrees.forEach((degree, span) => (this.#lots[degree] ??= []).push(span));
  }

  /** The span of least degree that is not done yet; null where all are. */
  take(isDone: Uint8Array, degree: (span: number) => number): number | null {
    for (let lot = 0; lot < this.#lots.length;) {
      const span = this.#lots[lot]?.pop();
      if (span === undefined) {
        lot++;
        continue;
      }
      if (isDone[span]) continue;
      const now = degree(span);
      if (now === lot) return span;
      (this.#lots[now] ??= []).push(span);
      lot = now;
    }
    return null;
  }
}
