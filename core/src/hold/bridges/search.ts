import { componentRegion, type Component } from '../../geometry/components.ts';
import { growBounds, type Bounds } from '../../geometry/bounds.ts';
import { flatten } from '../../geometry/contour.ts';
import type { Point } from '../../geometry/point.ts';
import { hullBoundsOf, pointAt, tangentAt, type Segment } from '../../geometry/segment.ts';
import { mirrored, scannerFor, type Scanner, type Stretch } from '../scan-lines.ts';
import { outlineOf, pointAtShare, shareNear, type Outline } from '../../geometry/outline.ts';
import type { BridgeByHand, BridgePlan } from './bridge.ts';
import { ANY, wantedDirections } from './directions.ts';

/** A place where a straight strip can stand between two pieces. Lengths in mm; along and across are the scanner's. */
export interface Site {
  readonly piece: number;
  readonly target: number;
  /** Smaller is better. */
  readonly score: number;
  readonly width: number;
  /** How much wider than asked it is made so that no scrap is left beside it. */
  readonly extra: number;
  readonly angle: number;
  readonly across: number;
  /** Where the strip begins and ends, inside both materials. */
  readonly begin: number;
  readonly end: number;
  /** The walls on the strip's middle. */
  readonly from: Point;
  readonly to: Point;
}

/**
 * Where a scan line meets a wall: how far along, mm, how much further per mm across, and how deep the material is
 * behind it, mm.
 */
export interface Wall {
  readonly along: number;
  readonly slope: number;
  readonly depth: number;
}

/** Flattening for finding places, mm: the strips are cut exactly, only their choice is made on this. */
const SCAN_TOLERANCE = 0.015;

/** Narrower strips that are tried where an island has no room for the width asked for. */
const NARROWER = [1, 0.75, 0.55, 0.4, 0.28, 0.2];

/** Strips tried on either side of an island's middle. */
const STEPS = 8;

/**
 * A side of a strip keeps this far, mm, from nodes of the walls it meets, so that no scrap of a segment is left
 * between.
 */
const CLEAR_OF_NODES = 0.07;

/** How far, mm, a strip may be moved aside for that, and by what steps. */
const MOST_ASIDE = 0.7;
const ASIDE = 0.035;

/** How much wider, mm, it may be made for that. */
const EXTRAS = [0, 0.06, 0.12, 0.2, 0.3];

/** Finds the places between numbered pieces where a strip can stand, and remembers them. Piece 0 is the frame. */
export class SiteSearch {
  private readonly rings: readonly (readonly Point[][])[];
  private readonly walls: readonly (readonly { readonly segment: Segment; readonly hull: Bounds }[])[];
  private readonly scanners = new Map<number, Scanner>();
  private readonly outlines = new Map<number, Outline>();
  private readonly inWanted = new Map<number, Site[]>();
  private readonly inAny = new Map<number, Site[]>();

  /** @param turns degrees that each piece's letter stands turned by */
  constructor(
    pieces: readonly Component[],
    private readonly turns: readonly number[],
    private readonly plan: Pick<BridgePlan, 'width' | 'direction'>,
  ) {
    this.rings = pieces.map((piece) => componentRegion(piece).map((contour) => flatten(contour, SCAN_TOLERANCE)));
    this.walls = pieces.map((piece) =>
      componentRegion(piece).flatMap(({ segments }) =>
        segments.map((segment) => ({ segment, hull: growBounds(hullBoundsOf(segment), 2 * SCAN_TOLERANCE) })),
      ),
    );
  }

  /** Places at full width in the wanted direction, best first. */
  wanted(piece: number): readonly Site[] {
    return remembered(this.inWanted, piece, () =>
      this.along(wantedDirections(this.plan.direction, this.turns[piece]!, this.rings[piece]!), piece, this.plan.width),
    );
  }

