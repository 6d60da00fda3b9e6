import { moveBounds, type Bounds } from '../geometry/bounds.ts';
import { regionArea } from '../geometry/contour-facts.ts';
import { medialAxis } from '../geometry/medial-axis.ts';
import type { Memo } from '../geometry/memo.ts';
import type { Region } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';
import { clustersOf, type Cluster } from './clusters.ts';
import { waysToFrame, type Part } from './necks.ts';
import { measureSide, thicknessFrom, type SideMeasure, type Thickness, type Pinch } from './thickness.ts';

/** Limits that a region is measured against, mm. */
export interface RegionLimits {
  readonly wall: number;
  readonly gap: number;
  /** Outlines further apart than this are not measured against each other: no less than any limit that matters. */
  readonly reach: number;
}

/** Something inside a region whose way out is to be measured. */
export interface Held {
  readonly part: Part;
  /** A name that edges near it have. */
  readonly near: string;
}

/** The widest way from something to what lies round it, at its narrowest. */
export interface Way {
  readonly width: number;
  readonly where: Bounds;
}

export interface RegionMeasures {
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  /** By what is held, in the order given; null where it hangs on nothing. */
  readonly ways: readonly (Way | null)[];
}

/** What was measured of a cluster, in its own frame and under its own names. */
interface Measured {
  readonly material: SideMeasure;
  readonly gaps: SideMeasure;
  readonly ways: readonly (Way | null)[];
}

/**
 * Measures a region lot by lot: outlines that come near each other are measured together, and once for all places that
 * such a lot stands in. Ground between lots is thicker than the reach, and is told as one.
 */
export function measureRegion(
  region: Region,
  frame: string,
  held: readonly Held[],
  limits: RegionLimits,
  memo: Memo,
): RegionMeasures {
  const ways: (Way | null)[] = held.map(() => null);
  const sides: { material: SideMeasure; gaps: SideMeasure }[] = [];
  const owners = ownersOf(clustersOf(region, limits.reach, memo), held);
  for (const { cluster, own } of owners) {
    const {
      material,
      gaps,
      ways: out,
    } = measuredCluster(
      cluster,
      frame,
      own.map((i) => held[i]!.part),
      limits,
      memo,
    );
    sides.push({ material: placed(material, cluster), gaps: placed(gaps, cluster) });
    own.forEach(
      (i, k) => (ways[i] = out[k] ? { ...out[k], where: moveBounds(out[k].where, cluster.dx, cluster.dy) } : null),
    );
  }
  const material = sides.map((side) => side.material);
  const told = material.reduce((sum, { spread }) => sum + areaIn(spread), 0);
  return {
    thickness: thicknessFrom(material, limits.wall, limits.reach, Math.max(0, regionArea(region) - told)),
    gaps: thicknessFrom(
      sides.map((side) => side.gaps),
      limits.gap,
      limits.reach,
    ),
    ways,
  };
}

/** Which cluster each held thing is in: the one that has the edges near it. */
function ownersOf(clusters: readonly Cluster[], held: readonly Held[]): { cluster: Cluster; own: number[] }[] {
  const owners = clusters.map((cluster) => ({ cluster, own: [] as number[] }));
  if (held.length === 0) return owners;
  const wanted = new Map(held.map(({ near }, i) => [near, i]));
  const found = new Set<number>();
  for (const { cluster, own } of owners)
    for (const { segments } of cluster.contours)
      for (const { source } of segments) {
        const i = wanted.get(source);
        if (i === undefined || found.has(i)) continue;
        found.add(i);
        own.push(i);
      }
  for (const { own } of owners) own.sort((a, b) => a - b);
  return owners;
}

function measuredCluster(
  { key, region, frame, dx, dy, contours }: Cluster,
  plate: string,
  parts: readonly Part[],
  { wall, gap, reach }: RegionLimits,
  memo: Memo,
): Measured {
  const own = parts.map(({ id, core, bounds }): Part => ({
    id,
    core: { x: core.x - dx, y: core.y - dy },
    bounds: moveBounds(bounds, -dx, -dy),
  }));
  const cores = own.map(({ core: { x, y } }: { core: Point }) => `${x.toFixed(3)},${y.toFixed(3)}`).join(' ');
  const kind = `cluster measured ${wall} ${gap} ${reach} ${frame ?? ''}`;
  return memo(kind, `${key} | ${cores}`, () => {
    const axis = medialAxis(region, { material: wall, gaps: gap });
    // Where the cluster reaches the plate's own edge there is no other frame.
    const root = frame ?? nameIn(contours, plate);
    const out = own.length === 0 ? [] : root === null ? own.map(() => null) : waysToFrame(axis, own, root);
    return {
      material: sureOf(measureSide(axis, 1, wall), frame ? reach : Infinity),
      gaps: sureOf(measureSide(axis, 2, gap), frame ? Infinity : reach),
      ways: out.map((way) => way && { width: way.width, where: way.where }),
    };
  });
}

/** What is further across than this, mm, on the side that goes on past the cluster, may have something else in it. */
function sureOf({ discs, spread, ...rest }: SideMeasure, most: number): SideMeasure {
  if (most === Infinity) return { discs, spread, ...rest };
  const kept: number[] = [];
  for (let i = 0; i < spread.length; i += 2) if (spread[i]! <= most) kept.push(spread[i]!, spread[i + 1]!);
  return { ...rest, discs: discs.filter(({ radius }) => 2 * radius <= most), spread: Float64Array.from(kept) };
}

/** What a source is called among a cluster's own names; null where none of its outlines has it. */
function nameIn(contours: Cluster['contours'], source: string): string | null {
  const k = contours.findIndex(({ segments }) => segments.some((segment) => segment.source === source));
  return k < 0 ? null : `${k}|${source}`;
}

function placed({ discs, spread, thin, least }: SideMeasure, { dx, dy, nameOf }: Cluster): SideMeasure {
  const here = (pinch: Pinch): Pinch => ({
    ...pinch,
    where: moveBounds(pinch.where, dx, dy),
    between: [...new Set(pinch.between.map(nameOf))],
  });
  return {
    discs: discs.map(({ x, y, radius }) => ({ x: x + dx, y: y + dy, radius })),
    spread,
    thin: thin.map(here),
    least: least && here(least),
  };
}

function areaIn(spread: Float64Array): number {
  let area = 0;
  for (let i = 1; i < spread.length; i += 2) area += spread[i]!;
  return area;
}
