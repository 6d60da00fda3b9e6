import { dotOf, frameOfLetter, middleOfDot, unitOf, type LetterFrame } from '../fills/dots-by-hand.ts';
import { heightOf, widthOf } from '../geometry/bounds.ts';
import type { Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds } from '../geometry/contour-facts.ts';
import type { LaidAssembly } from '../job/build-job.ts';
import type { DotInHand } from '../recipe/edits/dots.ts';
import { itemOf, withinItem } from '../recipe/identity.ts';
import { placePoint, type Placement } from '../sheet/placement.ts';

/** A dot that can be moved and taken out by hand. */
export interface PictureDot extends DotInHand {
  readonly item: string;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/** Dots of a thing, in its own frame, and the letters that they are of. */
export interface Dotted {
  readonly dots: readonly {
    readonly contour: Contour;
    readonly frame: LetterFrame;
    readonly diameter: number;
    /** Whether it is as wide as most are. */
    readonly isUsual: boolean;
  }[];
  /** Some are cut through. */
  readonly isCut: boolean;
  /** Edges of areas that are set with dots. */
  readonly has: (edge: Contour) => boolean;
}

/** What of a thing is set with dots. */
export function dottedIn({ lines, arrangement, around, items }: LaidAssembly['built']): Dotted {
  const frames = new Map<string, LetterFrame>(arrangement.letters.map((letter) => [letter.id, frameOfLetter(letter)]));
  let isCut = false;
  const dots = lines.flatMap(({ operation, kinds, contours }) => {
    const plan = around.operations.find(({ id }) => id === operation);
    if (plan?.fill?.kind !== 'dots' || !kinds.includes('area')) return [];
    const { diameter } = plan.fill;
    return contours.flatMap((contour) => {
      const frame = frames.get(sourceOf(contour));
      // What else an operation cuts is no dot.
      if (!frame || !isRound(contour)) return [];
      isCut ||= plan.work === 'cut';
      // The line of a dot that is cut may be set off into it by half the kerf.
      const wide = widthOf(contourBounds(contour)) + (plan.work === 'cut' ? around.kerf : 0);
      const isUsual = Math.abs(wide - diameter) < SAME;
      return [{ contour, frame, diameter: isUsual ? diameter : wide, isUsual }];
    });
  });
  // Those too that no dot is left of, or has room in.
  const setting = new Set(around.operations.filter(({ fill }) => fill?.kind === 'dots').map(({ id }) => id));
  const own = new Map(items.map(({ item }) => [item.id, item.operation]));
  const operationOf = (edge: Contour) => own.get(itemOf(sourceOf(edge)) ?? '') ?? around.assignment.area;
  return { dots, isCut, has: (edge) => setting.has(operationOf(edge) ?? '') };
}

/** Widths that differ by less are one, mm. */
const SAME = 2e-3;

function isRound(contour: Contour): boolean {
  const box = contourBounds(contour);
  const [wide, high] = [widthOf(box), heightOf(box)];
  return Math.abs(wide - high) < SAME && Math.abs(contourArea(contour)) > 0.99 * (Math.PI / 4) * wide * high;
}

const sourceOf = ({ segments }: Contour): string => segments[0]!.source;

/** Dots where the first copy of a thing lies, each as its letter has it. */
export const dotsInHand = (
  { dots }: Dotted,
  { items }: LaidAssembly['built'],
  placement: Placement,
  height: number,
): PictureDot[] =>
  dots.map(({ contour, frame, diameter, isUsual }) => {
    const [item, letter] = [itemOf(frame.id)!, withinItem(frame.id)];
    const middle = middleOfDot(contour);
    const at = dotOf(middle, frame);
    const put = items.find((each) => each.item.id === item)?.item.dots[letter]?.in ?? [];
    const byHand = put.some(([u, v]) => Math.hypot(u - at[0], v - at[1]) < 1e-3);
    const { x, y } = placePoint(middle, placement);
    const wide = isUsual ? null : diameter / unitOf(frame);
    return { item, letter, at, wide, byHand, x, y: height - y, radius: diameter / 2 };
  });
