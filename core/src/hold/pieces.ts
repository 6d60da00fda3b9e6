import { BACKER, BASE, BORDER, COUPON, partId, PLATE, RAIL, SHAPE, withinItem } from '../recipe/identity.ts';
import { boundsContain } from '../geometry/bounds.ts';
import { componentsOf, probePoint, type Component } from '../geometry/components.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourContains, reverseContour } from '../geometry/contour-facts.ts';
import type { SourceId } from '../geometry/segment.ts';
import { cutApart, type OtherCuts } from './cut-apart.ts';
import type { Hold } from './hold.ts';
import type { Letter } from '../lettering/layout.ts';
import { letterName, lettersAmong } from '../lettering/naming.ts';
import type { MakeRules } from '../makes/make.ts';

/** What lies on the table after cutting. */
export interface Piece {
  readonly id: string;
  /** `drop-out` falls away; `loose` should hang together with the kept piece and does not. */
  readonly status: 'kept' | 'drop-out' | 'loose';
  /** For drop-outs: cut out on purpose (the inside of a letter), rather than fallen out of what should stay. */
  readonly intended: boolean;
  readonly name: string;
  /** Letters that have a share in its edge. */
  readonly letters: readonly SourceId[];
  readonly component: Component;
}

/** What of a job tells which pieces stay. */
export interface PiecesPlan {
  readonly base: MakeRules['base'];
  /** Stand-alone letters may come off each by itself. */
  readonly separate: boolean;
  readonly coupon: boolean;
}

/**
 * The pieces that cutting the edges of `material` leaves, and whatever else is to be cut: the material's own, kept ones
 * first, and then the slugs that fall out of its holes.
 */
export function findPieces(
  plan: PiecesPlan,
  { material: whole, dropping }: Pick<Hold, 'material' | 'dropping'>,
  letters: readonly Letter[],
  cuts: OtherCuts,
): Piece[] {
  const onPlate = plan.base === 'plate';
  const { material, components } = cutApart(whole, cuts);
  const kept = keptOnes(plan, components);
  const status = onPlate ? 'drop-out' : 'loose';
  const mayDrop = new Set(dropping.map(({ component }) => boxKey(component)));
  const own = components.map((component, i): Piece => {
    const isKept = kept.has(component);
    return {
      id: `piece:${i}`,
      status: isKept ? 'kept' : status,
      intended: isKept || mayDrop.has(boxKey(component)),
      ...named(onPlate, component, letters),
      component,
    };
  });
  if (!onPlate) nameDots(own, letters);
  const slugs = componentsOf(slugRegion(material)).map((component, i): Piece => ({
    id: `slug:${i}`,
    status: 'drop-out',
    intended: true,
    ...named(onPlate, component, letters),
    component,
  }));
  const rank = { kept: 0, loose: 1, 'drop-out': 2 };
  return [...own.sort((a, b) => rank[a.status] - rank[b.status]), ...slugs];
}

/** An island that no bridge holds comes off as the piece that has its place. */
export const boxKey = ({ bounds: { minX, minY, maxX, maxY } }: Component): string =>
  [minX, minY, maxX, maxY].map((n) => n.toFixed(2)).join();

/** A piece that is a part of a letter, whose body is another piece, is called by that: the dot of an i. */
function nameDots(pieces: Piece[], letters: readonly Letter[]): void {
  pieces.forEach((piece, i) => {
    const [only, ...others] = piece.letters;
    if (only === undefined || others.length > 0) return;
    const isPart = pieces.some(
      (other) => other !== piece && other.letters.includes(only) && other.component.area > piece.component.area,
    );
    if (isPart) pieces[i] = { ...piece, name: letterName(partId(only, 1), letters) };
  });
}

function keptOnes({ base, separate, coupon }: PiecesPlan, components: readonly Component[]): Set<Component> {
  if (coupon) return new Set(components.filter(({ sources }) => sources.has(COUPON)));
  if (base === 'backer') {
    // The letters are glued on, each by itself; what they are glued to must be one.
    const backer = components.find(({ sources }) => sources.has(BACKER));
    return new Set(components.filter((component) => component === backer || !component.sources.has(BACKER)));
  }
  if (base === 'nothing') return new Set(components);
  if (base === 'rail') {
    if (separate) return new Set(components);
    const rail = components.find(({ sources }) => sources.has(RAIL));
    const base = components.find(({ sources }) => sources.has(BASE));
    const first = rail ?? components.find((component) => component !== base);
    return new Set([first, base].filter((component) => component !== undefined));
  }
  const plate = components.find(({ sources }) => sources.has(PLATE));
  return new Set(plate ? [plate] : []);
}

function named(
  onPlate: boolean,
  { sources }: Component,
  letters: readonly Letter[],
): { name: string; letters: SourceId[] } {
  const own = lettersAmong(sources, letters);
  const names = own.length > 3 ? [] : own.map(({ id }) => letterName(id, letters));
  const list =
    own.length > 3
      ? `${own
          .map(({ id, text }) => (withinItem(id) === SHAPE ? ` ${text} ` : text))
          .join('')
          .trim()
          .slice(0, 24)}`
      : names.join(', ');
  const plate = sources.has(PLATE) && onPlate;
  return {
    name: sources.has(COUPON)
      ? `Coupon${list ? `, ${list}` : ''}`
      : plate
        ? 'Plate'
        : sources.has(BACKER)
          ? 'Backer'
          : sources.has(BASE)
            ? 'Base'
            : list || (sources.has(RAIL) ? 'Rail' : sources.has(BORDER) ? 'Inside the border' : 'Hole'),
    letters: own.map(({ id }) => id),
  };
}

/** Outer contours that lie in no hole of the material: the last lines to cut. */
export function outermost(material: Region): Set<Contour> {
  const holes = material.filter((contour) => contourArea(contour) < 0);
  return new Set(
    material.filter((contour) => {
      if (contourArea(contour) <= 0) return false;
      const box = contourBounds(contour);
      const probe = probePoint(contour);
      return !holes.some((hole) => boundsContain(contourBounds(hole), box, 1e-3) && contourContains(hole, probe));
    }),
  );
}

/** What falls out of the holes of the material: every line but the outermost, seen from its other side. */
function slugRegion(material: Region): Region {
  const outer = outermost(material);
  return material.filter((contour) => !outer.has(contour)).map(reverseContour);
}
