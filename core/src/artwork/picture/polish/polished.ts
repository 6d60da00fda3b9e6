import { distance, nearestIndex, type Point } from '../../../geometry/point.ts';
import type { Track } from '../../fitting/track.ts';
import type { Shades } from '../grey-picture.ts';
import { asSeen } from './as-seen.ts';
import { DrawnAgain } from './drawn-again.ts';
import { otherCourse } from './other-course.ts';
import { View } from './view.ts';

/** A ring of a picture, and its course with its corners. */
export interface FoundRing {
  readonly ring: readonly Point[];
  readonly track: Track;
}

/** Outlines are looked at by so many steps. */
const PIECE = 16;
/** A pixel is off from so much on, as a share of the contrast; and from so many times what others are. */
const [LEAST_OFF, BY_NOISE] = [0.05, 4];
/** So many places are tried at most: the worst. */
const MOST_TRIED = 400;
/** As near as this to one that was tried none is, pixels; each is so often that more corners are found. */
const [NEAR, MOST_TRIES] = [1, 3];
/** The blur of outlines drawn again is looked for up to so much, and so many times what edges tell, pixels. */
const [MOST_BLUR, TIMES_BLUR] = [0.5, 1.3];

/**
 * Outlines drawn again as the picture was, and held against it: where they are not alike, for corners that were missed,
 * as of small serifs and narrow tips, their course is sought that is.
 */
export function polished(rings: readonly FoundRing[], shades: Shades, blur: number): Track[] {
  const tracks = rings.map(({ track }) => track);
  const pieces = tracks.map((track) => piecesOf(track));
  const sharp = DrawnAgain.of(
    shades,
    tracks.map(({ points }) => points),
    blur,
  );
  const most = Math.max(MOST_BLUR, TIMES_BLUR * blur);
  const { drawn, noise } = asSeen(sharp, pieces.flat(), most);
  // Of views only that is kept: a large picture has very many.
  const worst = pieces.map((own) => own.flatMap((points) => View.of(drawn, points)?.worst() ?? []));
  const least = leastTried(
    worst.flat().map(({ off }) => off),
    Math.max(LEAST_OFF, BY_NOISE * noise),
  );
  return rings.map(({ ring }, k) => {
    let track = tracks[k]!;
    const done: Point[] = [];
    for (const piece of worst[k]!)
      for (let tries = 0, { off, place } = piece; tries < MOST_TRIES && off >= least; tries++) {
        if (done.some((other) => distance(other, place) < NEAR)) break;
        done.push(place);
        const course = otherCourse(ring, track, nearestIndex(track.points, place), drawn, noise);
        if (!course) break;
        track = track.rerouted(course.from, course.to, course.places);
        drawn.change(course.change);
        const view = View.of(drawn, course.change);
        if (!view) break;
        ({ off, place } = view.worst());
      }
    return track;
  });
}

function piecesOf(track: Track): Point[][] {
  const count = Math.ceil(track.size / PIECE);
  return Array.from({ length: count }, (_, i) => track.between(i * PIECE, Math.min((i + 1) * PIECE, track.size) - 1));
}

/** How far off is worth trying, so that no more are than may be. */
function leastTried(off: readonly number[], least: number): number {
  const worth = off.filter((each) => each >= least).sort((a, b) => b - a);
  return worth[MOST_TRIED] ?? least;
}
