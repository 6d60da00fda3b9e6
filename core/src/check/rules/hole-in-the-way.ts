import { cornerHoles } from '../../construct/plate.ts';
import { boundsContain, boundsMeet, boundsOfPoints, growBounds, joinBounds } from '../../geometry/bounds.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

/** Corner holes must keep clear of the words and of the edge. */
export function holeInTheWay({ thing, arrangement: { plate, letters } }: AssemblySubject): Finding[] {
  const { holes } = thing.plate;
  if (!plate || letters.length === 0 || !holes) return [];
  const boxes = cornerHoles(plate, holes.inset).map((centre) =>
    growBounds(boundsOfPoints([centre]), holes.diameter / 2),
  );
  const hit = boxes.filter(
    (hole) => !boundsContain(plate, hole) || letters.some(({ bounds }) => boundsMeet(bounds, hole)),
  );
  if (hit.length === 0) return [];
  return [
    {
      id: 'hole in the way',
      rule: 'hole in the way',
      severity: 'attention',
      title: 'A corner hole meets the words or the edge',
      place: joinBounds(hit),
      mends: [{ label: 'Leave the holes out', patch: inAssembly([{ path: ['plate', 'holes'], value: null }]) }],
    },
  ];
}
