import type { Contour } from '../../geometry/contour.ts';
import type { Point } from '../../geometry/point.ts';

/** A short bar that joins parts of stand-alone lettering. Lengths in mm. */
export interface Tie {
  /** `tie:<part>:<n>`. */
  readonly id: string;
  /** The part that it was put there for. */
  readonly part: string;
  /** `loose`: the part hung on nothing; `thin`: it hung by too thin a neck; `bar`: somebody asked for it. */
  readonly why: 'loose' | 'thin' | 'bar';
  readonly width: number;
  readonly length: number;
  readonly from: Point;
  readonly to: Point;
  readonly strip: Contour;
}

/** How parts of stand-alone lettering are to be tied. */
export interface TiePlan {
  /** Ties for what is loose, for thin necks too, or for nothing but what was asked for by hand. */
  readonly ties: 'none' | 'loose' | 'thin';
  readonly width: number;
  /** Level bars from a letter to the next that reaches so high: heights over the baseline in cap heights, by letter. */
  readonly bars: Readonly<Record<string, readonly number[]>>;
  /** Slits between parts that meet are closed where they are narrower than this, mm; null where none is. */
  readonly kerf: number | null;
}
