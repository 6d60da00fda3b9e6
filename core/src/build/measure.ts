import { centreOf, heightOf, widthOf, type Bounds } from '../geometry/bounds.ts';
import { contourBounds, type Region } from '../geometry/contour.ts';
import { medialAxis } from '../geometry/medial-axis.ts';
import { noMemo, type Memo } from '../geometry/memo.ts';
import { widestDisc } from '../geometry/widest-disc.ts';
import { findCounters, type Counter } from '../hold/counters.ts';
import { findNecks, type Neck, type Part } from '../hold/necks.ts';
import { thicknessOf, type Thickness } from '../hold/thickness.ts';
import { limitAt, limitsFor } from '../shop/shop.ts';
import { checkMeasured } from '../check/measured.ts';
import type { Finding } from '../check/findings.ts';
import type { Build } from './build.ts';

/** How thick things are, and whether that is enough: what takes longer than drawing the job. Lengths in mm. */
export interface Measures {
  /** What was measured: the material, or the area that is engraved. */
  readonly of: 'material' | 'engraved area';
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  /** Joins between stand-alone letters and their rails. */
  readonly necks: readonly Neck[];
  readonly counters: readonly Counter[];
  /** Pieces and holes smaller than the limit. */
  readonly specks: readonly { readonly size: number; readonly place: Bounds }[];
  readonly findings: readonly Finding[];
  /** What each was held against. */
  readonly limits: { readonly wall: number; readonly gap: number; readonly neck: number; readonly counter: number; readonly speck: number };
}

/** Measures a build. Pure, as `build` is, and done apart from it, so that the drawing need not wait. */
export function measure(built: Build, memo: Memo = noMemo): Measures {
  const { recipe, machine, material, construction, arrangement, drawing, hold } = built;
  const limit = limitsFor(machine, material);
  const at = (name: 'wall' | 'gap' | 'neck' | 'counter' | 'speck') => limitAt(limit[name], recipe.thickness);
  const engraved = recipe.make === 'engraved';
  // An engraved stroke must let the tool in, and a wall between two must not crumble.
  const limits = engraved ? { wall: machine.fillPitch, gap: machine.fillPitch, neck: 0, counter: 2 * machine.fillPitch, speck: machine.fillPitch } : { wall: at('wall'), gap: at('gap'), neck: at('neck'), counter: at('counter'), speck: at('speck') };
  const region = engraved ? drawing.area : hold.material;
  const care = 1.6 * Math.max(limits.wall, limits.gap, limits.neck);
  const axis = medialAxis(region, Math.max(0.1, care / 5), care);
  const measured = {
    thickness: thicknessOf(region, axis, 1, limits.wall),
    gaps: thicknessOf(region, axis, 2, limits.gap),
    necks: recipe.make === 'stand-alone' ? findNecks(region, axis, partsOf(built, memo)) : [],
    counters: findCounters(construction.groups, arrangement.letters, memo),
    specks: specksOf(region, limits.speck),
    limits,
  };
  return { of: engraved ? 'engraved area' : 'material', ...measured, findings: checkMeasured({ recipe, machine, material, letters: arrangement.letters, ...measured }) };
}

/** Letters by the widest discs of their own shapes, which alike letters share, and rails by their middles. */
function partsOf({ arrangement }: Build, memo: Memo): Part[] {
  const letters = arrangement.letters.filter(({ contours }) => contours.length > 0);
  const cores = letters.map(({ shape, origin, contours }) => memo('core', shape, () => {
    const { centre } = widestDisc(contours);
    return { x: centre.x - origin.x, y: centre.y - origin.y };
  }));
  return [
    ...letters.map(({ id, origin, bounds }, i): Part => ({ id, core: { x: cores[i]!.x + origin.x, y: cores[i]!.y + origin.y }, bounds })),
    ...arrangement.rails.map((bounds): Part => ({ id: 'rail', core: centreOf(bounds), bounds })),
  ];
}

function specksOf(region: Region, limit: number): Measures['specks'] {
  return region.flatMap((contour) => {
    const place = contourBounds(contour);
    const size = Math.max(widthOf(place), heightOf(place));
    return size < limit - 0.005 ? [{ size, place }] : [];
  });
}
