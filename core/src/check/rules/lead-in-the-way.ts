import { boundsMeet, joinBounds, type Bounds } from '../../geometry/bounds.ts';
import { edgesComeWithin } from '../../geometry/come-within.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import { beforeAndAfterLoop } from '../../geometry/loop.ts';
import { inAssembly, inJob, within } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** A way to a line or from it. */
interface Lead {
  readonly of: Contour;
  readonly way: Contour;
  readonly box: Bounds;
}

/** Leads keep clear of their own thing; of another that lies beside it they may not. */
export function leadInTheWay({ recipe, machine: { kerf, lead }, laid, operations }: JobSubject): Finding[] {
  const hasLeads = lead.radius + lead.length > 0 && laid.some(({ built }) => built.around.kerf > 0 || lead.always);
  if (!hasLeads || laid.reduce((sum, { boxes }) => sum + boxes.length, 0) < 2) return [];
  const cuts = operations.filter(({ work }) => work === 'cut').flatMap(({ contours }) => contours);
  const leads = cuts.flatMap((of): Lead[] =>
    beforeAndAfterLoop(of).map((segments) => {
      const way = { segments, closed: false };
      return { of, way, box: contourBounds(way) };
    }),
  );
  const inTheWay = leads.filter(({ of, way, box }) =>
    cuts.some(
      (cut) => cut !== of && boundsMeet(box, contourBounds(cut), kerf / 4) && edgesComeWithin([way], [cut], kerf / 4),
    ),
  );
  if (inTheWay.length === 0) return [];
  const many = inTheWay.length > 1;
  const room = 2 * (lead.radius + lead.length + kerf);
  return [
    {
      id: 'lead in the way',
      rule: 'lead in the way',
      severity: 'stop',
      title: many ? `${inTheWay.length} leads run into another thing` : 'A lead runs into another thing',
      detail: `${many ? 'They begin' : 'It begins'} or ${many ? 'end' : 'ends'} in what is cut beside.`,
      where: joinBounds(inTheWay.map(({ box }) => box)),
      mends: [
        {
          label: 'Lay them with room for the leads',
          patch: [
            ...laid.flatMap(({ id }) => within(id, inAssembly([{ path: ['place'], value: null }]))),
            ...inJob({ path: ['sheet', 'gap'], value: Math.max(recipe.sheet.gap, room) }),
          ],
        },
      ],
    },
  ];
}
