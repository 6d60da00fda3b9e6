import type { LineKind } from '../../recipe/schema.ts';
import type { Machine } from '../../shop/shop.ts';
import type { Finding, Mend } from '../finding.ts';
import { assign } from '../mends/assign.ts';
import type { JobSubject } from '../subjects.ts';

/** Edges of holes and edges that free a thing are told together where neither has an operation. */
const LOTS: readonly { readonly kinds: readonly LineKind[]; readonly name: string }[] = [
  { kinds: ['inner', 'outer'], name: 'Outlines' },
  { kinds: ['area'], name: 'Areas' },
  { kinds: ['line'], name: 'Lines' },
];

const USUAL_WORK = { inner: 'cut', outer: 'cut', area: 'engrave', line: 'score' } as const;

/** Every line and area needs an operation. */
export function unassigned({ recipe, unassigned: without, machine }: JobSubject): Finding[] {
  return LOTS.flatMap(({ kinds, name }) => {
    const own = kinds.filter((kind) => without.has(kind));
    if (own.length === 0) return [];
    const work = usualWork(own[0]!, machine);
    const mend: Mend = { label: `Assign to ${work}`, patch: assign(recipe, own, work) };
    return [
      {
        id: `unassigned:${own.join()}`,
        rule: 'unassigned',
        severity: 'stop',
        title: `${name} have no operation`,
        detail: 'They would not be in the files.',
        measure: {
          value: own.reduce((sum, kind) => sum + without.get(kind)!, 0),
          limit: 0,
          unit: 'lines',
          wants: 'at most',
        },
        where: null,
        mends: [mend],
      } satisfies Finding,
    ];
  });
}

function usualWork(kind: LineKind, { settings }: Machine) {
  const usual = USUAL_WORK[kind];
  return settings[usual] ? usual : settings.mark ? 'mark' : 'cut';
}
