import type { ReadDrawing, ReadLayer } from '../formats/sheet-drawing.ts';
import { boundsContain, joinBounds, type Bounds } from '../geometry/bounds.ts';
import { endOf, startOf, type Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourContains, contourLength } from '../geometry/contour-facts.ts';
import { deepestOf } from '../geometry/depths.ts';
import { loopOf } from '../geometry/loop.ts';
import { distance, type Point } from '../geometry/point.ts';
import { SLOW, WORKS, type Machine, type Work, type WorkSettings } from '../shop/shop.ts';
import { timeStraight } from '../motion/motion.ts';
import { profileOf, type Profile, type RowWay } from '../motion/profile.ts';
import { sweepOf } from '../motion/sweep.ts';
import { workTime } from '../motion/work-time.ts';

/** What a machine is told of a layer of a file: what is done with its lines, and how. */
export interface LayerUse {
  readonly layer: string;
  readonly work: Work;
  /** Swept in rows rather than followed. */
  readonly swept: boolean;
  readonly settings: WorkSettings;
  /** How its rows lie, where it is swept; left out: as the machine has them. */
  readonly rows?: RowWay;
}

/** One thing that the machine does, in the order of the file. Lengths in mm, times in seconds. */
export interface Move {
  readonly kind: 'travel' | 'pierce' | 'line' | 'sweep';
  readonly operation: number;
  /** Which of the contours of its layer; left out where it is of none, or of all. */
  readonly contour?: number;
  readonly from: Point;
  readonly to: Point;
  readonly length: number;
  readonly seconds: number;
}

/** What comes free when a closed line was cut: its inside, less what fell before. */
export interface Fall {
  /** Seconds from the start. */
  readonly at: number;
  readonly operation: number;
  readonly contour: number;
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
  /** Of its rows, degrees counter-clockwise from x. */
  readonly angle: number;
  readonly lines: number;
  readonly length: number;
  readonly travel: number;
  readonly passes: number;
  readonly seconds: number;
  /** How deep the tool goes, where lines have depths; else 0. */
  readonly deepest: number;
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
 * Runs a file as a machine does: layer by layer in the order of the file, the head coming from the corner of the sheet
 * and lifted between lines. Nothing but the file, and what the machine is told of its layers, is known.
 * @param uses of layers by name; left out, layers are what the machine's output map says, with its usual settings
 */
export function runFile(drawing: ReadDrawing, machine: Machine, uses?: readonly LayerUse[]): Run {
  const told = uses ? new Map(uses.map((use) => [use.layer, use])) : null;
  const unknown: string[] = [];
  const runner = new Runner(machine);
  for (const layer of drawing.layers) {
    const use = told ? told.get(layer.name) : usualUse(layer, machine);
    if (use) runner.run(layer, use);
    else unknown.push(layer.name);
  }
  return { ...runner.told(), unknown };
}

/** What has fallen, and out of which line. */
type Fallen = Fall & { readonly line: Contour };

/** A head that goes over one layer after another. */
class Runner {
  private readonly moves: Move[] = [];
  private readonly operations: RunOperation[] = [];
  private readonly falls: Fallen[] = [];
  private readonly twice: Point[] = [];
  private readonly onFree: Point[] = [];
  private readonly seen = new Set<string>();
  private at: Point = { x: 0, y: 0 };
  private seconds = 0;

  constructor(private readonly machine: Machine) {}

  run({ name, contours }: ReadLayer, { work, swept, settings, rows }: LayerUse): void {
    const { machine } = this;
    const profile = profileOf({ ...machine, settings: { ...machine.settings, [work]: settings } }, rows);
    const before = { seconds: this.seconds, moves: this.moves.length };
    if (swept && contours.length > 0) this.sweep(contours, work, profile);
    else contours.forEach((contour, i) => this.follow(contour, i, work, profile));
    const own = this.moves.slice(before.moves);
    const lengthOf = (kinds: readonly Move['kind'][]) =>
      own.filter(({ kind }) => kinds.includes(kind)).reduce((sum, { length }) => sum + length, 0);
    this.operations.push({
      layer: name,
      work,
      swept,
      angle: profile.rows.angle,
      lines: contours.length,
      length: lengthOf(['line', 'sweep']),
      travel: lengthOf(['travel']),
      passes: settings.passes,
      seconds: this.seconds - before.seconds,
      deepest: deepestOf(contours),
    });
  }

