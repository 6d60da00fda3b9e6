import { componentRegion, type Component } from '../geometry/components.ts';
import { flatten, type Contour } from '../geometry/contour.ts';
import { distance, type Point } from '../geometry/point.ts';
import { polygon } from '../geometry/shapes.ts';
import { scannerFor, type Scanner, type Stretch } from './crossings.ts';
import type { Held, UnnamedIsland } from './islands.ts';

/** Material left to hold an island: a straight strip across the cut-through area. Lengths in mm. */
export interface Bridge {
  /** `<island id>:<n>`. */
  readonly id: string;
  readonly island: string;
  readonly width: number;
  /** Across the gap, from wall to wall along the middle. */
  readonly length: number;
  /** Degrees counter-clockwise, from the island outward. */
  readonly angle: number;
  readonly from: Point;
  readonly to: Point;
  /** The strip, reaching into the material on both sides. */
  readonly strip: Contour;
}

export interface BridgePlan {
  readonly perIsland: 'none' | 'one' | 'two' | 'by size';
  readonly width: number;
  readonly direction: 'upright' | 'level' | 'any';
}

const DIRECTIONS: Record<BridgePlan['direction'], readonly number[]> = {
  upright: [90, 270],
  level: [0, 180],
  any: Array.from({ length: 24 }, (_, i) => i * 15),
};

/** Narrower strips that are tried where an island has no room for the width asked for. */
const NARROWER = [1, 0.75, 0.55, 0.4, 0.28, 0.2];

/** An island larger than this many squared bridge widths gets a second bridge when bridges go by size. */
const TWO_ABOVE = 12;

/** Flattening for finding places, mm: the strips are cut exactly, only their choice is made on this. */
const SCAN_TOLERANCE = 0.01;

interface Candidate {
  readonly piece: number;
  readonly target: number;
  readonly score: number;
  readonly width: number;
  readonly angle: number;
  readonly from: Point;
  readonly to: Point;
  readonly strip: readonly Point[];
}

/**
 * Places bridges so that every island hangs, growing outward from the frame so that nested islands hang on held ones.
 * A place is good where the gap is short, both walls stand square to the strip, and the strip is on the island's middle.
 * @returns the bridges, and the ids of the islands that no bridge could reach
 */
export function placeBridges({ frame, islands }: Held, plan: BridgePlan): { bridges: Bridge[]; unheld: string[] } {
  if (!frame || islands.length === 0) return { bridges: [], unheld: islands.map(({ id }) => id) };
  if (plan.perIsland === 'none') return { bridges: [], unheld: islands.map(({ id }) => id) };
  const pieces = [frame, ...islands.map(({ component }) => component)];
  const search = new BridgeSearch(pieces, plan);
  const held = new Set([0]);
  const bridges: Bridge[] = [];
  const waiting = new Set(islands.map((_, i) => i + 1));
  while (waiting.size > 0) {
    const best = bestOf(waiting, held, (piece) => search.wanted(piece)) ?? bestOf(waiting, held, (piece) => search.anyWay(piece));
    if (!best) break;
    waiting.delete(best.piece);
    held.add(best.piece);
    const island = islands[best.piece - 1]!;
    bridges.push(bridgeOf(best, island, 0));
    const second = wantsTwo(island, plan) ? search.wanted(best.piece).find((candidate) => balances(candidate, best, held)) : undefined;
    if (second) bridges.push(bridgeOf(second, island, 1));
  }
  return { bridges, unheld: [...waiting].map((piece) => islands[piece - 1]!.id) };
}

/** The best place of any waiting piece at which it would hang on what is held. */
function bestOf(waiting: ReadonlySet<number>, held: ReadonlySet<number>, candidates: (piece: number) => readonly Candidate[]): Candidate | undefined {
  let best: Candidate | undefined;
  for (const piece of waiting) {
    const candidate = candidates(piece).find(({ target }) => held.has(target));
    if (candidate && (!best || candidate.score < best.score)) best = candidate;
  }
  return best;
}

const wantsTwo = ({ component }: UnnamedIsland, { perIsland, width }: BridgePlan): boolean => perIsland === 'two' || (perIsland === 'by size' && component.area > TWO_ABOVE * width * width);

/** A second bridge must pull the other way, hang on held material, and not be a far worse place than the first. */
function balances(candidate: Candidate, first: Candidate, held: ReadonlySet<number>): boolean {
  const turn = Math.abs(((candidate.angle - first.angle + 540) % 360) - 180);
  return held.has(candidate.target) && turn > 100 && candidate.width >= first.width && candidate.score < 4 * first.score && distance(candidate.from, first.from) > 2 * first.width;
}

function bridgeOf({ width, angle, from, to, strip }: Candidate, island: UnnamedIsland, n: number): Bridge {
  const id = `${island.id}:${n}`;
  return { id, island: island.id, width, length: distance(from, to), angle, from, to, strip: polygon(strip, `bridge:${id}`) };
}

/** Finds and remembers the candidate places of each piece, best first. */
class BridgeSearch {
  private readonly rings: readonly (readonly Point[][])[];
  private readonly scanners = new Map<number, Scanner>();
  private readonly inWanted = new Map<number, Candidate[]>();
  private readonly inAny = new Map<number, Candidate[]>();

