import { closedContour, type Contour } from '../../geometry/contour.ts';
import { contourArea, reverseContour } from '../../geometry/contour-facts.ts';
import type { Point } from '../../geometry/point.ts';
import { line, pointAt, quadratic, type SourceId } from '../../geometry/segment.ts';
import { polygon } from '../../geometry/shapes.ts';
import type { Root } from './bridge.ts';
import type { Site, SiteSearch } from './search.ts';

/** Roots leave at least this share of the bridge's length straight between them, and this many mm. */
const STRAIGHT_SHARE = 0.16;
const STRAIGHT_LEAST = 0.1;

/** A root whose wall falls away by more than this many times its size would be a spike. */
const FALLS_AWAY = 1.2;

/** Roots smaller than this, mm, are left out: no tool would follow them. */
const LEAST_ROOT = 0.15;

/** Sizes that are tried, so that a root ends clear of the wall's nodes. */
const SHARES = [1, 0.94, 0.88, 0.82, 0.76, 0.7, 0.6, 0.5];

/** How far a root reaches along the strip, against how far beside it. */
const RUN = { square: 0, rounded: 1, tapered: 1.5 };

/** The straight strip of a place, reaching into the material on both sides. */
export function plainStrip(
  search: SiteSearch,
  { angle, across, width: asked, extra, begin, end }: Site,
  source: SourceId,
): Contour {
  const width = asked + extra;
  const at = (along: number, aside: number): Point => search.scanner(angle).toPlane(along, across + aside);
  return polygon([at(begin, -width / 2), at(end, -width / 2), at(end, width / 2), at(begin, width / 2)], source);
}

/**
 * The contours of a bridge: its straight strip and, at each of its four corners, what rounds or tapers the corner. They
 * overlap each other and reach into the material; a union joins them.
 */
export function stripOf(search: SiteSearch, site: Site, root: Root, source: SourceId): Contour[] {
  const strip = plainStrip(search, site, source);
  if (root.shape === 'square') return [strip];
  const half = (site.width + site.extra) / 2;
  const corners = [-1, 1].flatMap((side) =>
    (['near', 'far'] as const).flatMap((end) => {
      const inner = search.gapBeside(site, side * (half - 0.001));
      if (!inner) return [];
      const length = inner.far.along - inner.near.along;
      const most = Math.min(
        root.size,
        site.width,
        (length - Math.max(STRAIGHT_SHARE * length, STRAIGHT_LEAST)) / (2 * RUN[root.shape]),
      );
      for (const share of SHARES) {
        const corner = most * share >= LEAST_ROOT && rootAt(search, site, root.shape, side, end, most * share, source);
        if (corner) return [corner];
      }
      return [];
    }),
  );
  return [strip, ...corners];
}

/** What fills one corner between strip and wall; null where the wall does not let it end cleanly. */
function rootAt(
  search: SiteSearch,
  site: Site,
  shape: Root['shape'],
  side: number,
  end: 'near' | 'far',
  size: number,
  source: SourceId,
): Contour | null {
  const scanner = search.scanner(site.angle);
  const half = (site.width + site.extra) / 2;
  const at = (along: number, aside: number): Point => scanner.toPlane(along, site.across + side * aside);
  const [inner, outer] = [search.gapBeside(site, side * (half - 0.001)), search.gapBeside(site, side * (half + size))];
  if (!inner || !outer || !search.missesNodes(site, side * (half + size))) return null;
  const [wall, tip] = [inner[end].along, outer[end].along];
  if (Math.abs(tip - wall) > FALLS_AWAY * size) return null;
  // Into the gap is ahead at the near wall and back at the far one.
  const ahead = end === 'near' ? 1 : -1;
  const foot = wall + ahead * size * RUN[shape];
  // The curve leaves the wall along the wall itself, and the strip along the strip.
  const meeting = tip - outer[end].slope * side * size;
  if (shape === 'rounded' && ahead * (foot - meeting) < 0.2 * size) return null;
  const edge =
    shape === 'rounded'
      ? quadratic(at(foot, half), at(meeting, half), at(tip, half + size), source)
      : line(at(foot, half), at(tip, half + size), source);
  // It must run in the gap all the way, or it would cut the wall into scraps.
  for (const t of [0.25, 0.5, 0.75, 0.9]) {
    const p = scanner.toScan(pointAt(edge, t));
    const gap = search.gapBeside(site, p.across - site.across);
    if (!gap || ahead * (p.along - gap[end].along) < 0.002 * size) return null;
  }
  const depth = Math.min(0.3 * size, 0.4 * inner[end].depth, 0.4 * outer[end].depth);
  const [behind, within, middle] = [
    at(tip - ahead * depth, half + size),
    at(wall - ahead * depth, half * 0.5),
    at(wall + ahead * size * 0.5, half * 0.5),
  ];
  const contour = closedContour([
    edge,
    line(edge.to, behind, source),
    line(behind, within, source),
    line(within, middle, source),
    line(middle, edge.from, source),
  ]);
  // All one way round: under the nonzero rule opposite ones would cancel.
  return contourArea(contour) < 0 ? reverseContour(contour) : contour;
}
