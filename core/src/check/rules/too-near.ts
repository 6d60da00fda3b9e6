import { boundsMeet, joinBounds, type Bounds } from '../../geometry/bounds.ts';
import { boxTableOf, visitPairs } from '../../geometry/box-pairs.ts';
import { edgesComeWithin } from '../../geometry/come-within.ts';
import { inAssembly, inJob, within } from '../../recipe/patch.ts';
import { placeRegion } from '../../sheet/placement.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** Things that lie on each other by more than this are told as such, mm. */
const SLACK = -0.01;
/** Distances are told so nearly, mm. */
const NEARLY = 0.01;

/** Between two things the cuts of both must have room: else the cut of one runs into the other. */
export function tooNear({ recipe, machine: { kerf }, laid }: JobSubject): Finding[] {
  if (kerf <= NEARLY) return [];
  const copies = laid.flatMap((thing) => thing.boxes.map((box, i) => ({ thing, box, copy: thing.placements[i]! })));
  const findings = new Map<string, Finding>();
  for (const [a, b] of pairsWithin(copies, kerf)) {
    const id = `too near:${a.thing.id}+${b.thing.id}`;
    if (findings.has(id) || boundsMeet(a.box, b.box, SLACK)) continue;
    const [one, other] = [a, b].map(({ thing, copy }) => placeRegion(thing.built.drawing.outline, copy));
    if (!edgesComeWithin(one!, other!, kerf - NEARLY)) continue;
    const freed = [a.thing, b.thing].map((thing) => within(thing.id, inAssembly([{ path: ['place'], value: null }])));
    const gap = inJob({ path: ['sheet', 'gap'], value: Math.max(recipe.sheet.gap, 2 * kerf) });
    findings.set(id, {
      id,
      rule: 'too near',
      severity: 'stop',
      title:
        a.thing === b.thing
          ? `Copies of ${a.thing.name} lie nearer than the cut is wide`
          : `${a.thing.name} and ${b.thing.name} lie nearer than the cut is wide`,
      detail: 'The cut of one runs into the other.',
      where: joinBounds([a.box, b.box]),
      mends: [{ label: 'Lay them with room for the cuts', patch: [...freed.flat(), ...gap] }],
    });
  }
  return [...findings.values()];
}

/** Those whose boxes come so near each other, the first of them first. */
function pairsWithin<Boxed extends { readonly box: Bounds }>(all: readonly Boxed[], near: number): [Boxed, Boxed][] {
  const pairs: [number, number][] = [];
  visitPairs(boxTableOf(all.map(({ box }) => box)), near, (a, b) => pairs.push(a < b ? [a, b] : [b, a]));
  return pairs.sort((one, other) => one[0] - other[0] || one[1] - other[1]).map(([a, b]) => [all[a]!, all[b]!]);
}
