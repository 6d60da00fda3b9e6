import { boundsMeet, joinBounds } from '../../geometry/bounds.ts';
import { inAssembly, within } from '../../recipe/patch.ts';
import { liesInOpening } from '../../sheet/in-openings.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** Things that touch by less than this are beside each other, mm. */
const SLACK = -0.01;

/** Things must not lie on each other; one may lie in an opening of another. */
export function overlap({ laid }: JobSubject): Finding[] {
  const boxes = laid.flatMap((thing) =>
    thing.boxes.map((box, i) => {
      const { arrangement, drawing } = thing.built;
      return { thing, box, object: arrangement.object, outline: drawing.outline, placement: thing.placements[i]! };
    }),
  );
  const findings = new Map<string, Finding>();
  boxes.forEach((a, i) => {
    for (let j = i + 1; j < boxes.length; j++) {
      const b = boxes[j]!;
      if (!boundsMeet(a.box, b.box, SLACK) || liesInOpening(a, b) || liesInOpening(b, a)) continue;
      const id = `overlap:${a.thing.id}+${b.thing.id}`;
      const freed = [a.thing, b.thing].map((thing) => within(thing.id, inAssembly([{ path: ['place'], value: null }])));
      findings.set(id, {
        id,
        rule: 'overlap',
        severity: 'stop',
        title: `${a.thing.name} and ${b.thing.name} lie on each other`,
        where: joinBounds([a.box, b.box]),
        mends: [{ label: 'Lay them beside each other', patch: freed.flat() }],
      });
    }
  });
  return [...findings.values()];
}