  /**
   * Places in any direction, at the greatest width that has any: for islands with no room, or whose neighbours in the
   * wanted direction are islands themselves. Much dearer to find, so looked for only where the wanted ones fail.
   */
  anyWay(piece: number): readonly Site[] {
    return remembered(this.inAny, piece, () => {
      for (const share of NARROWER) {
        const found = this.along(ANY, piece, this.plan.width * share);
        if (found.length > 0) return found;
      }
      return [];
    });
  }

  /** The place nearest to where somebody put a bridge; undefined where no strip finds room about there. */
  near(piece: number, { at, angle, width: own }: BridgeByHand): Site | undefined {
    const { at: wall, way } = pointAtShare(this.outline(piece), at);
    const width = own ?? this.plan.width;
    const outward = (Math.atan2(-way.x, way.y) * 180) / Math.PI;
    const turn = this.turns[piece]!;
    const away = (direction: number) => Math.abs(((direction - outward + 540) % 360) - 180);
    // Where no direction was asked for, the wanted ones go first as long as they leave the wall well.
    const asked =
      angle !== null
        ? [angle + turn]
        : [
            ...wantedDirections(this.plan.direction, turn, this.rings[piece]!).filter(
              (direction) => away(direction) < 50,
            ),
            outward,
            outward - 20,
            outward + 20,
          ];
    const inDirections = (angles: readonly number[], wide: number) => {
      let [best, least]: [Site | undefined, number] = [undefined, Infinity];
      for (const direction of angles) {
        const scanner = this.scanner(Math.round(direction * 10) / 10);
        const { across, along } = scanner.toScan(wall);
        for (let step = 0; step <= 16; step++) {
          for (const side of step === 0 ? [0] : [1, -1]) {
            const aside = (side * step * wide) / 8;
            for (const site of this.strips(scanner, piece, across + aside, 0, wide)) {
              // Moving it aside is worse than crossing the gap at a slant.
              const cost = steady(
                Math.hypot(aside, scanner.toScan(site.from).along - along) * 4 +
                  site.score +
                  away(direction) * 0.01 * wide,
              );
              if (cost < least) [best, least] = [site, cost];
            }
          }
          if (best && step * wide * 0.5 > least) break;
        }
      }
      return best;
    };
    // Where there is no room as asked: in any direction, and then as much narrower as it must be.
    let site = inDirections(asked, width);
    for (const share of NARROWER.slice(0, 4)) site ??= inDirections(ANY, width * share);
    return site;
  }

  /** A place moved aside or widened a little, where one of its sides would meet a wall right beside a node. */
  clearOfNodes(site: Site): Site {
    const scanner = this.scanner(site.angle);
    for (const extra of EXTRAS) {
      const wide = site.width + extra;
      for (let aside = 0; aside <= MOST_ASIDE; aside += ASIDE) {
        for (const across of aside === 0 ? [site.across] : [site.across + aside, site.across - aside]) {
          if (![-wide / 2, wide / 2].every((half) => this.missesNodes(site, across - site.across + half))) continue;
          if (aside === 0 && extra === 0) return site;
          const moved = this.strips(scanner, site.piece, across, 0, wide).find(
            ({ target, begin, end }) => target === site.target && begin < site.end && end > site.begin,
          );
          if (moved) return { ...moved, width: site.width, extra, score: site.score };
        }
      }
    }
    return site;
  }

  /** Whether a line beside a place's strip, so far to its left, meets no wall right beside a node. */
  missesNodes({ piece, target, angle, across, begin, end }: Site, aside: number): boolean {
    const { toScan } = this.scanner(angle);
    return [piece, target].every((each) =>
      this.walls[each]!.every(({ segment }) => {
        const node = toScan(segment.from);
        return (
          Math.abs(node.across - across - aside) >= CLEAR_OF_NODES || node.along < begin - 1 || node.along > end + 1
        );
      }),
    );
  }

