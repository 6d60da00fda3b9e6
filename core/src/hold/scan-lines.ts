import type { Point } from '../geometry/point.ts';

/** A stretch of material along a scan line: which piece, and from where to where. */
export interface Stretch {
  readonly piece: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Answers what lies along any line of one direction. Scan coordinates: `along` the direction, `across` to its left, mm.
 */
export interface Scanner {
  /** Degrees counter-clockwise from level. */
  readonly angle: number;
  /** Stretches of material along the line at `across`, in order. */
  readonly at: (across: number) => readonly Stretch[];
  readonly toScan: (p: Point) => { along: number; across: number };
  readonly toPlane: (along: number, across: number) => Point;
}

/**
 * Readies the rings of numbered pieces for scan lines of one direction. Edges are filed by the bands they cross, so
 * that a line looks only at edges near it.
 * @param angle degrees counter-clockwise from level
 */
export function scannerFor(pieces: readonly (readonly (readonly Point[])[])[], angle: number): Scanner {
  const direction = { x: Math.cos((angle * Math.PI) / 180), y: Math.sin((angle * Math.PI) / 180) };
  const toScan = ({ x, y }: Point) => ({
    along: x * direction.x + y * direction.y,
    across: -x * direction.y + y * direction.x,
  });
  const toPlane = (along: number, across: number): Point => ({
    x: along * direction.x - across * direction.y,
    y: along * direction.y + across * direction.x,
  });

  const count = pieces.reduce((sum, rings) => sum + rings.reduce((all, ring) => all + ring.length, 0), 0);
  const pieceOf = new Uint32Array(count);
  const [a0, c0, a1, c1] = [
    new Float64Array(count),
    new Float64Array(count),
    new Float64Array(count),
    new Float64Array(count),
  ];
  let [edges, low, high] = [0, Infinity, -Infinity];
  pieces.forEach((rings, piece) => {
    for (const ring of rings) {
      const end = ring.at(-1)!;
      let [along, across] =
        ring.length === 0
          ? [0, 0]
          : [end.x * direction.x + end.y * direction.y, -end.x * direction.y + end.y * direction.x];
      for (const { x, y } of ring) {
        const [nextAlong, nextAcross] = [x * direction.x + y * direction.y, -x * direction.y + y * direction.x];
        if (nextAcross !== across) {
          pieceOf[edges] = piece;
          [a0[edges], c0[edges], a1[edges], c1[edges]] = [along, across, nextAlong, nextAcross];
          edges++;
        }
        if (nextAcross < low) low = nextAcross;
        if (nextAcross > high) high = nextAcross;
        [along, across] = [nextAlong, nextAcross];
      }
    }
  });
  const bands = Math.max(1, Math.min(2000, edges));
  const bandHeight = Math.max(1e-9, (high - low) / bands);
  const bandOf = (across: number) => Math.min(bands - 1, Math.max(0, Math.floor((across - low) / bandHeight)));
  // Once to count, once to file: `filed` from starts[band] to starts[band + 1] holds the edges that cross the band.
  const starts = new Uint32Array(bands + 1);
  for (let i = 0; i < edges; i++)
    for (let band = bandOf(Math.min(c0[i]!, c1[i]!)); band <= bandOf(Math.max(c0[i]!, c1[i]!)); band++) starts[band]!++;
  let total = 0;
  for (let band = 0; band <= bands; band++) starts[band] = total += starts[band]!;
  const filed = new Uint32Array(total);
  for (let i = edges - 1; i >= 0; i--)
    for (let band = bandOf(Math.min(c0[i]!, c1[i]!)); band <= bandOf(Math.max(c0[i]!, c1[i]!)); band++)
      filed[--starts[band]!] = i;

  const hitAlong = new Float64Array(edges);
  const hitPiece = new Uint32Array(edges);
  const begun = new Float64Array(pieces.length);
  const scan = (across: number): Stretch[] => {
    if (!(across >= low && across <= high)) return [];
    let hits = 0;
    const band = bandOf(across);
    for (let k = starts[band]!; k < starts[band + 1]!; k++) {
      const i = filed[k]!;
      if (c0[i]! > across === c1[i]! > across) continue;
      const along = a0[i]! + ((a1[i]! - a0[i]!) * (across - c0[i]!)) / (c1[i]! - c0[i]!);
      // A line meets a handful of walls: each is put in its place among those before.
      let slot = hits++;
      for (; slot > 0 && hitAlong[slot - 1]! > along; slot--) {
        hitAlong[slot] = hitAlong[slot - 1]!;
        hitPiece[slot] = hitPiece[slot - 1]!;
      }
      hitAlong[slot] = along;
      hitPiece[slot] = pieceOf[i]!;
    }
    const stretches: Stretch[] = [];
    begun.fill(NaN);
    for (let i = 0; i < hits; i++) {
      const piece = hitPiece[i]!;
      const along = hitAlong[i]!;
      const from = begun[piece]!;
      const ends = !Number.isNaN(from);
      if (ends) stretches.push({ piece, from, to: along });
      begun[piece] = ends ? NaN : along;
    }
    return stretches;
  };
  const known = new Map<number, readonly Stretch[]>();
  // The two directions along a line ask for the same lines.
  const at = (across: number): readonly Stretch[] => {
    let stretches = known.get(across);
    if (!stretches) known.set(across, (stretches = scan(across)));
    return stretches;
  };
  return { angle, at, toScan, toPlane };
}

/** The same lines looked along the other way: its direction is half a turn further. */
export function mirrored({ angle, at, toScan, toPlane }: Scanner): Scanner {
  return {
    angle: angle + 180,
    at: (across) =>
      at(-across)
        .map(({ piece, from, to }) => ({ piece, from: -to, to: -from }))
        .reverse(),
    toScan: (p) => {
      const { along, across } = toScan(p);
      return { along: -along, across: -across };
    },
    toPlane: (along, across) => toPlane(-along, -across),
  };
}