  constructor(
    private readonly pieces: readonly Component[],
    private readonly plan: BridgePlan,
  ) {
    this.rings = pieces.map((piece) => componentRegion(piece).map((contour) => flatten(contour, SCAN_TOLERANCE)));
  }

  /** Places at full width in the wanted direction, best first. */
  wanted(piece: number): readonly Candidate[] {
    return this.remembered(this.inWanted, piece, () => this.along(DIRECTIONS[this.plan.direction], piece, this.plan.width));
  }

  /**
   * Places in any direction, at the greatest width that has any: for islands with no room, or whose neighbours in the
   * wanted direction are islands themselves. Much dearer to find, so looked for only where the wanted ones fail.
   */
  anyWay(piece: number): readonly Candidate[] {
    return this.remembered(this.inAny, piece, () => {
      for (const share of NARROWER) {
        const found = this.along(DIRECTIONS.any, piece, this.plan.width * share);
        if (found.length > 0) return found;
      }
      return [];
    });
  }

  private remembered(known: Map<number, Candidate[]>, piece: number, find: () => Candidate[]): readonly Candidate[] {
    let found = known.get(piece);
    if (!found) known.set(piece, (found = find().sort((a, b) => a.score - b.score)));
    return found;
  }

  private along(angles: readonly number[], piece: number, width: number): Candidate[] {
    return angles.flatMap((angle) => {
      const scanner = this.scanner(angle);
      const across = this.rings[piece]![0]!.map((p) => scanner.toScan(p).across);
      const [low, high] = [Math.min(...across), Math.max(...across)];
      const room = high - low - width;
      if (room < 0) return [];
      const middle = (low + high) / 2;
      const steps = room < 0.1 ? 0 : 8;
      const candidates: Candidate[] = [];
      for (let i = -steps; i <= steps; i++) {
        const offset = steps === 0 ? 0 : (i / steps) * (room / 2) * 0.98;
        candidates.push(...this.strips(scanner, angle, piece, middle + offset, Math.abs(offset) / (high - low), width));
      }
      return candidates;
    });
  }

  /** The strips of one scan line that leave the piece and reach another with both sides clean. */
  private strips(scanner: Scanner, angle: number, piece: number, across: number, offCentre: number, width: number): Candidate[] {
    const inner = width / 2 - Math.min(0.001, width / 100);
    const lines = [0, -inner, inner, -inner / 2, inner / 2].map((offset) => scanner.at(across + offset));
    const candidates: Candidate[] = [];
    for (const gap of gapsFrom(lines[0]!, piece)) {
      const gaps = lines.map((stretches) => nearestGap(gapsFrom(stretches, piece), gap));
      if (!gaps.every((each): each is Gap => each !== undefined && each.target.piece === gap.target.piece)) continue;
      const start = Math.min(...gaps.map(({ own }) => own.to));
      const end = Math.max(...gaps.map(({ target }) => target.from));
      // Both ends must lie inside the material on every line, with something to spare.
      const spareBefore = Math.min(...gaps.map(({ own }) => start - own.from));
      const spareAfter = Math.min(...gaps.map(({ target }) => target.to - end));
      if (spareBefore < 0.02 || spareAfter < 0.02) continue;
      const lengths = gaps.map(({ own, target }) => target.from - own.to);
      const gapLength = lengths.reduce((sum, each) => sum + each, 0) / lengths.length;
      const slant = Math.max(...gaps.map(({ own }) => own.to)) - start + (end - Math.min(...gaps.map(({ target }) => target.from)));
      const [reachBefore, reachAfter] = [Math.min(width / 4, spareBefore / 2), Math.min(width / 4, spareAfter / 2)];
      const [from, to] = [start - reachBefore, end + reachAfter];
      candidates.push({
        piece,
        target: gap.target.piece,
        score: gapLength * (1 + offCentre) + 0.8 * slant + 0.3 * width * offCentre,
        width,
        angle,
        from: scanner.toPlane(gap.own.to, across),
        to: scanner.toPlane(gap.target.from, across),
        strip: [scanner.toPlane(from, across - width / 2), scanner.toPlane(to, across - width / 2), scanner.toPlane(to, across + width / 2), scanner.toPlane(from, across + width / 2)],
      });
    }
    return candidates;
  }

  private scanner(angle: number): Scanner {
    let scanner = this.scanners.get(angle);
    if (!scanner) {
      scanner = scannerFor(this.rings, angle);
      this.scanners.set(angle, scanner);
    }
    return scanner;
  }
}

interface Gap {
  readonly own: Stretch;
  readonly target: Stretch;
}

/** Where a scan line leaves the piece and the next material it meets is another piece. */
function gapsFrom(stretches: readonly Stretch[], piece: number): Gap[] {
  const gaps: Gap[] = [];
  for (let i = 0; i + 1 < stretches.length; i++) {
    const [own, target] = [stretches[i]!, stretches[i + 1]!];
    if (own.piece === piece && target.piece !== piece) gaps.push({ own, target });
  }
  return gaps;
}

function nearestGap(gaps: readonly Gap[], to: Gap): Gap | undefined {
  let best: Gap | undefined;
  for (const gap of gaps) {
    if (gap.own.to > to.target.from || gap.target.from < to.own.to) continue;
    if (!best || Math.abs(gap.own.to - to.own.to) < Math.abs(best.own.to - to.own.to)) best = gap;
  }
  return best;
}
