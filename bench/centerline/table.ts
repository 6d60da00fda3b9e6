/** Strokes that are known, thickened and traced: ours beside skeletons of pixels by scikit-image, in the same run. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { centerline } from '../../core/src/centerline/centerline.ts';
import { fitStroke } from '../../core/src/centerline/fit-stroke.ts';
import { flatten, nodeCount, type Contour, type Region } from '../../core/src/geometry/contour.ts';
import { firstSet, freshLetters, freshSet, wallLetters, type FaceCase, type KnownCase } from './cases.ts';
import { faultsOf } from './letters.ts';
import { FAULTS, scored, type Score } from './score.ts';

/** Pixels a mm of the skeletons: about 60 across a stroke. */
const PIXELS = 10;

interface Timed {
  readonly strokes: readonly Contour[];
  readonly ms: number;
}

function ours(region: Region): Timed {
  const begin = performance.now();
  const strokes = centerline(region).map(({ contour }) => contour);
  return { strokes, ms: performance.now() - begin };
}

/** Of each area the strokes by each of scikit-image's ways. */
function byPixels(regions: readonly Region[]): Map<string, Timed[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-bench-'));
  try {
    const areas = path.join(folder, 'areas.json');
    const rings = (region: Region) => region.map((ring) => flatten(ring, 0.01).map(({ x, y }) => [x, y]));
    writeFileSync(areas, JSON.stringify(regions.map(rings)));
    const script = path.join(import.meta.dirname, 'skeletons.py');
    const said = execFileSync('/usr/bin/python3', [script, areas, String(PIXELS)], {
      maxBuffer: 1e9,
      encoding: 'utf8',
    });
    const found = JSON.parse(said) as Record<string, { strokes: [number, number][][]; ms: number }[]>;
    // Fitted as ours are, within a pixel: ways of pixels by themselves are all corners.
    const strokeOf = (points: [number, number][]): Contour => ({
      closed: false,
      segments: fitStroke(
        points.map(([x, y]) => ({ x, y })),
        1 / PIXELS,
        false,
      ),
    });
    return new Map(
      Object.entries(found).map(([name, all]) => [
        name,
        all.map(({ strokes, ms }) => ({ strokes: strokes.filter((way) => way.length > 1).map(strokeOf), ms })),
      ]),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}

const sorted = (values: readonly number[]): number[] => [...values].sort((a, b) => a - b);
const median = (values: readonly number[]): number => sorted(values)[values.length >> 1]!;
const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / values.length;

function tell(name: string, cases: readonly KnownCase[], traced: readonly Timed[]): void {
  const scores = cases.map(({ known, width }, i) => scored(traced[i]!.strokes, known, width));
  const all = (of: (score: Score) => number): number[] => scores.map(of);
  const times = traced.map(({ ms }) => ms);
  const counts = FAULTS.map((fault) => `${fault} ${all((score) => score[fault]).reduce((sum, n) => sum + n, 0)}`);
  const covered = all(({ coverage }) => coverage);
  console.log(
    `${name.padEnd(12)} without fault ${scores.filter(({ isFaultless }) => isFaultless).length} of ${cases.length}, ` +
      `covered ${mean(covered).toFixed(4)} (worst ${Math.min(...covered).toFixed(3)}), ` +
      `off ${median(all(({ off }) => off)).toFixed(4)} w (worst ${Math.max(...all((s) => s.off)).toFixed(3)}), ` +
      `nodes per 10 w ${median(all(({ nodesPer10 }) => nodesPer10)).toFixed(1)}, ` +
      `${median(times).toFixed(0)} ms (worst ${Math.max(...times).toFixed(0)})\n${''.padEnd(12)} ${counts.join(', ')}`,
  );
}

function tellFaces(name: string, cases: readonly FaceCase[]): void {
  const traced = cases.map(({ region }) => ours(region));
  const nodes = traced
    .flatMap(({ strokes }) => strokes)
    .reduce((sum, stroke) => sum + nodeCount(stroke) + (stroke.closed ? 0 : 1), 0);
  const faults = traced.map(({ strokes }, i) => faultsOf(cases[i]!, strokes));
  const times = traced.map(({ ms }) => ms);
  console.log(
    `${name}: without fault ${faults.filter(({ length }) => length === 0).length} of ${cases.length}, ` +
      `${(nodes / cases.length).toFixed(1)} nodes a letter, ` +
      `${median(times).toFixed(0)} ms (worst ${Math.max(...times).toFixed(0)})`,
  );
  faults.forEach((own, i) => {
    if (own.length > 0) console.log(`  ${cases[i]!.letter} of ${cases[i]!.face}: ${own.join(', ')}`);
  });
}

// The first letters are slow in any run: what is told is what a worker needs that has traced some.
for (const { region } of firstSet()) centerline(region);
for (const [name, cases] of [
  ['first set', firstSet()],
  ['fresh set', freshSet()],
] as const) {
  console.log(`\nStrokes thickened and traced, ${name}`);
  const regions = cases.map(({ region }) => region);
  tell('ours', cases, regions.map(ours));
  for (const [method, traced] of byPixels(regions)) tell(method, cases, traced);
}
console.log('\nLetters of faces');
tellFaces('the wall', wallLetters());
tellFaces('others', freshLetters());
