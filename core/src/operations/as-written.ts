import { endOf, startOf, type Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourLength, reverseContour } from '../geometry/contour-facts.ts';
import { startedAt } from '../geometry/started-at.ts';
import { itemOf, numbersOf } from '../recipe/identity.ts';

/**
 * A stroke is level where it goes so many times further across than up or down, and straight where it goes no further
 * than so many times its ends are apart.
 */
const [LEVEL, STRAIGHT] = [2, 1.1];
/** A dot is no longer than this, mm, or than this share of the longest stroke of its letter. */
const [DOT, DOT_SHARE] = [0.3, 0.12];

/**
 * Lines one after the other as a hand writes them: item by item, letter by letter; in a letter first what goes down and
 * round, from the left, then bars, then dots. A stroke goes from the left, or down where it goes further down than
 * across; one that comes home begins at its highest node and goes counter-clockwise. What is of no letter comes last,
 * as it was.
 */
export function asWritten(contours: readonly Contour[]): Contour[] {
  const turned = contours.map(turnedAsWritten);
  const letters = new Map<string, Contour[]>();
  const others: Contour[] = [];
  for (const contour of turned) {
    const key = letterOf(contour);
    if (key === null) others.push(contour);
    else letters.set(key, [...(letters.get(key) ?? []), contour]);
  }
  const items = [...new Set([...letters.keys()].map(itemOfKey))];
  const inOrder = [...letters].sort(([a], [b]) =>
    compared([items.indexOf(itemOfKey(a)), ...readingNumbers(a)], [items.indexOf(itemOfKey(b)), ...readingNumbers(b)]),
  );
  return [...inOrder.flatMap(([, strokes]) => strokesAsWritten(strokes)), ...others];
}

const itemOfKey = (letter: string): string => itemOf(letter) ?? '';

function readingNumbers(letter: string): number[] {
  const { line, cluster, index } = numbersOf(letter)!;
  return [line, cluster, index];
}

/** The letter that a stroke begins in; null where it is of none. */
function letterOf({ segments }: Contour): string | null {
  const source = segments[0]?.source ?? '';
  return numbersOf(source) ? source : null;
}

function turnedAsWritten(contour: Contour): Contour {
  if (contour.closed) return fromItsTop(contourArea(contour) < 0 ? reverseContour(contour) : contour);
  const [from, to] = [startOf(contour), endOf(contour)];
  const [across, up] = [to.x - from.x, to.y - from.y];
  const isAsWritten = Math.abs(up) > Math.abs(across) ? up <= 0 : across >= 0;
  return isAsWritten ? contour : reverseContour(contour);
}

function fromItsTop(contour: Contour): Contour {
  let [top, node] = [-Infinity, 0];
  contour.segments.forEach(({ from }, i) => {
    if (from.y > top + 1e-9) [top, node] = [from.y, i];
  });
  return startedAt(contour, node);
}

function strokesAsWritten(strokes: readonly Contour[]): Contour[] {
  const longest = strokes.reduce((most, stroke) => Math.max(most, contourLength(stroke)), 0);
  const told = strokes.map((stroke) => {
    const { minX, maxY } = contourBounds(stroke);
    return { stroke, key: [turnOf(stroke, longest), minX, -maxY] };
  });
  return told.sort((a, b) => compared(a.key, b.key)).map(({ stroke }) => stroke);
}

/** 0: strokes that go down and round, 1: bars, 2: dots. */
function turnOf(stroke: Contour, longest: number): number {
  const length = contourLength(stroke);
  if (longest > length && length <= Math.max(DOT, DOT_SHARE * longest)) return 2;
  const [from, to] = [startOf(stroke), endOf(stroke)];
  const isStraight = length <= STRAIGHT * Math.hypot(to.x - from.x, to.y - from.y);
  return isStraight && Math.abs(to.x - from.x) >= LEVEL * Math.abs(to.y - from.y) ? 1 : 0;
}

function compared(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at < 0 ? 0 : a[at]! - b[at]!;
}