  /** Places on one scan line, `across` to the left of the direction, both sides clean. */
  across(piece: number, angle: number, across: number, width: number): readonly Site[] {
    return this.strips(this.scanner(angle), piece, across, 0, width);
  }

  /** Where a place leaves its island, as a share of the outline. */
  shareOf({ piece, from }: Site): number {
    return shareNear(this.outline(piece), from);
  }

  scanner(angle: number): Scanner {
    // One and the same lines serve both ways along a direction.
    return remembered(this.scanners, angle, () =>
      angle >= 180 ? mirrored(this.scanner(angle - 180)) : scannerFor(this.rings, angle),
    );
  }

  /**
   * Where a line parallel to a place's strip, so far to its left, crosses the same gap: the two walls; null where it
   * does not.
   */
  gapBeside(
    { piece, target, angle, across, begin, end }: Site,
    aside: number,
  ): { readonly near: Wall; readonly far: Wall } | null {
    const gap = gapsFrom(this.scanner(angle).at(across + aside), piece).find(
      (each) => each.target.piece === target && each.own.to < end && each.target.from > begin,
    );
    if (!gap) return null;
    const [near, far] = [
      this.wallAt(piece, angle, across + aside, gap.own.to),
      this.wallAt(target, angle, across + aside, gap.target.from),
    ];
    return near && far
      ? { near: { ...near, depth: gap.own.to - gap.own.from }, far: { ...far, depth: gap.target.to - gap.target.from } }
      : null;
  }

  /** The true wall of a piece where a scan line meets it, near where its flattening does. */
  private wallAt(piece: number, angle: number, across: number, along: number): Omit<Wall, 'depth'> | null {
    const { toScan, toPlane } = this.scanner(angle);
    const guess = toPlane(along, across);
    for (const { segment, hull } of this.walls[piece]!) {
      if (guess.x < hull.minX || guess.x > hull.maxX || guess.y < hull.minY || guess.y > hull.maxY) continue;
      const t = parameterWhere(
        (each) => toScan(pointAt(segment, each)).across - across,
        (each) => Math.abs(toScan(pointAt(segment, each)).along - along) < 4 * SCAN_TOLERANCE,
      );
      if (t === null) continue;
      const way = toScan(tangentAt(segment, t));
      return {
        along: toScan(pointAt(segment, t)).along,
        slope: Math.abs(way.across) < 1e-9 ? 0 : way.along / way.across,
      };
    }
    return null;
  }

  private outline(piece: number): Outline {
    return remembered(this.outlines, piece, () => outlineOf(this.rings[piece]![0]!, this.turns[piece]!));
  }

  private along(angles: readonly number[], piece: number, width: number): Site[] {
    return angles
      .flatMap((angle) => {
        const scanner = this.scanner(angle);
        const across = this.rings[piece]![0]!.map((p) => scanner.toScan(p).across);
        const [low, high] = [Math.min(...across), Math.max(...across)];
        const room = high - low - width;
        if (room < 0) return [];
        const steps = room < 0.1 ? 0 : STEPS;
        const sites: Site[] = [];
        for (let i = -steps; i <= steps; i++) {
          const offset = steps === 0 ? 0 : (i / steps) * (room / 2) * 0.98;
          sites.push(...this.strips(scanner, piece, (low + high) / 2 + offset, Math.abs(offset) / (high - low), width));
        }
        return sites;
      })
      .sort((a, b) => a.score - b.score);
  }

