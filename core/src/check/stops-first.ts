import type { Finding } from './finding.ts';

/** What stops the work before what only asks for a look. */
export const stopsFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
