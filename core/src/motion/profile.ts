import { SLOW, type Machine, type Work } from '../shop/shop.ts';
import type { Motion } from './motion.ts';

/** How rows are laid over what is swept. */
export interface RowWay {
  /** From row to row, mm. */
  readonly pitch: number;
  /** Degrees counter-clockwise from x, 0 to 180. */
  readonly angle: number;
  /** To and fro, rather than one way only. */
  readonly bothWays: boolean;
}

/** Rows that are swept: how fast, how it turns round, and how they lie. mm, s. */
export interface Rows extends RowWay {
  readonly speed: number;
  readonly acceleration: number;
  readonly settle: number;
}

/** Whether rows lie and are gone over alike. */
export const areAlike = (a: Rows, b: Rows): boolean =>
  a.pitch === b.pitch &&
  a.angle === b.angle &&
  a.bothWays === b.bothWays &&
  a.speed === b.speed &&
  a.acceleration === b.acceleration &&
  a.settle === b.settle;

/** What a machine needs for its work. */
export interface Profile {
  readonly travel: Pick<Motion, 'speed' | 'acceleration'>;
  readonly lines: Readonly<Record<Work, Motion>>;
  /** Before a line is begun, s. */
  readonly pierce: Readonly<Record<Work, number>>;
  readonly rows: Rows;
  readonly passes: Readonly<Record<Work, number>>;
}

/** As a machine lays rows where nobody says otherwise. */
export const usualRows = ({ fillPitch }: Pick<Machine, 'fillPitch'>): RowWay => ({
  pitch: fillPitch,
  angle: 0,
  bothWays: true,
});

/** The profile of a machine of the shop. */
export function profileOf(machine: Machine, way: RowWay = usualRows(machine)): Profile {
  const { travel, line, rows, deviation, settle } = machine.dynamics;
  const motionOf = (work: Work): Motion => ({
    speed: machine.settings[work]?.speed ?? SLOW.speed,
    acceleration: line,
    deviation,
  });
  const other = machine.pierces === 'lines' ? machine.pierceTime : 0;
  const passesOf = (work: Work): number => machine.settings[work]?.passes ?? 1;
  return {
    travel: { speed: machine.travelSpeed, acceleration: travel },
    lines: { cut: motionOf('cut'), score: motionOf('score'), engrave: motionOf('engrave'), mark: motionOf('mark') },
    pierce: { cut: machine.pierceTime, score: other, engrave: other, mark: other },
    rows: { speed: motionOf('engrave').speed, acceleration: rows, settle, ...way },
    passes: { cut: passesOf('cut'), score: passesOf('score'), engrave: passesOf('engrave'), mark: passesOf('mark') },
  };
}
