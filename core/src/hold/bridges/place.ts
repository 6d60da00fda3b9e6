import { bridgeEdge, bridgeId, type BridgeId, type IslandId } from '../../recipe/identity.ts';
import { distance, mix, type Point } from '../../geometry/point.ts';
import type { Held, UnnamedIsland } from '../islands.ts';
import type { Bridge, BridgeByHand, BridgePlan, Root } from './bridge.ts';
import { SiteSearch, type Site } from './search.ts';
import { stripOf } from './strip.ts';

/** An island larger than this many squared bridge widths gets a second bridge when bridges go by size. */
const TWO_ABOVE = 12;

/** Bridges of one island at most, however heavy it is. */
const MOST = 6;

/** A site is not taken where it is this many times worse than the island's best. */
const FAR_WORSE = 4;

const SQUARE: Root = { shape: 'square', size: 0 };

/** What bridging comes to. */
export interface Bridging {
  readonly bridges: readonly Bridge[];
  /** Islands that no bridge could reach, or was asked to, and that may not drop. */
  readonly unheld: readonly IslandId[];
  /** Bridges put by hand that find no room: island and which of its own. */
  readonly lost: readonly { readonly island: string; readonly handIndex: number }[];
}

/** How islands are to be held, and what is known of them from elsewhere. */
export interface Wishes {
  readonly plan: BridgePlan;
  /** Degrees that an island's letter stands turned by. */
  readonly turnOf: (island: UnnamedIsland) => number;
  /** Where the same letter has its bridges when it stands alone: equal letters get equal bridges wherever they can. */
  readonly usual: (island: UnnamedIsland) => readonly BridgeByHand[];
  /** Bridges whose roots are left square, by id: with others they would leave scraps. */
  readonly square?: ReadonlySet<string>;
}

/**
 * Places bridges so that every island hangs, growing outward from the frame so that nested islands hang on held ones.
 * Islands with bridges put by hand get just those; equal letters are treated alike where they can; the rest go to the
 * best site that the search finds.
 */
export function placeBridges({ frame, islands }: Held, { plan, turnOf, usual, square }: Wishes): Bridging {
  const mayDrop = ({ id }: UnnamedIsland) => plan.drop === 'all' || plan.drop.includes(id);
  const byHand = (island: UnnamedIsland) => plan.byHand[island.id];
  const wanted = islands.filter((island) => !mayDrop(island));
  const asked = wanted.filter((island) => byHand(island) !== undefined || plan.perIsland !== 'none');
  if (!frame || asked.length === 0) return { bridges: [], unheld: wanted.map(({ id }) => id), lost: [] };

  const search = new SiteSearch(
    [frame, ...islands.map(({ component }) => component)],
    [0, ...islands.map(turnOf)],
    plan,
  );
  const number = (island: UnnamedIsland) => islands.indexOf(island) + 1;
  const growth = new Growth(islands.length + 1);
  const bridges: Bridge[] = [];
  const lost: { island: string; handIndex: number }[] = [];
  const build = (site: Site, island: UnnamedIsland, handIndex: number | null = null) => {
    const clear = search.clearOfNodes(site);
    const id = bridgeId(island.id, bridges.filter((bridge) => bridge.island === island.id).length);
    bridges.push(bridgeOf(search, clear, island, id, square?.has(id) ? SQUARE : plan.root, handIndex));
    growth.join(clear.piece, clear.target);
  };

  // What was put by hand stands wherever it leads, and may itself hold others.
  for (const island of asked) {
    byHand(island)?.forEach((wanted, i) => {
      const site = search.near(number(island), wanted);
      if (site) build(site, island, i);
      else lost.push({ island: island.id, handIndex: i });
    });
  }
  const waiting = new Set(asked.filter((island) => byHand(island) === undefined));
  for (const island of waiting) {
    // Treated as where it stands alone, if all of that has room here and leads to the frame.
    const sites = usual(island).map((wanted) => search.near(number(island), wanted));
    if (
      sites.length === 0 ||
      !sites.every(
        (site): site is Site => site !== undefined && site.target === 0 && site.width >= plan.width - 1e-9,
      ) ||
      sites.some((site) => !isClear(site, bridges))
    )
      continue;
    for (const site of sites) build(site, island);
    waiting.delete(island);
  }
  const clearOnes = (sites: readonly Site[]) => sites.filter((site) => isClear(site, bridges));
  while (waiting.size > 0) {
    const best =
      bestOf(waiting, number, growth, (piece) => clearOnes(search.wanted(piece))) ??
      bestOf(waiting, number, growth, (piece) => clearOnes(search.anyWay(piece))) ??
      // Better a crowded bridge than none.
      bestOf(waiting, number, growth, (piece) => search.anyWay(piece));
    if (!best) break;
    const { island, site } = best;
    waiting.delete(island);
    const taken = [site];
    build(site, island);
    for (let count = countFor(island, plan); count > taken.length;) {
      const more = nextOf(
        search,
        number(island),
        taken,
        (each) => growth.holds(each.target) && isClear(each, bridges),
        plan.width,
      );
      if (!more) break;
      taken.push(more);
      build(more, island);
    }
  }
  return { bridges, unheld: wanted.filter((island) => !growth.holds(number(island))).map(({ id }) => id), lost };
}

