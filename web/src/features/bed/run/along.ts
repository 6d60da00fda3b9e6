import type { RunMove, RunPicture } from '@needlefile/core/screen/run-picture';

/** The move that is under way at a time, by number; the last when all is done, -1 where there is none. */
export function moveAt({ moves }: Pick<RunPicture, 'moves'>, seconds: number): number {
  let [low, high] = [0, moves.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (moves[middle]!.to <= seconds) low = middle + 1;
    else high = middle;
  }
  return Math.min(low, moves.length - 1);
}

/** How far a move has come, and where the head is: mm on the screen, y down. */
export interface Along {
  readonly x: number;
  readonly y: number;
  /** From where this pass began to the head, as path data. */
  readonly path: string;
}

export function alongMove({ from, to, points, passes }: RunMove, seconds: number): Along {
  const share = to > from ? Math.min(1, Math.max(0, (seconds - from) / (to - from))) : 1;
  const pass = share * passes;
  const once = share >= 1 ? 1 : pass - Math.floor(pass);
  const lengths: number[] = [];
  let whole = 0;
  for (let i = 2; i < points.length; i += 2) {
    const length = Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!);
    lengths.push(length);
    whole += length;
  }
  let left = once * whole;
  let path = `M${points[0]} ${points[1]}`;
  let [x, y] = [points[0]!, points[1]!];
  for (let i = 0; i < lengths.length; i++) {
    const part = lengths[i]! > 0 ? Math.min(1, left / lengths[i]!) : 1;
    [x, y] = [
      points[2 * i]! + (points[2 * i + 2]! - points[2 * i]!) * part,
      points[2 * i + 1]! + (points[2 * i + 3]! - points[2 * i + 1]!) * part,
    ];
    path += `L${x} ${y}`;
    left -= lengths[i]!;
    if (left <= 0) break;
  }
  return { x, y, path };
}

/** All of a move, as path data. */
export function wholePath({ points }: RunMove): string {
  let path = '';
  for (let i = 0; i < points.length; i += 2) path += `${i === 0 ? 'M' : 'L'}${points[i]} ${points[i + 1]}`;
  return path;
}

/** The next line in a direction: when it begins. Travel and pierce belong to the line after them. */
export function lineBeside({ moves, seconds }: Pick<RunPicture, 'moves' | 'seconds'>, now: number, by: 1 | -1): number {
  const starts = moves.filter(({ kind }) => kind === 'line' || kind === 'sweep').map(({ from }) => from);
  const beside = by > 0 ? starts.find((start) => start > now + 1e-6) : starts.findLast((start) => start < now - 1e-6);
  return beside ?? (by > 0 ? seconds : 0);
}
