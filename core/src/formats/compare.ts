import { boundsMeet, growBounds } from '../geometry/bounds.ts';
import { endOf, flattenRound, startOf, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { depthsOf } from '../geometry/depths.ts';
import { isTangled } from '../geometry/kernel/untangle.ts';
import { distance, distanceToSpan, type Point } from '../geometry/point.ts';
import type { ReadDrawing, SheetDrawing } from './sheet-drawing.ts';

/** What reading a written file back found. */
export interface ReadBack {
  readonly ok: boolean;
  /** Largest distance between a line meant and the line found, mm, either way. */
  readonly deviation: number;
  readonly problems: readonly string[];
}

/** Fine enough not to add to what is measured, mm. */
const SAMPLING = 0.0005;

/** A line may cross itself by what fitting arcs to it moves it, in loops that hold no more than this, mm². */
const LARGEST_LOOP = 0.005;

/**
 * Compares a file, as our reader found it, with the drawing it was written from: the same layers, as many contours in
 * each, all closed that should be, no edge that crosses itself, and every line within `tolerance` mm of where it should
 * be.
 */
export function compareDrawings(meant: SheetDrawing, found: ReadDrawing, tolerance: number): ReadBack {
  const problems: string[] = [];
  let deviation = 0;
  for (const [kind, count] of Object.entries(found.unread)) problems.push(`${count} ${kind} that should not be there`);
  const wanted = new Set(meant.layers.map(({ name }) => name));
  for (const { name } of found.layers) if (!wanted.has(name)) problems.push(`a layer ${name} that should not be there`);
  for (const layer of meant.layers) {
    const contours = found.layers.find(({ name }) => name === layer.name)?.contours ?? [];
    if (contours.length !== layer.contours.length) {
      problems.push(`layer ${layer.name} has ${contours.length} contours instead of ${layer.contours.length}`);
      continue;
    }
    layer.contours.forEach((contour, i) => {
      const other = contours[i]!;
      // What comes home without being closed is the same to a plotter file.
      const comesHome = !contour.closed && distance(startOf(contour), endOf(contour)) <= tolerance;
      if (other.closed !== contour.closed && !comesHome)
        problems.push(`contour ${i + 1} of ${layer.name} is ${other.closed ? 'closed' : 'open'}`);
      // The drawing that it was written from would have the same fault: this is asked of the file alone.
      if (other.closed && !layer.hasStrokes && isTangled(other, LARGEST_LOOP))
        problems.push(`contour ${i + 1} of ${layer.name} crosses itself`);
      deviation = Math.max(deviation, deviationBetween(contour, other, tolerance), depthBetween(contour, other));
    });
  }
  if (deviation > tolerance) problems.push(`lines are off by ${deviation.toFixed(4)} mm, more than ${tolerance} mm`);
  return { ok: problems.length === 0, deviation, problems };
}

/** By how much the depths of two lines of the same nodes differ, mm; Infinity where one of them has none. */
function depthBetween(a: Contour, b: Contour): number {
  const [meant, found] = [depthsOf(a), depthsOf(b)];
  if (!meant || !found) return meant === found ? 0 : Infinity;
  if (meant.length !== found.length) return Infinity;
  return meant.reduce((worst, depth, i) => Math.max(worst, Math.abs(depth - found[i]!)), 0);
}

/** Largest distance from either contour to the other, mm; Infinity where they are nowhere near. */
export function deviationBetween(a: Contour, b: Contour, near = 1): number {
  if (!boundsMeet(growBounds(contourBounds(a), near), contourBounds(b))) return Infinity;
  const [p, q] = [flattenRound(a, SAMPLING), flattenRound(b, SAMPLING)];
  return Math.max(oneWay(p, q), oneWay(q, p));
}

/** Both run the same way round in a sound file, so the search goes on from where the last point was found. */
function oneWay(from: readonly Point[], to: readonly Point[]): number {
  let worst = 0;
  let hint = 0;
  const sides = to.length - 1;
  for (const p of from) {
    let best = Infinity;
    const begin = hint;
    for (let step = 0; step < sides; step++) {
      const i = (begin + step) % sides;
      const away = distanceToSpan(p, to[i]!, to[i + 1]!);
      if (away < best) [best, hint] = [away, i];
      if (best <= 1e-4 || best <= worst) break;
    }
    worst = Math.max(worst, best);
  }
  return worst;
}
