import { flatten, type Contour } from '../geometry/contour.ts';
import { distanceToSpan, type Point } from '../geometry/point.ts';
import { pointAt, portion, segmentLength, type Segment } from '../geometry/segment.ts';

/** Points at which a segment is looked at; where a retrace begins and ends is then found by halving. */
const LOOKS = 32;
const HALVINGS = 12;

/**
 * Strokes without what runs back over a line that they have drawn already: a pen that goes back over itself is drawn so
 * in some fonts, and would be cut or scribed twice. A stroke is parted where something was taken out of it.
 * @param near what lies within this distance of a drawn line is the same line
 * @param shortest retraces that are shorter stay: strokes cross, and meet at small angles
 */
export function withoutRetraces(strokes: readonly Contour[], near: number, shortest: number): Contour[] {
  const drawn: (readonly [Point, Point])[] = [];
  const isDrawn = (p: Point) => drawn.some(([a, b]) => distanceToSpan(p, a, b) <= near);
  const kept: Contour[] = [];
  for (const { segments } of strokes) {
    let stroke: Segment[] = [];
    const finish = () => {
      if (stroke.length > 0) kept.push({ segments: stroke, closed: false });
      stroke = [];
    };
    for (const segment of segments) {
      let from = 0;
      for (const [begin, end] of retraces(segment, isDrawn, shortest)) {
        if (begin > from) stroke.push(portion(segment, from, begin));
        finish();
        from = end;
      }
      if (from < 1) stroke.push(portion(segment, from, 1));
      const points = flatten({ segments: [segment], closed: false }, near / 4);
      for (let i = 1; i < points.length; i++) drawn.push([points[i - 1]!, points[i]!]);
    }
    finish();
  }
  return kept;
}

/** The stretches of a segment that are drawn already, by its parameter. */
function retraces(segment: Segment, isDrawn: (p: Point) => boolean, shortest: number): [number, number][] {
  const drawnAt = (t: number) => isDrawn(pointAt(segment, t));
  const edge = (inside: number, outside: number): number => {
    let [a, b] = [inside, outside];
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (a + b) / 2;
      if (drawnAt(middle)) a = middle;
      else b = middle;
    }
    return a;
  };
  const looks = Array.from({ length: LOOKS + 1 }, (_, i) => drawnAt(i / LOOKS));
  const found: [number, number][] = [];
  for (let i = 0; i <= LOOKS; i++) {
    if (!looks[i]) continue;
    const first = i;
    while (i < LOOKS && looks[i + 1]) i++;
    const begin = first === 0 ? 0 : edge(first / LOOKS, (first - 1) / LOOKS);
    const end = i === LOOKS ? 1 : edge(i / LOOKS, (i + 1) / LOOKS);
    if (end > begin && segmentLength(portion(segment, begin, end)) >= shortest) found.push([begin, end]);
  }
  return found;
}
