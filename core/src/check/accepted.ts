import type { Accepted } from '../recipe/schema.ts';
import { isUnder } from '../shop/limits.ts';
import type { Finding } from './finding.ts';

/**
 * Findings, those that somebody accepted marked as such with why. What was accepted at a measure is not accepted where
 * it has become worse since.
 */
export function withAccepted(findings: readonly Finding[], accepted: readonly Accepted[]): Finding[] {
  if (accepted.length === 0) return [...findings];
  const byId = new Map(accepted.map((each) => [each.finding, each]));
  return findings.map((finding) => {
    const own = byId.get(finding.id);
    if (!own || isWorse(finding, own.value)) return finding;
    return { ...finding, severity: 'accepted', accepted: { reason: own.reason, by: own.by } };
  });
}

function isWorse({ measure }: Finding, value: number | null): boolean {
  if (!measure || value === null) return false;
  return measure.wants === 'at least' ? isUnder(measure.value, value) : isUnder(value, measure.value);
}