/** Which pieces hang together with the frame, piece 0. */
class Growth {
  private readonly leader: number[];
  constructor(pieces: number) {
    this.leader = Array.from({ length: pieces }, (_, i) => i);
  }
  join(a: number, b: number): void {
    const [p, q] = [this.find(a), this.find(b)];
    this.leader[Math.max(p, q)] = Math.min(p, q);
  }
  holds = (piece: number): boolean => this.find(piece) === 0;
  private find(piece: number): number {
    let at = piece;
    while (this.leader[at] !== at) at = this.leader[at]!;
    return at;
  }
}

/** The best site of any waiting island at which it would hang on what is held. */
function bestOf(
  waiting: ReadonlySet<UnnamedIsland>,
  number: (island: UnnamedIsland) => number,
  growth: Growth,
  sites: (piece: number) => readonly Site[],
): { island: UnnamedIsland; site: Site } | undefined {
  let best: { island: UnnamedIsland; site: Site } | undefined;
  for (const island of waiting) {
    const site = sites(number(island)).find(({ target }) => growth.holds(target));
    if (site && (!best || site.score < best.site.score)) best = { island, site };
  }
  return best;
}

function countFor({ component: { area } }: UnnamedIsland, { perIsland, width, load }: BridgePlan): number {
  switch (perIsland) {
    case 'none':
      return 0;
    case 'one':
      return 1;
    case 'two':
      return 2;
    case 'by size':
      return area > TWO_ABOVE * width * width ? 2 : 1;
    case 'by weight':
      return Math.min(MOST, Math.max(1, Math.ceil(area / load)));
  }
}

/**
 * A further bridge must pull another way than those there are, and not be a far worse site than the first; wanted
 * directions first.
 */
function nextOf(
  search: SiteSearch,
  piece: number,
  taken: readonly Site[],
  fits: (site: Site) => boolean,
  width: number,
): Site | undefined {
  const apart = 100 / taken.length;
  const [first] = taken;
  const pullsElsewhere = (site: Site) =>
    taken.every(
      (other) => turnBetween(site.angle, other.angle) > apart && distance(site.from, other.from) > 2 * width,
    ) &&
    site.width >= first!.width &&
    site.score < FAR_WORSE * first!.score &&
    fits(site);
  return (
    search.wanted(piece).find(pullsElsewhere) ??
    (taken.length > 1 ? search.anyWay(piece).find(pullsElsewhere) : undefined)
  );
}

const turnBetween = (a: number, b: number): number => Math.abs(((a - b + 540) % 360) - 180);

/** Strips keep half a width between them. */
function isClear({ from, to, width }: Site, bridges: readonly Bridge[]): boolean {
  return bridges.every((other) => spansApart(from, to, other.from, other.to) > (width + other.width) * 0.75);
}

/** Distance of two straight pieces, near enough for keeping strips apart. */
function spansApart(a: Point, b: Point, c: Point, d: Point): number {
  let least = Infinity;
  for (let i = 0; i <= 4; i++)
    for (let k = 0; k <= 4; k++) least = Math.min(least, distance(mix(a, b, i / 4), mix(c, d, k / 4)));
  return least;
}

function bridgeOf(
  search: SiteSearch,
  site: Site,
  island: UnnamedIsland,
  id: BridgeId,
  root: Root,
  handIndex: number | null,
): Bridge {
  const { width, angle, from, to } = site;
  return {
    id,
    island: island.id,
    width,
    length: distance(from, to),
    angle,
    from,
    to,
    at: search.shareOf(site),
    handIndex,
    strip: stripOf(search, site, root, bridgeEdge(id)),
  };
}