  /** The strips of one scan line that leave the piece and reach another with both sides clean. */
  private strips(scanner: Scanner, piece: number, across: number, offCentre: number, width: number): Site[] {
    const middle = gapsFrom(scanner.at(across), piece);
    if (middle.length === 0) return [];
    const inner = width / 2 - Math.min(0.001, width / 100);
    const beside = [-inner, inner, -inner / 2, inner / 2].map((offset) => gapsFrom(scanner.at(across + offset), piece));
    const sites: Site[] = [];
    for (const gap of middle) {
      const gaps = [gap];
      for (const others of beside) {
        const near = nearestGap(others, gap);
        if (near?.target.piece === gap.target.piece) gaps.push(near);
      }
      if (gaps.length <= beside.length) continue;
      const { start, end, spareBefore, spareAfter, length, slant } = reachOf(gaps);
      // Both ends must lie inside the material on every line, with something to spare.
      if (spareBefore < 0.02 || spareAfter < 0.02) continue;
      sites.push({
        piece,
        target: gap.target.piece,
        score: scoreOf({ length, slant, offCentre, width, spare: Math.min(spareBefore, spareAfter) }),
        width,
        extra: 0,
        angle: scanner.angle,
        across,
        begin: start - Math.min(width / 4, spareBefore / 2),
        end: end + Math.min(width / 4, spareAfter / 2),
        from: scanner.toPlane(gap.own.to, across),
        to: scanner.toPlane(gap.target.from, across),
      });
    }
    return sites;
  }
}

/**
 * How far a strip that crosses some gaps side by side must reach to begin and end in the material of all, what material
 * there is beyond, how long the gaps are and how much their walls slant, mm.
 */
function reachOf(gaps: readonly Gap[]): {
  start: number;
  end: number;
  spareBefore: number;
  spareAfter: number;
  length: number;
  slant: number;
} {
  let [start, lastStart, end, firstEnd, begin, close, sum] = [
    Infinity,
    -Infinity,
    -Infinity,
    Infinity,
    -Infinity,
    Infinity,
    0,
  ];
  for (const { own, target } of gaps) {
    if (own.to < start) start = own.to;
    if (own.to > lastStart) lastStart = own.to;
    if (target.from > end) end = target.from;
    if (target.from < firstEnd) firstEnd = target.from;
    if (own.from > begin) begin = own.from;
    if (target.to < close) close = target.to;
    sum += target.from - own.to;
  }
  return {
    start,
    end,
    spareBefore: start - begin,
    spareAfter: close - end,
    length: sum / gaps.length,
    slant: lastStart - start + (end - firstEnd),
  };
}

/**
 * A place is good where the gap is short, both walls stand square to the strip and the strip is on the island's middle.
 */
function scoreOf({
  length,
  slant,
  offCentre,
  width,
  spare,
}: {
  length: number;
  slant: number;
  offCentre: number;
  width: number;
  spare: number;
}): number {
  // A bridge longer than it is wide reads as a bridge; across a hairline it would be a blot.
  const hairline = Math.max(0, 0.6 * width - length);
  // What it lands on should be as strong as it is itself.
  const frail = Math.max(0, width - spare);
  return steady(length * (1 + offCentre) + 0.8 * slant + 0.3 * width * offCentre + hairline + 0.6 * frail);
}

/**
 * Rounded, so that of two places as good as each other, such as top and bottom of an O, the same goes first wherever
 * the letter stands.
 */
const steady = (score: number): number => Math.round(score * 1e4) / 1e4;

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

/** A zero of a function of 0 to 1 that passes a test, by halving; null where there is none. */
function parameterWhere(value: (t: number) => number, passes: (t: number) => boolean): number | null {
  const STRETCHES = 8;
  for (let i = 0; i < STRETCHES; i++) {
    let [low, high] = [i / STRETCHES, (i + 1) / STRETCHES];
    const rises = value(high) >= value(low);
    if (value(low) > 0 === value(high) > 0) continue;
    for (let round = 0; round < 40; round++) {
      const middle = (low + high) / 2;
      if (value(middle) > 0 === rises) high = middle;
      else low = middle;
    }
    if (passes(low)) return low;
  }
  return null;
}

function remembered<K, T>(known: Map<K, T>, key: K, find: () => T): T {
  let found = known.get(key);
  if (found === undefined) known.set(key, (found = find()));
  return found;
}
