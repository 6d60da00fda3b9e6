import { letterName } from '../../lettering/naming.ts';
import { inAssembly } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { list } from '../wording.ts';

/** Bars drawn by hand must join two letters. */
export function lostBar({ thing, hold: { lostBars }, arrangement: { letters } }: AssemblySubject): Finding[] {
  if (lostBars.length === 0) return [];
  const lost = (letter: string, height: number) =>
    lostBars.some((each) => each.letter === letter && each.height === height);
  const bars = Object.fromEntries(
    Object.entries(thing.hold.joins.bars)
      .map(([letter, heights]) => [letter, heights.filter((height) => !lost(letter, height))] as const)
      .filter(([, heights]) => heights.length > 0),
  );
  const names = list([...new Set(lostBars.map(({ letter }) => letterName(letter, letters)))]);
  return [
    {
      id: 'lost bar',
      rule: 'lost bar',
      severity: 'attention',
      where: null,
      title:
        lostBars.length === 1
          ? 'A bar joins nothing at its height'
          : `${lostBars.length} bars join nothing at their height`,
      detail: `After ${names}: the letters touch there, or one of them does not reach so high.`,
      mends: [{ label: 'Take them out', patch: inAssembly([{ path: ['hold', 'joins', 'bars'], value: bars }]) }],
    },
  ];
}
