import { componentsOf, type Component } from '../geometry/components.ts';
import { boundsContain, growBounds, joinBounds, type Bounds } from '../geometry/bounds.ts';
import { contourBounds, hullBounds, type Contour, type Region } from '../geometry/contour.ts';
import { common, knockOut, weld } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { roundedRectangle } from '../geometry/shapes.ts';
import type { Point } from '../geometry/point.ts';
import type { Construction } from '../construct/construct.ts';
import { placeKey, sheetName, toSheet, type LetterGroup } from '../construct/groups.ts';
import type { Letter } from '../lettering/layout.ts';
import { placeBridges, type Bridge, type BridgePlan } from './bridges.ts';
import { findIslands, nameIslands, type Island, type UnnamedIsland } from './islands.ts';

/** The material as it will be cut, and what holds it. */
export interface Hold {
  readonly material: Region;
  readonly islands: readonly Island[];
  readonly bridges: readonly Bridge[];
  /** What the bridges leave standing of the cut-through area. */
  readonly bridgeArea: Region;
  /** Islands that no bridge could reach, or was asked to. */
  readonly unheld: readonly Island[];
}

/** A group of letters as it is cut through a plate. */
interface HeldGroup {
  readonly islands: readonly UnnamedIsland[];
  readonly bridges: readonly Bridge[];
  readonly unheld: readonly string[];
  /** What is cut out: the letters less the bridges. */
  readonly cut: Region;
  readonly bridgeArea: Region;
}

/**
 * Holds the islands of a cut-through plate, each group of letters by itself, so that a change of one letter leaves the
 * bridges of the others where they are. Other makes have no islands, and their material stays as it is.
 */
export function hold({ body, groups, material }: Construction, letters: readonly Letter[], plan: BridgePlan | null, memo: Memo): Hold {
  if (!plan) return { material, islands: [], bridges: [], bridgeArea: [], unheld: [] };
  const plate = joinBounds(body.map(contourBounds));
  const found: UnnamedIsland[] = [];
  const [bridges, cuts, bridgeArea]: [Bridge[], Contour[], Contour[]] = [[], [], []];
  const loose = new Set<string>();
  for (const group of groups) {
    // What reaches over the plate's edge is open there, and a finding of its own.
    if (!boundsContain(plate, joinBounds(group.region.map(hullBounds)), 1e-6)) {
      cuts.push(...group.region);
      continue;
    }
    const held = memo('held on the sheet', placeKey(JSON.stringify([group.key, plan]), group.letters, group.dx, group.dy), () => heldOnSheet(memo('held group', JSON.stringify([group.key, plan]), () => holdGroup(group.local.region, plan)), group));
    found.push(...held.islands);
    for (const id of held.unheld) loose.add(id);
    bridges.push(...held.bridges);
    cuts.push(...held.cut);
    bridgeArea.push(...held.bridgeArea);
  }
  const islands = nameIslands(found, letters);
  return { material: knockOut(body, cuts), islands, bridges, bridgeArea, unheld: islands.filter(({ id }) => loose.has(id)) };
}

function holdGroup(letters: Region, plan: BridgePlan): HeldGroup {
  const frame = roundedRectangle(growBounds(joinBounds(letters.map(hullBounds)), 4 * plan.width + 1), 0, 'plate');
  const held = findIslands(componentsOf(knockOut([frame], letters)));
  const { bridges, unheld } = placeBridges(held, plan);
  if (bridges.length === 0) return { islands: held.islands, bridges, unheld, cut: letters, bridgeArea: [] };
  const strips = weld(bridges.map(({ strip }) => strip));
  return { islands: held.islands, bridges, unheld, cut: knockOut(letters, strips), bridgeArea: common(strips, letters) };
}

function heldOnSheet({ islands, bridges, unheld, cut, bridgeArea }: HeldGroup, group: LetterGroup): HeldGroup {
  const rename = (name: string) => sheetName(name, group.letters);
  return {
    islands: islands.map(({ id, letter, component }) => ({ id: rename(id), letter: letter && rename(letter), component: onSheet(component, group) })),
    bridges: bridges.map((bridge) => bridgeOnSheet(bridge, group)),
    unheld: unheld.map(rename),
    cut: bridges.length === 0 ? group.region : toSheet(cut, group),
    bridgeArea: toSheet(bridgeArea, group),
  };
}

function bridgeOnSheet(bridge: Bridge, group: LetterGroup): Bridge {
  const move = ({ x, y }: Point): Point => ({ x: x + group.dx, y: y + group.dy });
  return { ...bridge, id: sheetName(bridge.id, group.letters), island: sheetName(bridge.island, group.letters), from: move(bridge.from), to: move(bridge.to), strip: toSheet([bridge.strip], group)[0]! };
}

function onSheet({ outer, holes, bounds, area, sources }: Component, group: LetterGroup): Component {
  const { dx, dy, letters } = group;
  const moved: Bounds = { minX: bounds.minX + dx, maxX: bounds.maxX + dx, minY: bounds.minY + dy, maxY: bounds.maxY + dy };
  return { outer: toSheet([outer], group)[0]!, holes: toSheet(holes, group), bounds: moved, area, sources: new Set([...sources].map((source) => sheetName(source, letters))) };
}
