import type { Contour, Region } from '../geometry/contour.ts';

/** One stroke of a fill: the tool goes along it without being lifted. */
export interface FillStroke {
  /**
   * A row of lines, a stretch of the edge that none of them came near, or the whole edge; of a pocket a ring, or the
   * middle of what rings leave; a cone's way; a dot.
   */
  readonly kind: 'line' | 'wall' | 'outline' | 'ring' | 'middle' | 'cone' | 'dot';
  /** A cone's way has its depths. */
  readonly contour: Contour;
}

/** An area filled, mm and mm². */
export interface Fill {
  /** In running order. */
  readonly strokes: readonly FillStroke[];
  readonly area: number;
  /** What of it the tool can reach; found when it is asked for. */
  readonly reached: () => number;
  /** The same as an area, of cutters that clear theirs. */
  readonly reach?: () => Region;
}
