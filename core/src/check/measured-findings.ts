import { inReadingOrder } from '../recipe/identity.ts';
import { MAKES } from '../makes/makes.ts';
import { growBounds, type Bounds } from '../geometry/bounds.ts';
import type { SourceId } from '../geometry/segment.ts';
import { letterName } from '../lettering/naming.ts';
import { limitReason, limitsFor, type LimitName } from '../shop/limits.ts';
import type { Finding, MeasuredRule, Mend } from './finding.ts';
import type { MeasuredSubject } from './subjects.ts';

/** Places told of one kind at most: the worst ones. */
const MOST_PLACES = 60;

/** A kind of place that falls short of its limit, and what is told of it. */
interface Measured<T> {
  readonly rule: MeasuredRule;
  readonly limit: LimitName;
  readonly found: readonly T[];
  /** Whose edges a place lies between. */
  readonly between: (each: T) => readonly SourceId[];
  /** What was measured, mm. */
  readonly value: (each: T) => number;
  readonly title: (each: T) => string;
  readonly detail?: string | undefined;
  readonly mends: readonly Mend[];
}

/** A finding a place, the worst first. */
export function measuredFindings<T extends { readonly where: Bounds }>(
  subject: MeasuredSubject,
  { rule, limit, found, between, value, title, detail, mends }: Measured<T>,
): Finding[] {
  const idOf = idsOf(rule, found, between);
  const reason = reasonOf(subject, limit);
  return [...found]
    .sort((a, b) => value(a) - value(b))
    .slice(0, MOST_PLACES)
    .map((each) => ({
      id: idOf(each),
      rule,
      severity: 'attention',
      title: title(each),
      ...(detail ? { detail } : {}),
      where: growBounds(each.where, 0.5),
      mends,
      measure: { value: value(each), limit: subject.limits[limit], unit: 'mm', wants: 'at least', reason },
    }));
}

/**
 * Ids by whose edges a place lies between, and of several such by their order from left to right and from below: the
 * same at another size and in another place.
 */
function idsOf<T extends { readonly where: Bounds }>(
  rule: MeasuredRule,
  found: readonly T[],
  between: (each: T) => readonly SourceId[],
): (each: T) => string {
  const numbers = new Map<string, number>();
  const ids = new Map<T, string>();
  const across = (a: T, b: T) => a.where.minX - b.where.minX || a.where.minY - b.where.minY;
  for (const each of [...found].sort(across)) {
    const who = [...between(each)].sort().join('+');
    const number = numbers.get(who) ?? 0;
    numbers.set(who, number + 1);
    ids.set(each, `${rule}:${who}:${number}`);
  }
  return (each) => ids.get(each)!;
}

function reasonOf({ machine, material, thing, thicknessOfSheet }: MeasuredSubject, limit: LimitName): string {
  if (MAKES[thing.make].letters === 'engraved') return `tool of the ${machine.word}`;
  return limitReason(limitsFor(machine, material)[limit], thicknessOfSheet, machine);
}

/** Whose edges they are, in words, as they are read. */
export const whose = (ids: readonly SourceId[], { letters }: MeasuredSubject): string =>
  [...new Set(inReadingOrder(ids).map((id) => letterName(id, letters)))].slice(0, 2).join(' and ');
