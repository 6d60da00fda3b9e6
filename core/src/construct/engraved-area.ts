import { boundsMeet, joinBounds, type Bounds } from '../geometry/bounds.ts';
import type { Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Role } from '../recipe/parts.ts';
import type { ItemGroup } from './groups.ts';

/**
 * What is engraved, in the order of the list: engraved groups are added, standing ones and openings taken away.
 * @param ground what is engraved before any of them
 */
export function engravedArea(ground: Region, groups: readonly ItemGroup[]): Region {
  if (ground.length === 0 && !groups.some(({ role }) => role === 'engraved')) return [];
  let area = ground;
  for (const { role, regions, bounds } of itemsOf(groups)) {
    const apart = area.length === 0 || !boundsMeet(boxOf(area), bounds);
    if (role === 'engraved') area = apart ? [...area, ...regions.flat()] : weldRegions([area, ...regions]);
    else if ((role === 'standing' || role === 'opening') && !apart) area = knockOut(area, weldRegions(regions));
  }
  return area;
}

/** Groups by item: those of one item lie apart from each other. */
function itemsOf(groups: readonly ItemGroup[]): { role: Role; regions: Region[]; bounds: Bounds }[] {
  const items: { item: string; role: Role; regions: Region[]; bounds: Bounds }[] = [];
  for (const { item, role, region, bounds } of groups) {
    const last = items.at(-1);
    if (last?.item !== item || !last) items.push({ item, role, regions: [region], bounds });
    else {
      last.regions.push(region);
      last.bounds = joinBounds([last.bounds, bounds]);
    }
  }
  return items;
}

const boxOf = (region: Region): Bounds => joinBounds(region.map(contourBounds));
