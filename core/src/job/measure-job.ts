import { isBridged, isJoined, MAKES } from '../makes/makes.ts';
import { PLATE, type IslandId } from '../recipe/identity.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { componentRegion } from '../geometry/components.ts';
import { leastWidth } from '../geometry/least-width.ts';
import { medialAxis, type MedialAxis } from '../geometry/medial-axis.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import { noMemo, type Memo } from '../geometry/memo.ts';
import { widestDisc } from '../geometry/widest-disc.ts';
import { findCounters, type Counter } from '../measure/counters.ts';
import { partsOf } from '../hold/joins/parts.ts';
import { pointsOfParts, type PartPoints } from '../hold/joins/points.ts';
import { findNecks, waysToFrame, type Neck, type Part } from '../measure/necks.ts';
import { findSpecks, type Speck } from '../measure/specks.ts';
import { thicknessOf, type Thickness } from '../measure/thickness.ts';
import { limitsAt, limitsFor, type PlainLimits } from '../shop/limits.ts';
import { checkMeasured } from '../check/check.ts';
import type { Finding } from '../check/finding.ts';
import type { Build } from './build-job.ts';

/** How thick things are, and whether that is enough: what takes longer than drawing the job. Lengths in mm. */
export interface Measures {
  /** What was measured: the material, the area that is engraved, or the letters that are left standing. */
  readonly of: 'material' | 'engraved area' | 'standing letters';
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  /** Joins between stand-alone letters and their rails. */
  readonly necks: readonly Neck[];
  /** How each island hangs: the widest way from it to the frame, at that way's narrowest; null where it does not. */
  readonly islandHolds: readonly IslandHold[];
  /** At how many points each part of stand-alone lettering is joined to others. */
  readonly points: readonly PartPoints[];
  readonly counters: readonly Counter[];
  /** Pieces and holes smaller than the limit. */
  readonly specks: readonly Speck[];
  readonly findings: readonly Finding[];
  /** What each was held against. */
  readonly limits: PlainLimits;
}

/** How an island hangs, mm. */
export interface IslandHold {
  readonly island: IslandId;
  /** Of the widest disc that passes from it to the frame; null where it does not hang. */
  readonly width: number | null;
  /** Between two parallel lines that just hold the island, turned to be as near as they can. */
  readonly least: number;
  readonly place: Bounds;
}

/** An island's middle is told this finely, mm: any place well inside will do. */
const CORE_PRECISION = 0.1;

/** What of a thing is measured, by what the letters are in it. */
const MEASURED = {
  material: 'material',
  opening: 'material',
  engraved: 'engraved area',
  standing: 'standing letters',
} as const;

/** Measures a build. Pure, as `build` is, and done apart from it, so that the drawing need not wait. */
export function measure(built: Build, memo: Memo = noMemo): Measures {
  const { recipe, construction, arrangement, drawing, hold } = built;
  const make = MAKES[recipe.make];
  const house = limitsAt(limitsFor(built.machine, built.material), recipe.thickness);
  const limits = make.limits(house, built.machine.fillPitch);
  const region =
    make.letters === 'engraved'
      ? drawing.area
      : make.letters === 'standing'
        ? weldRegions(construction.groups.map((group) => group.region))
        : hold.material;
  const joined = isJoined(recipe.make);
  // Only letters that are joined have necks.
  const material = joined ? Math.max(limits.wall, limits.neck) : limits.wall;
  const axis = medialAxis(region, { material, gaps: limits.gap });
  const measured = {
    thickness: thicknessOf(axis, 1, limits.wall),
    gaps: thicknessOf(axis, 2, limits.gap),
    necks: joined && !recipe.coupon ? findNecks(axis, partsOf(arrangement.letters, arrangement.rails, memo)) : [],
    islandHolds: isBridged(recipe.make) ? holdsOf(built, axis, memo) : [],
    points: joined && !recipe.coupon ? pointsOfParts(arrangement.letters, arrangement.rails, hold.ties, memo) : [],
    counters: recipe.coupon ? [] : findCounters(construction.groups, arrangement.letters, memo),
    specks: findSpecks(region, limits.speck),
    limits,
  };
  return {
    of: MEASURED[make.letters],
    ...measured,
    findings: recipe.coupon
      ? []
      : checkMeasured({
          recipe,
          machine: built.machine,
          material: built.material,
          letters: arrangement.letters,
          capHeight: built.lettering.capHeight,
          hold,
          ...measured,
        }),
  };
}

function holdsOf({ hold: { islands } }: Build, axis: MedialAxis, memo: Memo): IslandHold[] {
  const least: number[] = [];
  const parts = islands.map(({ id, component }): Part => {
    const { minX, minY, maxX, maxY } = component.bounds;
    const key = [(maxX - minX).toFixed(4), (maxY - minY).toFixed(4), component.area.toFixed(4)].join();
    const core = memo('island core', key, () => {
      const { centre } = widestDisc(componentRegion(component), CORE_PRECISION);
      return { x: centre.x - minX, y: centre.y - minY, least: leastWidth(component.outer) };
    });
    least.push(core.least);
    return { id, core: { x: core.x + minX, y: core.y + minY }, bounds: component.bounds };
  });
  return waysToFrame(axis, parts, PLATE).map((way, i) => ({
    island: islands[i]!.id,
    width: way?.width ?? null,
    least: least[i]!,
    place: way?.place ?? islands[i]!.component.bounds,
  }));
}
