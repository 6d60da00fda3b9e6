import { componentsOf, type Component } from '../geometry/components.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, reverseContour } from '../geometry/contour-facts.ts';
import { divide, knockOut } from '../geometry/kernel/boolean.ts';

/** What is cut through besides the outlines of the material. */
export interface OtherCuts {
  readonly area: Region;
  /** Open ones part nothing. */
  readonly lines: readonly Contour[];
}

/**
 * What material falls into when more than its outlines is cut: areas fall out of it, and closed lines free what they
 * lie round.
 * @returns the material without what was cut out of it on purpose, and its pieces, largest first
 */
export function cutApart(
  material: Region,
  { area, lines }: OtherCuts,
): { readonly material: Region; readonly components: Component[] } {
  const rest = area.length === 0 ? material : knockOut(material, area);
  let parts: Region[] = [rest];
  for (const line of lines) {
    if (!line.closed) continue;
    const within: Region = [contourArea(line) > 0 ? line : reverseContour(line)];
    parts = parts.flatMap((part) => {
      const { outside, inside } = divide(part, within);
      return [outside, inside].filter((each) => each.length > 0);
    });
  }
  // Pieces that a line parts share it: which holes are whose can be told within each part alone.
  return { material: rest, components: parts.flatMap(componentsOf).sort((a, b) => b.area - a.area) };
}
