import type { SourceId } from '../geometry/segment.ts';

/**
 * Where the letters of an old text are in a new one, so that what was placed by hand on a letter stays on it: within each
 * line, what begins and ends alike is the same. A line that came in or went out moves those below it.
 * @returns the new id of a letter, or the old where the letter is no longer there
 */
export function followLetters(before: string, after: string): (id: SourceId) => SourceId {
  const [old, now] = [before.split('\n'), after.split('\n')];
  const top = alikeFrom(old.length, now.length, (i) => old[i] === now[i]);
  const bottom = alikeFrom(old.length - top, now.length - top, (i) => old[old.length - 1 - i] === now[now.length - 1 - i]);
  return (id) => {
    const match = /^letter:(\d+)\.(\d+)\.(\d+)(.*)$/.exec(id);
    if (!match) return id;
    const [line, cluster] = [Number(match[1]), Number(match[2])];
    const target = line < old.length - bottom ? line : line + now.length - old.length;
    const [oldLine, newLine] = [old[line]?.trim(), now[target]?.trim()];
    if (oldLine === undefined || newLine === undefined) return id;
    return `letter:${target}.${followPlace(oldLine, newLine, cluster)}.${match[3]}${match[4]}`;
  };
}

function followPlace(before: string, after: string, place: number): number {
  const start = alikeFrom(before.length, after.length, (i) => before[i] === after[i]);
  if (place < start) return place;
  const end = alikeFrom(before.length - start, after.length - start, (i) => before[before.length - 1 - i] === after[after.length - 1 - i]);
  return place >= before.length - end ? place + after.length - before.length : place;
}

function alikeFrom(a: number, b: number, same: (i: number) => boolean): number {
  let count = 0;
  while (count < a && count < b && same(count)) count++;
  return count;
}

/** Records by letter, moved to where their letters are now; where two would meet, the one whose letter stayed goes before. */
export function followRecord<T>(record: Readonly<Record<SourceId, T>>, follow: (id: SourceId) => SourceId): Record<SourceId, T> {
  return Object.fromEntries(Object.entries(record).map(([id, value]) => [follow(id), value]));
}