  told(): Omit<Run, 'unknown'> {
    const { operations, moves, seconds, twice, onFree } = this;
    return { operations, moves, seconds, falls: this.falls.map(({ line: _line, ...fall }) => fall), twice, onFree };
  }

  private sweep(contours: readonly Contour[], work: Work, profile: Profile): void {
    const { start, end, length, seconds } = sweepOf(contours, profile.rows);
    this.travelTo(start, profile);
    this.go({ kind: 'sweep', from: start, to: end, length, seconds: seconds * profile.passes[work] });
  }

  private follow(line: Contour, contour: number, work: Work, profile: Profile): void {
    const [from, to] = [startOf(line), endOf(line)];
    // What is led to a line may begin in what has fallen: the line itself must not.
    if (this.falls.some((fall) => isWithin(loopOf(line) ?? line, fall))) this.onFree.push(from);
    if (isSeen(line, this.seen)) this.twice.push(from);
    this.travelTo(from, profile);
    const pierce = profile.pierce[work];
    if (pierce > 0) this.go({ kind: 'pierce', contour, from, to: from, length: 0, seconds: pierce });
    const seconds = workTime(line, work, profile);
    this.go({ kind: 'line', contour, from, to, length: contourLength(line), seconds });
    const round = work === 'cut' ? loopOf(line) : null;
    if (!round) return;
    const operation = this.operations.length;
    this.falls.push({ ...fallOf(round, this.falls), at: this.seconds, operation, contour });
  }

  private travelTo(to: Point, profile: Profile): void {
    const length = distance(this.at, to);
    const seconds = timeStraight(length, profile.travel);
    if (length > 0) this.go({ kind: 'travel', from: this.at, to, length, seconds });
  }

  private go(move: Omit<Move, 'operation'>): void {
    this.moves.push({ ...move, operation: this.operations.length });
    this.seconds += move.seconds;
    this.at = move.to;
  }
}

/**
 * What is done with the layers of a file: as somebody says, else as the machine's output map has it.
 * @param works by layer; null: nothing
 */
export function usesOf(
  { layers }: Pick<ReadDrawing, 'layers'>,
  machine: Machine,
  works: Readonly<Record<string, Work | null>>,
): LayerUse[] {
  return layers.flatMap((layer) => {
    const work = works[layer.name];
    if (work === null) return [];
    return (work === undefined ? usualUse(layer, machine) : useAs(work, layer, machine)) ?? [];
  });
}

/** What a layer stands for by the machine's output map: the map's own name for a work, or that with more after it. */
function usualUse(layer: ReadLayer, machine: Machine): LayerUse | undefined {
  const { output } = machine;
  const { name } = layer;
  const work = WORKS.find((each) => name === output[each].layer || name.startsWith(`${output[each].layer}_`));
  return work && useAs(work, layer, machine);
}

/** With the machine's usual settings. Areas that are engraved are swept, unless the file has strokes that fill them. */
function useAs(work: Work, { name, contours }: ReadLayer, { settings }: Machine): LayerUse {
  const swept = work === 'engrave' && contours.length > 0 && contours.every(({ closed }) => closed);
  return { layer: name, work, swept, settings: settings[work] ?? SLOW };
}

/** The inside of a closed line, less what fell before. */
function fallOf(line: Contour, fallen: readonly Fallen[]): Pick<Fallen, 'bounds' | 'area' | 'line'> {
  const bounds = contourBounds(line);
  const inside = fallen.filter((fall) => boundsContain(bounds, fall.bounds, 1e-6) && contains(line, fall.line));
  const gone = inside.reduce((sum, { area }) => sum + area, 0);
  return { bounds, area: Math.max(0, Math.abs(contourArea(line)) - gone), line };
}

const contains = (outer: Contour, inner: Contour): boolean => contourContains(outer, startOf(inner));

/** Whether a line lies in what has fallen. */
function isWithin(line: Contour, fall: Fallen): boolean {
  return boundsContain(fall.bounds, contourBounds(line), 0) && contains(fall.line, line);
}

/** Whether a line like this one, in the same place, was there before. */
function isSeen(contour: Contour, seen: Set<string>): boolean {
  const { minX, minY, maxX, maxY } = joinBounds([contourBounds(contour)]);
  const key = [minX, minY, maxX, maxY, contourLength(contour)].map((mm) => Math.round(mm / SAME)).join();
  if (seen.has(key)) return true;
  seen.add(key);
  return false;
}
