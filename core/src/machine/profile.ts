import type { Machine, Work } from '../shop/shop.ts';
import type { Motion } from './motion.ts';

/** Rows that are swept: how fast, how it turns round, and how far apart they lie. mm, s. */
export interface Rows {
  readonly speed: number;
  readonly acceleration: number;
  readonly settle: number;
  readonly pitch: number;
}

/** What a machine needs for its work. */
export interface Profile {
  readonly travel: Pick<Motion, 'speed' | 'acceleration'>;
  readonly lines: Readonly<Record<Work, Motion>>;
  /** Before a line is cut, s. */
  readonly pierce: number;
  readonly rows: Rows;
  readonly passes: Readonly<Record<Work, number>>;
}

/** Accelerations, mm/s², and corner deviations, mm, that machines of a kind have; to be set by the shop. */
const KINDS: Readonly<
  Record<string, readonly [travel: number, line: number, rows: number, deviation: number, settle: number]>
> = {
  plasma: [800, 800, 800, 0.05, 0],
  'co2-laser': [4000, 2000, 8000, 0.02, 0.005],
  'fibre-laser': [6000, 4000, 10_000, 0.01, 0.005],
  router: [400, 300, 300, 0.05, 0],
  engraver: [300, 300, 300, 0.02, 0],
};
const USUAL = KINDS['co2-laser']!;

/** What a machine without a speed for a kind of work is taken to do it with, mm/s. */
const SLOW = 10;

/** The profile of a machine of the shop: its own speeds, and what its kind has besides. */
export function profileOf(machine: Machine): Profile {
  const [travel, line, rows, deviation, settle] = KINDS[machine.id] ?? USUAL;
  const motionOf = (work: Work): Motion => ({
    speed: machine.settings[work]?.speed ?? SLOW,
    acceleration: line,
    deviation,
  });
  const passesOf = (work: Work): number => machine.settings[work]?.passes ?? 1;
  return {
    travel: { speed: machine.travelSpeed, acceleration: travel },
    lines: { cut: motionOf('cut'), score: motionOf('score'), engrave: motionOf('engrave'), mark: motionOf('mark') },
    pierce: machine.pierceTime,
    rows: { speed: motionOf('engrave').speed, acceleration: rows, settle, pitch: machine.fillPitch },
    passes: { cut: passesOf('cut'), score: passesOf('score'), engrave: passesOf('engrave'), mark: passesOf('mark') },
  };
}
