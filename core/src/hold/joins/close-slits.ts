import { heightOf, widthOf } from '../../geometry/bounds.ts';
import { componentRegion, componentsOf, type Component } from '../../geometry/components.ts';
import type { Contour, Region } from '../../geometry/contour.ts';
import { contourArea, sourcesOf } from '../../geometry/contour-facts.ts';
import { knockOut, weldRegions } from '../../geometry/kernel/boolean.ts';
import { offsetRegion } from '../../geometry/kernel/offset.ts';

/** A corner that the kerf rounds is no slit: what it fills is shorter than so many kerfs. */
const SLIT_LENGTH = 2;

/**
 * Clear of the edges that a slit is found between, and then over them, mm: lines that run along each other are none.
 */
const CLEAR = 0.02;
const OVER = 0.05;

/**
 * Closes slits between parts that meet, where they are narrower than the cut: both edges would be cut in the same
 * place. Where two letters touch in a point or graze each other, that makes a join of it. Slits within one part are its
 * own.
 * @param kerf mm
 */
export function closeSlits(material: Region, kerf: number): Region {
  if (kerf < 2 * CLEAR) return material;
  const closed = offsetRegion(offsetRegion(material, kerf / 2), -kerf / 2);
  const filled = componentsOf(knockOut(closed, offsetRegion(material, CLEAR)));
  const slits = filled.filter((each) => isSlit(each, kerf));
  if (slits.length === 0) return material;
  const welded = weldRegions([material, ...slits.map((slit) => offsetRegion(componentRegion(slit), CLEAR + OVER))]);
  // What is left open of a slit at its ends no cut gets round in.
  return welded.filter((contour) => !isPinhole(contour, kerf));
}

const isPinhole = (contour: Contour, kerf: number): boolean =>
  contourArea(contour) < 0 && contourArea(contour) > -kerf * kerf && sourcesOf([contour]).size > 1;

const isSlit = ({ bounds, sources }: Component, kerf: number): boolean =>
  sources.size > 1 && Math.max(widthOf(bounds), heightOf(bounds)) > SLIT_LENGTH * kerf;
