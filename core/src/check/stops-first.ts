import type { Finding, Severity } from './finding.ts';

const RANK: Record<Severity, number> = { stop: 0, attention: 1, accepted: 2 };

/** What stops the work before what only asks for a look, and what is accepted last. */
export const stopsFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => RANK[a.severity] - RANK[b.severity]);
