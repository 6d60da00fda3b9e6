import type { Finding } from '@needlefile/core/check/finding';

/** Findings as lines of text: severity, what, measured against limit, where, and how to mend it in the recipe. */
export function findingLines(findings: readonly Finding[]): string[] {
  return findings.flatMap(({ severity, title, detail, measure, where, on, mends, accepted }) => {
    const value = measure
      ? `  ${number(measure.value)} ${measure.unit}, wants ${measure.wants} ` +
        `${number(measure.limit)}${measure.reason ? ` (${measure.reason})` : ''}`
      : '';
    const at = where
      ? `  at ${number(where.minX)},${number(where.minY)} to ${number(where.maxX)},${number(where.maxY)} mm`
      : '';
    const lines = [`${TOLD[severity]}  ${title}${on ? `, on ${on}` : ''}.${value}${at}`];
    if (detail) lines.push(`      ${detail}`);
    if (accepted) lines.push(`      ${accepted.by ? `${accepted.by}: ` : ''}${accepted.reason}`);
    const stepText = ({ assembly, item, path, value }: (typeof mends)[number]['patch'][number]) =>
      `${[assembly, item]
        .filter((id) => id !== undefined)
        .map((id) => `${id}/`)
        .join('')}${path.join('.')} = ` + JSON.stringify(value);
    for (const { label, patch } of mends) lines.push(`      mend: ${label}: ${patch.map(stepText).join(', ')}`);
    return lines;
  });
}

/** How findings begin, each as long as the others. */
const TOLD: Record<Finding['severity'], string> = { stop: 'STOP', attention: 'look', accepted: 'ok  ' };

const number = (value: number): string => String(Number(value.toFixed(2)));
