import { joinBounds } from '../geometry/bounds.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { segmentLength } from '../geometry/segment.ts';
import type { DrawnElement, Unit, UnitOffer } from './drawn.ts';

/** Work for a machine is between these sizes, mm. */
const [SMALLEST, LARGEST] = [10, 3000];
/** Of so many lengths at most. */
const MOST_LENGTHS = 2000;
/** Fewer prove nothing. */
const FEWEST_LENGTHS = 5;
const STEPS = [0.5, 25.4 / 16];
/** A length is whole within this share of a step. */
const SLACK = 0.02;
/** What is of an unlikely size is whole by chance. */
const UNLIKELY = 0.05;
/** The usual unit is taken unless another makes most lengths whole, and clearly more than it does. */
const [MOST_WHOLE, USUAL] = [0.5, 1.5];

/** Whether what a file draws would be of a size that machines work at. */
export function isLikelySize(elements: readonly DrawnElement[], mmPerUnit: number): boolean {
  const size = sizeOf(elements) * mmPerUnit;
  return size >= SMALLEST && size <= LARGEST;
}

/**
 * What a file's unit may be, the likeliest first: people draw in whole lengths, and at sizes that they can work.
 * @param units the usual one first
 */
export function unitOffers(elements: readonly DrawnElement[], units: readonly Unit[]): UnitOffer[] {
  const lengths = lengthsOf(elements);
  const offers = units.map((unit) => ({ ...unit, whole: wholeShare(lengths, unit.mmPerUnit) }));
  const score = ({ whole, mmPerUnit }: UnitOffer) => {
    const isUsual = mmPerUnit === units[0]?.mmPerUnit;
    const evidence = isUsual ? USUAL * Math.max(whole, 0.1) : whole >= MOST_WHOLE ? whole : 0.01;
    return evidence * (isLikelySize(elements, mmPerUnit) ? 1 : UNLIKELY);
  };
  return offers.sort((a, b) => score(b) - score(a));
}

function sizeOf(elements: readonly DrawnElement[]): number {
  const { minX, minY, maxX, maxY } = joinBounds(elements.flatMap(({ contours }) => contours.map(contourBounds)));
  return Math.max(0, maxX - minX, maxY - minY);
}

/** Lengths of straight runs, and radii; each once. */
function lengthsOf(elements: readonly DrawnElement[]): number[] {
  const segments = elements.flatMap(({ contours }) => contours.flatMap((contour) => contour.segments));
  const every = Math.max(1, Math.ceil(segments.length / MOST_LENGTHS));
  const lengths = segments
    .filter(({ kind }, i) => kind !== 'cubic' && i % every === 0)
    .map((segment) => (segment.kind === 'arc' ? segment.radius : segmentLength(segment)));
  return [...new Map(lengths.map((length) => [length.toPrecision(6), length])).values()];
}

function wholeShare(lengths: readonly number[], mmPerUnit: number): number {
  const told = lengths.map((length) => length * mmPerUnit).filter((mm) => mm >= STEPS[0]! / 2);
  const isWhole = (mm: number) => STEPS.some((step) => Math.abs(mm / step - Math.round(mm / step)) <= SLACK);
  return told.filter(isWhole).length / Math.max(FEWEST_LENGTHS, told.length);
}
