import { cone } from '@needlefile/core/fills/cone';
import { dots } from '@needlefile/core/fills/dots';
import type { Fill } from '@needlefile/core/fills/fill';
import { LOOKS } from '@needlefile/core/fills/looks';
import { pocket, type PocketPlan } from '@needlefile/core/fills/pocket';
import { restPocket } from '@needlefile/core/fills/rest';
import type { Region } from '@needlefile/core/geometry/contour';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { lengthOf, oneOf, UsageError } from './arguments.ts';

export type Values = Readonly<Record<string, unknown>>;

/** Options of all kinds, as the command line takes them. */
export const FILL_OPTIONS = {
  width: { type: 'string' },
  spacing: { type: 'string' },
  angle: { type: 'string' },
  inset: { type: 'string', default: '0' },
  cross: { type: 'boolean', default: false },
  lines: { type: 'string', default: 'straight' },
  outline: { type: 'string', default: 'after' },
  joins: { type: 'string', default: 'any' },
  tool: { type: 'string' },
  smaller: { type: 'string' },
  overlap: { type: 'string', default: '0.4' },
  way: { type: 'string', default: 'climb' },
  tip: { type: 'string', default: '0.1' },
  deepest: { type: 'string' },
  diameter: { type: 'string' },
  pitch: { type: 'string' },
  edge: { type: 'string', default: '0' },
  lie: { type: 'string', default: 'rows' },
  single: { type: 'string', default: 'same' },
} as const;

/** Each kind of fill: what it makes of the options, and does with areas. */
export const FILL_KINDS: Readonly<Record<string, (values: Values) => (region: Region) => Fill>> = {
  hatch: (values) => {
    const width = lengthOr(values.width, '--width', 0.3);
    const plan = {
      width,
      spacing: lengthOr(values.spacing, '--spacing', 0.8 * width),
      angle: degrees(values.angle, 0, -360, 360),
      cross: values.cross === true,
      outline: oneOf(String(values.outline), '--outline', ['none', 'before', 'after']),
      inset: insetOf(values),
      joins: oneOf(String(values.joins), '--joins', ['edge', 'any']),
    };
    const lines = oneOf(String(values.lines), '--lines', ['straight', 'rings', 'middle']);
    return (region) => LOOKS[lines](region, plan);
  },
  pocket: (values) => {
    const plan = pocketOf(values, lengthOr(values.tool, '--tool', 1));
    return (region) => pocket(region, plan);
  },
  rest: (values) => {
    const before = lengthOr(values.tool, '--tool', 3);
    const plan = { ...pocketOf(values, lengthOr(values.smaller, '--smaller', 1)), before };
    if (plan.tool >= before) throw new UsageError('--smaller takes a tool that is smaller than --tool.');
    return (region) => restPocket(region, plan);
  },
  cone: (values) => {
    const plan = {
      angle: degrees(values.angle, 60, 5, 170),
      tip: lengthOf(String(values.tip), '--tip', LIMITS.fillInset),
      deepest: values.deepest === undefined ? null : lengthOf(String(values.deepest), '--deepest', LIMITS.fillWidth),
    };
    return (region) => cone(region, plan);
  },
  dots: (values) => {
    const diameter = lengthOr(values.diameter, '--diameter', 1);
    const plan = {
      diameter,
      pitch: lengthOr(values.pitch, '--pitch', 1.5 * diameter),
      edge: lengthOf(String(values.edge), '--edge', LIMITS.fillInset),
      lie: oneOf(String(values.lie), '--lie', ['rows', 'scattered'] as const),
      single: oneOf(String(values.single), '--single', ['same', 'filled'] as const),
    };
    if (plan.pitch < diameter) throw new UsageError('--pitch takes at least the diameter of the dots.');
    return (region) => dots(region, plan);
  },
};

const lengthOr = (value: unknown, option: string, usual: number): number =>
  value === undefined ? usual : lengthOf(String(value), option, LIMITS.fillWidth);

const insetOf = (values: Values): number => lengthOf(String(values.inset), '--inset', LIMITS.fillInset);

function pocketOf(values: Values, tool: number): PocketPlan {
  const overlap = Number(values.overlap);
  if (!(overlap >= 0 && overlap <= 0.95))
    throw new UsageError(`--overlap takes a share from 0 to 0.95, and not “${String(values.overlap)}”.`);
  return { tool, overlap, inset: insetOf(values), way: oneOf(String(values.way), '--way', ['climb', 'against']) };
}

function degrees(value: unknown, usual: number, least: number, most: number): number {
  const angle = value === undefined ? usual : Number(value);
  if (!(angle >= least && angle <= most))
    throw new UsageError(`--angle takes ${least} to ${most} degrees, and not “${String(value)}”.`);
  return angle;
}
