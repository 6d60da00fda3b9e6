import { boundsMeet, joinBounds } from '../../geometry/bounds.ts';
import { endOf, flatten, startOf, type Contour } from '../../geometry/contour.ts';
import { contourBounds, contourLength } from '../../geometry/contour-facts.ts';
import { distanceToSpan } from '../../geometry/point.ts';
import { mostlyOf } from '../../operations/lines.ts';
import type { Finding } from '../finding.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { letteringOf, type AssemblySubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/**
 * A followed stroke shorter than its tool is wide comes out as a dot: it is a scrap, or the tool is too wide for it.
 * Rows of fills are not looked at, since those that are short fill a tip, nor what stands by itself: that is a dot.
 */
export const shortStroke = ({ lines, items, around: { operations, machine } }: AssemblySubject): Finding[] =>
  lines.flatMap(({ operation, kinds, isFilled, contours }): Finding[] => {
    const plan = operations.find(({ id }) => id === operation);
    if (!plan || plan.work === 'cut' || isFilled || !kinds.includes('line')) return [];
    const short = contours.filter(
      (stroke) => !stroke.closed && contourLength(stroke) < machine.kerf && hangsOn(stroke, contours),
    );
    if (short.length === 0) return [];
    const many = short.length > 1;
    const lengths = short.map(contourLength);
    const owners = new Set(short.map(mostlyOf));
    return [
      {
        id: `short stroke:${plan.id}`,
        rule: 'short stroke',
        severity: 'attention',
        where: joinBounds(short.map(contourBounds)),
        title: `${many ? `${short.length} strokes are` : 'A stroke is'} shorter than the tool is wide`,
        detail:
          `The ${machine.word} leaves ${tidy(machine.kerf, 2)} mm: ${many ? 'each' : 'it'} comes out as a dot. ` +
          'Use a finer tool, make it larger, or leave such strokes out.',
        measure: {
          value: tidy(Math.min(...lengths), 3),
          limit: machine.kerf,
          unit: 'mm',
          wants: 'at least',
        },
        mends: largeEnough(letteringOf(items.filter(({ item }) => owners.has(item.id))), lengths, machine.kerf),
      },
    ];
  });

/** Ends so near to another stroke are on it, mm. */
const ON = 0.05;

/** Whether one of a stroke's ends is on another stroke. */
function hangsOn(stroke: Contour, all: readonly Contour[]): boolean {
  const ends = [startOf(stroke), endOf(stroke)];
  return all.some((other) => {
    if (other === stroke || !boundsMeet(contourBounds(other), contourBounds(stroke), ON)) return false;
    const points = flatten(other, ON / 5);
    return ends.some((end) => points.some((to, i) => i > 0 && distanceToSpan(end, points[i - 1]!, to) < ON));
  });
}
