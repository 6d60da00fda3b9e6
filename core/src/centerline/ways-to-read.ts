import { isBare, isStub, type Track } from './tracks.ts';

/**
 * What becomes of a leg: -1 it ends here, -2 it is dropped, -3 it goes on to an end of its own, else it goes on as
 * another; or turns a corner into it.
 */
export interface State {
  readonly to: number;
  readonly isCorner: boolean;
}
export const LONE_STATE: State = { to: -1, isCorner: false };
export const DROPPED_STATE: State = { to: -2, isCorner: false };
export const ONWARD_STATE: State = { to: -3, isCorner: false };

/** All ways to read a knot, the plainest first. */
export function waysToRead(tracks: readonly Track[], isBend: boolean): State[][] {
  const ways: State[][] = [];
  const states: (State | undefined)[] = tracks.map(() => undefined);
  const next = (): void => {
    const i = states.indexOf(undefined);
    if (i < 0) {
      ways.push([...(states as State[])]);
      return;
    }
    for (let j = i + 1; j < tracks.length; j++) {
      if (states[j]) continue;
      if (isBare(tracks[i]!) && isBare(tracks[j]!)) continue;
      for (const isCorner of isBare(tracks[i]!) || isBare(tracks[j]!) ? [false] : [false, true]) {
        states[i] = { to: j, isCorner };
        states[j] = { to: i, isCorner };
        next();
      }
      states[j] = undefined;
    }
    states[i] = LONE_STATE;
    next();
    if (isStub(tracks[i]!)) {
      states[i] = DROPPED_STATE;
      next();
    }
    states[i] = undefined;
  };
  next();
  const joined = ways.filter((way) => way.some(({ to }) => to >= 0));
  // At a bend an end may have burnt away: what turns may be one stroke that ends on another.
  return isBend ? [...joined, [ONWARD_STATE, LONE_STATE], [LONE_STATE, ONWARD_STATE]] : joined;
}
