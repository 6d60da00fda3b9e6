import type { Point } from '../geometry/point.ts';

/** A stretch of material along a scan line: which piece, and from where to where. */
export interface Stretch {
  readonly piece: number;
  readonly from: number;
  readonly to: number;
}

/** Answers what lies along any line of one direction. Scan coordinates: `along` the direction, `across` to its left, mm. */
export interface Scanner {
  readonly direction: Point;
  /** Stretches of material along the line at `across`, in order. */
  readonly at: (across: number) => Stretch[];
  readonly toScan: (p: Point) => { along: number; across: number };
  readonly toPlane: (along: number, across: number) => Point;
}

/**
 * Readies the rings of numbered pieces for scan lines of one direction. Edges are filed by the bands they cross, so that
 * a line looks only at edges near it.
 * @param angle degrees counter-clockwise from level
 */
export function scannerFor(pieces: readonly (readonly (readonly Point[])[])[], angle: number): Scanner {
  const direction = { x: Math.cos((angle * Math.PI) / 180), y: Math.sin((angle * Math.PI) / 180) };
  const toScan = ({ x, y }: Point) => ({ along: x * direction.x + y * direction.y, across: -x * direction.y + y * direction.x });
  const toPlane = (along: number, across: number): Point => ({ x: along * direction.x - across * direction.y, y: along * direction.y + across * direction.x });

  const edges: { piece: number; a0: number; c0: number; a1: number; c1: number }[] = [];
  pieces.forEach((rings, piece) => {
    for (const ring of rings) {
      let last = ring.length > 0 ? toScan(ring.at(-1)!) : { along: 0, across: 0 };
      for (const p of ring) {
        const next = toScan(p);
        if (next.across !== last.across) edges.push({ piece, a0: last.along, c0: last.across, a1: next.along, c1: next.across });
        last = next;
      }
    }
  });
  const low = edges.reduce((least, { c0, c1 }) => Math.min(least, c0, c1), Infinity);
  const high = edges.reduce((most, { c0, c1 }) => Math.max(most, c0, c1), -Infinity);
  const bands = Math.max(1, Math.min(2000, edges.length));
  const bandHeight = Math.max(1e-9, (high - low) / bands);
  const filed: number[][] = Array.from({ length: bands }, () => []);
  const bandOf = (across: number) => Math.min(bands - 1, Math.max(0, Math.floor((across - low) / bandHeight)));
  edges.forEach(({ c0, c1 }, i) => {
    for (let band = bandOf(Math.min(c0, c1)); band <= bandOf(Math.max(c0, c1)); band++) filed[band]!.push(i);
  });

  const at = (across: number): Stretch[] => {
    if (!(across >= low && across <= high)) return [];
    const hits: { piece: number; along: number }[] = [];
    for (const i of filed[bandOf(across)]!) {
      const { piece, a0, c0, a1, c1 } = edges[i]!;
      if (c0 > across !== c1 > across) hits.push({ piece, along: a0 + ((a1 - a0) * (across - c0)) / (c1 - c0) });
    }
    hits.sort((a, b) => a.piece - b.piece || a.along - b.along);
    const stretches: Stretch[] = [];
    for (let i = 0; i + 1 < hits.length; i += 2) stretches.push({ piece: hits[i]!.piece, from: hits[i]!.along, to: hits[i + 1]!.along });
    return stretches.sort((a, b) => a.from - b.from);
  };
  return { direction, at, toScan, toPlane };
}
