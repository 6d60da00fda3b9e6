import type { AgreementRow } from '../job/agreement.ts';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import { flattenRound, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import type { Point } from '../geometry/point.ts';
import type { ReadDrawing } from '../formats/sheet-drawing.ts';
import type { Move, Run } from '../machine/run-file.ts';
import type { Work } from '../shop/shop.ts';
import { downFrom } from './down.ts';
import { screenPath } from './path.ts';

/** A move of the head, in seconds from the start. */
export interface RunMove {
  readonly kind: Move['kind'];
  readonly operation: number;
  readonly from: number;
  readonly to: number;
  /** Along it, once: x, y pairs, mm, y down. */
  readonly points: Float32Array;
  /** How often it goes along. */
  readonly passes: number;
}

export interface RunOperationPicture {
  readonly layer: string;
  readonly work: Work;
  readonly swept: boolean;
  /** Of its rows, degrees counter-clockwise from x. */
  readonly angle: number;
  readonly lines: number;
  readonly from: number;
  readonly to: number;
  /** All its lines. */
  readonly path: string;
  readonly bounds: Bounds;
}

/** A file being run, as the screen plays it. Lengths in mm, y down; times in seconds from the start. */
export interface RunPicture {
  readonly sheet: { readonly width: number; readonly height: number };
  readonly seconds: number;
  readonly operations: readonly RunOperationPicture[];
  readonly moves: readonly RunMove[];
  readonly falls: readonly { readonly at: number; readonly area: number; readonly path: string }[];
  readonly rows: readonly AgreementRow[];
  /** Between what the file says and what the job says, in words. */
  readonly differences: readonly string[];
  /** Whether there is a job to compare the file with. */
  readonly compared: boolean;
  /** Layers that the machine is told nothing of. */
  readonly unknown: readonly string[];
  /** What else the file has, by kind: the machine takes none of it. */
  readonly unread: Readonly<Record<string, number>>;
  /** Where lines begin that lie on others, and that are worked on what is free. */
  readonly twice: readonly (readonly [number, number])[];
  readonly onFree: readonly (readonly [number, number])[];
}

/** Ways of the head are flattened so finely, mm: they are looked at, not measured. */
const FINE = 0.03;

/**
 * @param height of the sheet, mm
 * @param said what the file says beside the job
 */
export function runPictureOf(
  drawing: ReadDrawing,
  run: Run,
  said: Pick<RunPicture, 'rows' | 'differences' | 'compared'>,
): RunPicture {
  const { height } = drawing;
  const layers = new Map(drawing.layers.map(({ name, contours }) => [name, contours]));
  const contoursOf = (operation: number): readonly Contour[] => layers.get(run.operations[operation]!.layer)!;
  let gone = 0;
  const moves = run.moves.map(({ kind, operation, contour, from, to, seconds }): RunMove => {
    const start = gone;
    gone += seconds;
    const line = contour === undefined ? null : contoursOf(operation)[contour]!;
    const points = line && kind === 'line' ? flattenRound(line, FINE) : [from, to];
    const { passes } = run.operations[operation]!;
    return { kind, operation, from: start, to: gone, points: downPoints(points, height), passes };
  });
  return {
    sheet: { width: drawing.width, height },
    seconds: run.seconds,
    operations: run.operations.map(({ layer, work, swept, angle, lines }, i) => {
      const own = moves.filter(({ operation }) => operation === i);
      const [from, to] = [own[0]?.from ?? 0, own.at(-1)?.to ?? 0];
      const contours = contoursOf(i);
      const bounds = downFrom(height)(joinBounds(contours.map(contourBounds)));
      return { layer, work, swept, angle, lines, from, to, path: screenPath(contours, height), bounds };
    }),
    moves,
    falls: run.falls.map(({ at, area, operation, contour }) => ({
      at,
      area,
      path: screenPath([contoursOf(operation)[contour]!], height),
    })),
    ...said,
    unknown: run.unknown,
    unread: drawing.unread,
    twice: run.twice.map(({ x, y }) => [x, height - y] as const),
    onFree: run.onFree.map(({ x, y }) => [x, height - y] as const),
  };
}

const downPoints = (points: readonly Point[], height: number): Float32Array =>
  Float32Array.from(points.flatMap(({ x, y }) => [x, height - y]));
