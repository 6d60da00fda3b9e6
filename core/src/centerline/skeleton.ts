import { medialAxis, type MedialAxis } from '../geometry/medial-axis.ts';
import type { Region } from '../geometry/contour.ts';
import { burn } from './burn.ts';

/**
 * The middle of a region's material as a graph: discs that touch its edges, linked where they run on. All lengths are
 * in half-widths of its strokes.
 */
export interface Skeleton {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly radius: Float64Array;
  /** 1 where two walls that face each other tell the disc, and no corner between strokes does. */
  readonly isTrusted: Uint8Array;
  /** 1 where a disc touches a corner that the material lies round, as where strokes meet at an angle. */
  readonly isSharp: Uint8Array;
  readonly neighbours: readonly (readonly number[])[];
  /** Longest way from a tip to here, and the radius there: infinite on loops and between them. */
  readonly burnt: Float64Array;
  /** The radius at the tip that way begins with. */
  readonly tip: Float64Array;
  /** 1 for what is left when tips are burnt back to where a stroke begins. */
  readonly isKept: Uint8Array;
  readonly axis: MedialAxis;
}

/** So fine are edges sampled, against what measuring takes, and so wide at most are strokes looked at finely. */
const STROKES = { finer: 2, widest: 3 };

/** A disc belongs to a stroke where the way from a tip goes further than its radius by so many radii. */
const SALIENT = 0.6;

/** Two walls face each other where the chord between them is this share of the disc's width. */
const FACING = 0.985;

/** Contours that turn inwards by more within so many half-widths have a corner between strokes, radians and lengths. */
const [REFLEX, REFLEX_WINDOW] = [0.35, 0.12];

/** The skeleton of a region in half-widths: tips are burnt back to where a stroke begins. */
export function skeletonOf(region: Region, { finer, widest } = STROKES): Skeleton {
  const axis = medialAxis(region, { material: widest, gaps: 0 }, finer);
  const inside = axis.side.map((side) => (side === 1 ? 1 : 0));
  const { neighbours, burnt, tip, order, from } = burn(axis, inside);
  const isKept = new Uint8Array(inside.length);
  for (let t = 0; t < inside.length; t++) if (inside[t] === 1 && burnt[t] === Infinity) isKept[t] = 1;
  for (const t of order) {
    const before = from[t]!;
    const radius = axis.radius[t]!;
    if (burnt[t]! - radius >= SALIENT * radius || (before >= 0 && isKept[before] === 1)) isKept[t] = 1;
  }
  const isSharp = sharpOf(axis);
  const isTrusted = inside.map((is, t) => (is === 1 && axis.facing[t]! >= FACING && isSharp[t] === 0 ? 1 : 0));
  return { x: axis.x, y: axis.y, radius: axis.radius, isTrusted, isSharp, neighbours, burnt, tip, isKept, axis };
}

function sharpOf({ samples, contacts }: MedialAxis): Uint8Array {
  const isReflex = reflexSamples(samples);
  return Uint8Array.from({ length: contacts.length / 3 }, (_, t) =>
    isReflex[contacts[3 * t]!] || isReflex[contacts[3 * t + 1]!] || isReflex[contacts[3 * t + 2]!] ? 1 : 0,
  );
}

/** Samples at corners that the material lies round. */
function reflexSamples(samples: MedialAxis['samples']): Uint8Array {
  // Material lies to the left: a contour that turns to the right goes round a gap.
  return Uint8Array.from(turnsNear(samples, REFLEX_WINDOW), (turn) => (turn < -REFLEX ? 1 : 0));
}

/** By how much the edge turns to the left within so far of each sample, radians. */
export function turnsNear({ x, y, next }: MedialAxis['samples'], within: number): Float64Array {
  const count = x.length;
  const before = new Int32Array(count);
  for (let i = 0; i < count; i++) before[next[i]!] = i;
  const [turn, length] = [new Float64Array(count), new Float64Array(count)];
  for (let i = 0; i < count; i++) {
    const [a, b] = [before[i]!, next[i]!];
    const [ux, uy, vx, vy] = [x[i]! - x[a]!, y[i]! - y[a]!, x[b]! - x[i]!, y[b]! - y[i]!];
    turn[i] = Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
    length[i] = Math.sqrt(vx * vx + vy * vy);
  }
  return turn.map((own, i) => {
    let sum = own;
    for (let [far, at] = [length[i]!, next[i]!]; far <= within && at !== i; at = next[at]!) {
      sum += turn[at]!;
      far += length[at]!;
    }
    for (let [at, far] = [before[i]!, length[before[i]!]!]; far <= within && at !== i;) {
      sum += turn[at]!;
      at = before[at]!;
      far += length[at]!;
    }
    return sum;
  });
}
