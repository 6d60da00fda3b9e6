import type { ReadDrawing, ReadLayer } from '../formats/sheet-drawing.ts';
import { boundsContain, joinBounds, type Bounds } from '../geometry/bounds.ts';
import { endOf, startOf, type Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourContains, contourLength } from '../geometry/contour-facts.ts';
import { distance, type Point } from '../geometry/point.ts';
import { WORKS, type Machine, type Work } from '../shop/shop.ts';
import { timeStraight } from '../motion/motion.ts';
import { profileOf, type Profile } from '../motion/profile.ts';
import { sweepOf } from '../motion/sweep.ts';
import { pierceOf, workTime } from '../motion/work-time.ts';

/** One thing that the machine does, in the order of the file. Lengths in mm, times in seconds. */
export interface Move {
  readonly kind: 'travel' | 'pierce' | 'line' | 'sweep';
  readonly operation: number;
  readonly from: Point;
  readonly to: Point;
  readonly length: number;
  readonly seconds: number;
}

/** What comes free when a closed line was cut: its inside, less what fell before. */
export interface Fall {
  /** Seconds from the start. */
  readonly at: number;
  readonly bounds: Bounds;
  /** mm². */
  readonly area: number;
}

/** What one layer of the file comes to. */
export interface RunOperation {
  readonly layer: string;
  readonly work: Work;
  /** Swept in rows rather than followed. */
  readonly swept: boolean;
  readonly lines: number;
  readonly length: number;
  readonly travel: number;
  readonly passes: number;
  readonly seconds: number;
}

/** A machine's account of a file: what it does, how long that takes, and what falls when. */
export interface Run {
  readonly operations: readonly RunOperation[];
  readonly moves: readonly Move[];
  readonly seconds: number;
  readonly falls: readonly Fall[];
  /** Layers that the output map says nothing of: they are left out. */
  readonly unknown: readonly string[];
  /** Lines that lie on others, and are worked twice: where the later of two begins. */
  readonly twice: readonly Point[];
  /** Lines that are worked on what is free already: where each begins. */
  readonly onFree: readonly Point[];
}

/** Lines that differ by no more than this are one, mm. */
const SAME = 0.005;

/**
 * Runs a file as a machine does: layer by layer in the order of the file, each by what the machine's output map says it
 * is, the head coming from the corner of the sheet and lifted between lines. Nothing but the file is known.
 */
export function runFile(drawing: ReadDrawing, machine: Machine): Run {
  const profile = profileOf(machine);
  const moves: Move[] = [];
  const operations: RunOperation[] = [];
  const unknown: string[] = [];
  const falls: (Fall & { readonly contour: Contour })[] = [];
  const [twice, onFree]: Point[][] = [[], []];
  const seen = new Set<string>();
  let [at, seconds] = [{ x: 0, y: 0 } as Point, 0];
  for (const layer of drawing.layers) {
    const work = workOf(layer.name, machine);
    if (!work) {
      unknown.push(layer.name);
      continue;
    }
    const operation = operations.length;
    const before = { seconds, moves: moves.length };
    const go = (move: Omit<Move, 'operation'>) => {
      moves.push({ ...move, operation });
      seconds += move.seconds;
      at = move.to;
    };
    const travelTo = (to: Point) => {
      const length = distance(at, to);
      if (length > 0) go({ kind: 'travel', from: at, to, length, seconds: timeStraight(length, profile.travel) });
    };
    const swept = isSwept(layer, work);
    if (swept) {
      const { start, end, length, seconds: taken } = sweepOf(layer.contours, profile.rows);
      travelTo(start);
      go({ kind: 'sweep', from: start, to: end, length, seconds: taken * profile.passes[work] });
    } else
      for (const contour of layer.contours) {
        const start = startOf(contour);
        if (falls.some((fall) => isWithin(contour, fall))) onFree!.push(start);
        if (isSeen(contour, seen)) twice!.push(start);
        travelTo(start);
        followed(contour, work, profile, go);
        if (work === 'cut' && contour.closed) falls.push(fallOf(contour, seconds, falls));
      }
    const own = moves.slice(before.moves);
    const lengthOf = (kinds: readonly Move['kind'][]) =>
      own.filter(({ kind }) => kinds.includes(kind)).reduce((sum, { length }) => sum + length, 0);
    operations.push({
      layer: layer.name,
      work,
      swept,
      lines: layer.contours.length,
      length: lengthOf(['line', 'sweep']),
      travel: lengthOf(['travel']),
      passes: profile.passes[work],
      seconds: seconds - before.seconds,
    });
  }
  const told = falls.map(({ at: when, bounds, area }): Fall => ({ at: when, bounds, area }));
  return { operations, moves, seconds, falls: told, unknown, twice: twice!, onFree: onFree! };
}

/** What a layer stands for: the map's own name for it, or that with a number or a word after it. */
function workOf(layer: string, { output }: Machine): Work | undefined {
  return WORKS.find((work) => layer === output[work].layer || layer.startsWith(`${output[work].layer}_`));
}

/** Areas that are engraved are swept, unless the file has strokes that fill them. */
const isSwept = ({ contours }: ReadLayer, work: Work): boolean =>
  work === 'engrave' && contours.length > 0 && contours.every(({ closed }) => closed);

function followed(contour: Contour, work: Work, profile: Profile, go: (move: Omit<Move, 'operation'>) => void): void {
  const [start, end] = [startOf(contour), endOf(contour)];
  const pierce = pierceOf(work, profile);
  if (pierce > 0) go({ kind: 'pierce', from: start, to: start, length: 0, seconds: pierce });
  const seconds = workTime(contour, work, profile);
  go({ kind: 'line', from: start, to: end, length: contourLength(contour), seconds });
}

function fallOf(contour: Contour, at: number, fallen: readonly (Fall & { readonly contour: Contour })[]) {
  const bounds = contourBounds(contour);
  const inside = fallen.filter((fall) => boundsContain(bounds, fall.bounds, 1e-6) && contains(contour, fall.contour));
  const gone = inside.reduce((sum, { area }) => sum + area, 0);
  return { at, bounds, area: Math.max(0, Math.abs(contourArea(contour)) - gone), contour };
}

const contains = (outer: Contour, inner: Contour): boolean => contourContains(outer, startOf(inner));

/** Whether a line lies in what has fallen. */
function isWithin(contour: Contour, fall: Fall & { readonly contour: Contour }): boolean {
  return boundsContain(fall.bounds, contourBounds(contour), 0) && contains(fall.contour, contour);
}

/** Whether a line like this one, in the same place, was there before. */
function isSeen(contour: Contour, seen: Set<string>): boolean {
  const { minX, minY, maxX, maxY } = joinBounds([contourBounds(contour)]);
  const key = [minX, minY, maxX, maxY, contourLength(contour)].map((mm) => Math.round(mm / SAME)).join();
  if (seen.has(key)) return true;
  seen.add(key);
  return false;
}
