import { componentsOf, type Component } from '../../geometry/components.ts';
import { distance } from '../../geometry/point.ts';
import type { Region } from '../../geometry/contour.ts';
import { inReadingOrder, RAIL } from '../../recipe/identity.ts';
import { SiteSearch, type Site } from '../bridges/search.ts';
import { plainStrip } from '../bridges/strip.ts';
import type { Tie } from './tie.ts';

/**
 * Ties every loose piece to what hangs together, nearest first: the same search as for bridges, with material and gap
 * the other way about.
 * @param width mm; narrower where a piece has no room for it
 * @returns ties, each with its strip reaching into both
 */
export function tieLoose(material: Region, width: number): Tie[] {
  const components = componentsOf(material);
  const frame = components.find(({ sources }) => sources.has(RAIL)) ?? components[0];
  if (!frame || components.length < 2) return [];
  const pieces = [frame, ...components.filter((component) => component !== frame)];
  const search = new SiteSearch(
    pieces,
    pieces.map(() => 0),
    { width, direction: 'any' },
  );
  const held = new Set([0]);
  const waiting = new Set(pieces.slice(1).map((_, i) => i + 1));
  const ties: Tie[] = [];
  const known = new Map<number, readonly Site[]>();
  const sitesOf = (piece: number): readonly Site[] => {
    let sites = known.get(piece);
    if (!sites) known.set(piece, (sites = [...search.anyWay(piece)].sort((a, b) => costOf(a) - costOf(b))));
    return sites;
  };
  while (waiting.size > 0) {
    let best: Site | undefined;
    for (const piece of waiting) {
      const site = sitesOf(piece).find(({ target }) => held.has(target));
      if (site && (!best || costOf(site) < costOf(best))) best = site;
    }
    if (!best) break;
    waiting.delete(best.piece);
    held.add(best.piece);
    ties.push(tieOf(search, best, pieces[best.piece]!));
  }
  return ties;
}

/**
 * Upright ties, as under the dot of an i, are seen least; level ones pass for part of the lettering; slanted ones never
 * do.
 */
const costOf = ({ score, angle }: Site): number => score * (angle % 180 === 90 ? 0.8 : angle % 180 === 0 ? 1 : 1.7);

function tieOf(search: SiteSearch, site: Site, piece: Component): Tie {
  const part = inReadingOrder(piece.sources)[0] ?? 'piece';
  const id = `tie:${part}:loose`;
  const clear = search.clearOfNodes(site);
  return {
    id,
    part,
    why: 'loose',
    width: clear.width,
    length: distance(clear.from, clear.to),
    from: clear.from,
    to: clear.to,
    strip: plainStrip(search, clear, id),
  };
}
