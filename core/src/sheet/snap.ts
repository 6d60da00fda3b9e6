/** How what is dragged catches on edges and middles of what lies about. One axis at a time; lengths in mm. */

/** An edge, a middle or a line of what lies there. */
export interface SnapLine<Edge extends string = string> {
  readonly at: number;
  readonly edge: Edge;
  /** Whose it is. */
  readonly of: string;
  /** How far that reaches on the other axis: for drawing the guide. */
  readonly from: number;
  readonly to: number;
}

/** An own edge of what is dragged, where it would be. */
export interface OwnLine<Edge extends string = string> {
  readonly at: number;
  readonly edge: Edge;
}

/** What caught. */
export interface Snap<Edge extends string = string> {
  /** To be added to where it would be. */
  readonly shift: number;
  readonly own: Edge;
  readonly line: SnapLine<Edge>;
}

/** Of two that are as near, edges that are alike (a middle on a middle) go before others. */
const ALIKE = 1e-6;

/**
 * The nearest line that an own edge comes within reach of; null where none is.
 */
export function snapTo<Edge extends string>(
  own: readonly OwnLine<Edge>[],
  lines: readonly SnapLine<Edge>[],
  reach: number,
): Snap<Edge> | null {
  let best: Snap<Edge> | null = null;
  let least = reach;
  for (const { at, edge } of own)
    for (const line of lines) {
      const shift = line.at - at;
      const away = Math.abs(shift) - (edge === line.edge ? ALIKE : 0);
      if (away > least || (best && away === least)) continue;
      [best, least] = [{ shift, own: edge, line }, away];
    }
  return best;
}

/** What lies there on an axis, from its one side to the other, and how far it reaches on the other axis. */
export interface Span {
  readonly of: string;
  readonly from: number;
  readonly to: number;
  readonly across: readonly [number, number];
}

/** A place at which gaps are equal. */
export interface EqualGap {
  /** To be added to where it would be. */
  readonly shift: number;
  readonly gap: number;
  /** Where the equal gaps are. */
  readonly gaps: readonly (readonly [number, number])[];
}

/**
 * The nearest place at which what is dragged has equal gaps: in the middle between two neighbours, or as far beyond one
 * as that is from the next. Only what lies beside it on the axis counts.
 */
export function equalGaps(own: Span, others: readonly Span[], reach: number): EqualGap | null {
  const beside = others
    .filter(({ across: [a, b] }) => a < own.across[1] && b > own.across[0])
    .sort((a, b) => a.from - b.from);
  const size = own.to - own.from;
  const found: EqualGap[] = [];
  for (let i = 0; i + 1 < beside.length; i++) {
    const [a, b] = [beside[i]!, beside[i + 1]!];
    const room = b.from - a.to;
    if (room <= 0) continue;
    const gap = (room - size) / 2;
    if (gap > 0)
      found.push({
        shift: a.to + gap - own.from,
        gap,
        gaps: [
          [a.to, a.to + gap],
          [b.from - gap, b.from],
        ],
      });
    found.push({
      shift: b.to + room - own.from,
      gap: room,
      gaps: [
        [a.to, b.from],
        [b.to, b.to + room],
      ],
    });
    found.push({
      shift: a.from - room - own.to,
      gap: room,
      gaps: [
        [a.from - room, a.from],
        [a.to, b.from],
      ],
    });
  }
  return found.reduce<EqualGap | null>(
    (best, each) =>
      Math.abs(each.shift) <= reach && (!best || Math.abs(each.shift) < Math.abs(best.shift)) ? each : best,
    null,
  );
}
