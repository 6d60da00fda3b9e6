import { describe, expect, it } from 'vitest';
import type { RunMove } from '@needlefile/core/screen/run-picture';
import { alongMove, lineBeside, moveAt } from '../src/features/bed/run/along';

const move = (kind: RunMove['kind'], from: number, to: number, points: number[], passes = 1): RunMove => ({
  ...{ kind, operation: 0, from, to, passes },
  points: Float32Array.from(points),
});

describe('a run in time', () => {
  const run = {
    seconds: 10,
    moves: [
      move('travel', 0, 2, [0, 0, 10, 0]),
      move('pierce', 2, 3, [10, 0, 10, 0]),
      move('line', 3, 7, [10, 0, 10, 10, 30, 10]),
      move('travel', 7, 8, [30, 10, 40, 10]),
      move('line', 8, 10, [40, 10, 40, 20], 2),
    ],
  };

  it('knows the move under way, and the last when all is done', () => {
    expect([0, 1.9, 2, 6.9, 7, 9.99, 10, 99].map((at) => moveAt(run, at))).toEqual([0, 0, 1, 2, 3, 4, 4, 4]);
    expect(moveAt({ moves: [] }, 1)).toBe(-1);
  });

  it('puts the head as far along as the time has gone, in each pass anew', () => {
    expect(alongMove(run.moves[2]!, 3)).toMatchObject({ x: 10, y: 0 });
    // Half of 30 mm: 10 up, and 5 on.
    expect(alongMove(run.moves[2]!, 5)).toEqual({ x: 15, y: 10, path: 'M10 0L10 10L15 10' });
    expect(alongMove(run.moves[4]!, 8.5)).toMatchObject({ x: 40, y: 15 });
    expect(alongMove(run.moves[4]!, 9.5)).toMatchObject({ x: 40, y: 15 });
    expect(alongMove(run.moves[4]!, 10)).toMatchObject({ x: 40, y: 20 });
  });

  it('goes from line to line', () => {
    expect(lineBeside(run, 0, 1)).toBe(3);
    expect(lineBeside(run, 3, 1)).toBe(8);
    expect(lineBeside(run, 8, 1)).toBe(10);
    expect(lineBeside(run, 9, -1)).toBe(8);
    expect(lineBeside(run, 3, -1)).toBe(0);
  });
});
