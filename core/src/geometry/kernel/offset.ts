import { ClipType, FillRule } from 'clipper2-ts';
import { componentRegion, componentsOf } from '../components.ts';
import { moveRegion, PlacedContour, type Contour, type Region } from '../contour.ts';
import { contourArea, regionArea, reverseContour } from '../contour-facts.ts';
import type { Segment } from '../segment.ts';
import { NEAR_EDGE, sweep, weldRegions } from './boolean.ts';
import { LONGEST_MITRE, type Corners } from './corners.ts';
import { moveContour, moveContourCut } from './moved-contour.ts';
import { OFFSET_TOLERANCE } from './provenance.ts';
import { polygonOffset } from './polygon-offset.ts';
import { isSliver } from './slivers.ts';
import { standsOff } from './stands-off.ts';
import { simpleParts } from './untangle.ts';
import { woundRound } from './wound.ts';
import { groupsWithinReach } from './within-reach.ts';

/** Two offsets whose areas differ by more, mm² and mm all along their edge, are not the same. */
const [AREA_SLACK, EDGE_SLACK] = [0.05, 0.002];

/**
 * A region grown (or, with `by` below 0, shrunk) by so many mm all round. Convex corners become exact arcs, or mitres;
 * lines and arcs stay such; cubics are fitted within 0.003 mm. Every contour is moved whole, to its right, cut at inner
 * corners, and of what still crosses the runs are kept that are gone round once: all on the curves themselves. Where
 * that cannot be told, a sweep decides.
 */
export function offsetRegion(region: Region, by: number, corners: Corners = 'round'): Region {
  if (Math.abs(by) < 1e-6 || region.length === 0) return region;
  // What hangs together is moved together, and only what comes to meet is swept once more.
  const parts = componentsOf(region).map((component) => offsetPart(componentRegion(component), by, corners));
  return by > 0 && parts.length > 1 ? weldRegions(parts) : parts.flat();
}

/** One connected piece: what of its edges cannot come to meet is moved apart, as a plate's letters are. */
function offsetPart(region: Region, by: number, corners: Corners): Region {
  const reach = 2 * Math.abs(by) * (corners === 'mitred' ? LONGEST_MITRE : 1) + NEAR_EDGE;
  return groupsWithinReach(region, reach).flatMap((group) =>
    group.length === 1 ? offsetAlone(group[0]!, by, corners) : offsetGroup(group, by, corners),
  );
}

function offsetGroup(group: Region, by: number, corners: Corners): Region {
  // Without the edge of the piece there are only holes, which grow as the piece shrinks.
  const holes = group.every((contour) => contourArea(contour) < 0);
  return holes ? offsetOne(group.map(reverseContour), -by, corners).map(reverseContour) : offsetOne(group, by, corners);
}

/** The last offset of a form: a plate has the same letters many times, and they are all moved by as much. */
const alone = new WeakMap<Contour, { readonly how: string; readonly offset: Region }>();

function offsetAlone(contour: Contour, by: number, corners: Corners): Region {
  const placed = contour instanceof PlacedContour ? contour : null;
  const form = placed ? placed.original : contour;
  const how = `${by} ${corners}`;
  let known = alone.get(form);
  if (known?.how !== how) alone.set(form, (known = { how, offset: offsetGroup([form], by, corners) }));
  return placed ? moveRegion(known.offset, placed.dx, placed.dy, placed.rename) : known.offset;
}

function offsetOne(region: Region, by: number, corners: Corners): Region {
  return splicedOffset(region, by, corners) ?? sweptOffset(region, by, corners);
}

/**
 * An offset on the curves themselves; null where lines touch, graze or run along each other, or come nearer to the
 * region than they should.
 */
function splicedOffset(region: Region, by: number, corners: Corners): Region | null {
  const doubtful = new Set<Segment>();
  const moved = region
    .map((contour) => moveContourCut(contour, by, corners, doubtful))
    .filter(({ segments }) => segments.length > 1);
  const parts = woundRound(moved, doubtful)?.filter((part) => !isSliver(part));
  return parts?.every((part) => standsOff(part, region, by, doubtful)) ? parts : null;
}

/**
 * The same by a sweep on a grid. A union under the positive rule takes away what turned inside out once, and what
 * turned over twice is told by lying too near to where it came from. Where that leaves another area than the kernel's
 * own offset of polygons, the polygons are taken: true within 0.002 mm, with many short lines.
 */
function sweptOffset(region: Region, by: number, corners: Corners): Region {
  const moved = region
    .map((contour) => moveContour(contour, by, corners))
    .filter(({ segments }) => segments.length > 1);
  if (moved.length === 0) return [];
  const how = { rule: FillRule.Positive, tolerance: OFFSET_TOLERANCE, tangled: true };
  const swept = sweep(ClipType.Union, moved, [], how);
  const kept = swept
    .flatMap(simpleParts)
    .filter((part) => !isSliver(part))
    .filter((part) => standsOff(part, region, by));
  const plain = polygonOffset(region, by, corners);
  const isSame = Math.abs(regionArea(kept) - plain.area) <= AREA_SLACK + EDGE_SLACK * plain.edge;
  return isSame ? kept : plain.contours();
}
