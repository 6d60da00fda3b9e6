import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { main } from '../cli/src/main.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-artwork-in-'));
afterAll(() => rmSync(folder, { recursive: true }));

const python = (...args: string[]) =>
  execFileSync('/usr/bin/python3', [path.join(import.meta.dirname, 'artwork_in.py'), ...args], { encoding: 'utf8' });
const json = (file: string): unknown => JSON.parse(readFileSync(path.join(folder, file), 'utf8'));

interface Truth {
  readonly file: string;
  readonly gaps: readonly number[];
  readonly overshoots: number;
  readonly doubles: number;
  readonly found: Readonly<Record<string, number>>;
  readonly certain: boolean;
}
interface Verdict {
  readonly file: string;
  readonly edges: number;
  readonly open: number;
}
interface Report {
  readonly gaps: readonly { readonly width: number; readonly mended: boolean }[];
  readonly doubles: { readonly count: number };
  readonly overshoots: readonly unknown[];
  readonly found: Readonly<Record<string, number>>;
  readonly scale: { readonly asked: boolean };
}

const sorted = (numbers: readonly number[]): number[] => [...numbers].sort((a, b) => a - b);

describe('artwork with faults', () => {
  it('comes out closed and true, every gap and double counted and everything that arrived accounted for', async () => {
    vi.spyOn(console, 'log').mockImplementation(() => undefined);
    mkdirSync(path.join(folder, 'in'));
    python('make', path.join(folder, 'in'), '11', '72');
    const truths = json('in/truth.json') as Truth[];
    const out = path.join(folder, 'out');
    for (const { file } of truths)
      expect(await main(['read', path.join(folder, 'in', file), '--out', out, '--join', '0.5']), file).toBe(0);
    const verdicts = JSON.parse(python('judge', path.join(folder, 'in'), out)) as Verdict[];
    expect(verdicts).toHaveLength(72);
    verdicts.forEach(({ file, edges, open }, i) => {
      const truth = truths[i]!;
      const report = json(`out/${file.replace(/\..*/, '')}.json`) as Report;
      expect([edges < 0.02, open], `${file}: edges are ${edges} mm apart`).toEqual([true, 0]);
      const widths = sorted(report.gaps.filter(({ mended }) => mended).map(({ width }) => width));
      expect(widths, file).toEqual(sorted(truth.gaps).map((gap) => expect.closeTo(gap, 3) as number));
      expect([report.overshoots.length, report.doubles.count], file).toEqual([truth.overshoots, truth.doubles]);
      expect(report.found, file).toEqual(truth.found);
      expect(report.scale.asked, file).toBe(!truth.certain);
    });
  }, 300_000);
});
