import { isBridgeEdge } from '../../recipe/identity.ts';
import { closedContour, type Contour, type Region } from '../../geometry/contour.ts';
import { distance, distanceToSpan, mix, type Point } from '../../geometry/point.ts';
import { line, segmentLength, type Segment } from '../../geometry/segment.ts';
import type { Bridge } from './bridge.ts';

/** A line shorter than this, mm, that bridging leaves is a scrap: a machine stops and starts for nothing. */
const SCRAP = 0.05;

/** Faces have short lines of their own; what is so near to one, mm, is not the bridge's doing. */
const OWN = 0.06;

/**
 * The bridges beside which cutting them leaves a scrap of a line, by id.
 * @param whole the letters before they were bridged
 */
export function bridgesWithScraps(cut: Region, whole: Region, bridges: readonly Bridge[]): Set<string> {
  const found = new Set<string>();
  for (const { from, to } of scrapsOf(cut, whole)) {
    const middle = mix(from, to, 0.5);
    const away = (bridge: Bridge): number => distanceToSpan(middle, bridge.from, bridge.to);
    found.add(bridges.reduce((best, bridge) => (away(bridge) < away(best) ? bridge : best)).id);
  }
  return found;
}

/**
 * Takes scraps between a bridge's straight side and a node into the side: it ends on the node, and the bridge is wider
 * there by as much.
 */
export function withoutScraps(cut: Region, whole: Region): Region {
  const scraps = new Set(scrapsOf(cut, whole));
  return cut.map((contour) =>
    contour.segments.some((segment) => scraps.has(segment)) ? absorbed(contour, scraps) : contour,
  );
}

function absorbed({ segments }: Contour, scraps: ReadonlySet<Segment>): Contour {
  const isSide = (segment: Segment | undefined): boolean => segment?.kind === 'line' && isBridgeEdge(segment.source);
  const at = (i: number): Segment => segments[(i + segments.length) % segments.length]!;
  const isTaken = (i: number): boolean => scraps.has(at(i)) && (isSide(at(i - 1)) || isSide(at(i + 1)));
  return closedContour(
    segments.flatMap((segment, i) => {
      if (isTaken(i)) return [];
      if (!isSide(segment)) return [segment];
      const from = isTaken(i - 1) ? at(i - 1).from : segment.from;
      // Between two sides, the one after the scrap takes it.
      const to = isTaken(i + 1) && !isSide(at(i + 2)) ? at(i + 1).to : segment.to;
      return [line(from, to, segment.source)];
    }),
  );
}

function scrapsOf(cut: Region, whole: Region): Segment[] {
  const short = shortIn(cut);
  if (short.length === 0) return [];
  const own = shortIn(whole).flatMap(({ from, to }): Point[] => [from, to]);
  return short.filter(({ from, to }) => !own.some((p) => Math.min(distance(p, from), distance(p, to)) < OWN));
}

/** Most lines are told to be long enough by their chords. */
const shortIn = (region: Region): Segment[] =>
  region.flatMap(({ segments }) =>
    segments.filter((segment) => distance(segment.from, segment.to) < SCRAP && segmentLength(segment) < SCRAP),
  );
