import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { hatch, type HatchPlan } from '@needlefile/core/fills/hatch';
import type { Fill } from '@needlefile/core/fills/fill';
import { flatten } from '@needlefile/core/geometry/contour';
import { contourLength } from '@needlefile/core/geometry/contour-facts';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { areasOf, filesOf } from './areas.ts';
import { lengthOf, oneOf, onlyFile, parse, UsageError } from './arguments.ts';
import { keepFile, makeFolder } from './files.ts';

/** Curves are told by points so near to them, mm. */
const TOLERANCE = 0.002;

/**
 * `needlefile fill`: the areas of a file, filled with strokes of a tool.
 * @returns 1 where the file cannot be read, or there is nothing in it that the tool reaches
 */
export async function fillCommand(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    out: { type: 'string' },
    kind: { type: 'string', default: 'hatch' },
    width: { type: 'string' },
    spacing: { type: 'string' },
    angle: { type: 'string', default: '0' },
    inset: { type: 'string', default: '0' },
    cross: { type: 'boolean', default: false },
    outline: { type: 'string', default: 'after' },
    joins: { type: 'string', default: 'any' },
    json: { type: 'boolean', default: false },
  });
  const file = onlyFile(positionals, 'fill', 'FILE');
  if (typeof values.out !== 'string') throw new UsageError('Say where the files go: --out DIR');
  oneOf(String(values.kind), '--kind', ['hatch']);
  const plan = hatchPlanOf(values);
  const begin = performance.now();
  const name = path.basename(file).replace(/\.[a-z]+$/i, '');
  keepFile(file, values.out, name);
  const region = await areasOf(file);
  if (!region) return 1;
  const fill = hatch(region, plan);
  const figures = figuresOf(fill, (performance.now() - begin) / 1000);
  await makeFolder(values.out);
  const out = path.join(values.out, name);
  const told = JSON.stringify({ frame: FRAME, strokes: strokesTold(fill), figures });
  await writeFile(`${out}.json`, `${told}\n`);
  const about = { title: name, description: 'Areas filled with strokes.', layer: 'FILL' };
  const { svg, dxf } = filesOf(
    about,
    region,
    fill.strokes.map(({ contour }) => contour),
  );
  await writeFile(`${out}.svg`, svg);
  await writeFile(`${out}.dxf`, dxf);
  const { reachedShare, length, strokes, seconds } = figures;
  console.log(
    values.json
      ? JSON.stringify(figures)
      : `${name}: ${(100 * reachedShare).toFixed(1)} % reached, ` +
          `${length} mm of line in ${strokes} strokes, ${seconds} s.`,
  );
  return fill.strokes.length > 0 ? 0 : 1;
}

/** Coordinates are those of the file: mm, y down as in an SVG. */
const FRAME = { unit: 'mm', y: 'down' };

function hatchPlanOf(values: Readonly<Record<string, unknown>>): HatchPlan {
  const width = lengthOf(String(values.width ?? '0.3'), '--width', LIMITS.fillWidth);
  const angle = Number(values.angle);
  if (!Number.isFinite(angle)) throw new UsageError(`--angle takes degrees, and not “${String(values.angle)}”.`);
  return {
    width,
    spacing:
      values.spacing === undefined ? 0.8 * width : lengthOf(String(values.spacing), '--spacing', LIMITS.fillWidth),
    angle,
    cross: values.cross === true,
    outline: oneOf(String(values.outline), '--outline', ['none', 'before', 'after']),
    inset: lengthOf(String(values.inset), '--inset', LIMITS.fillInset),
    joins: oneOf(String(values.joins), '--joins', ['edge', 'any']),
  };
}

function figuresOf({ strokes, area, reached: reachedArea }: Fill, seconds: number) {
  const reached = reachedArea();
  const rounded = (mm: number) => Number(mm.toFixed(3));
  return {
    area: rounded(area),
    reached: rounded(reached),
    reachedShare: area > 0 ? Number((reached / area).toFixed(4)) : 0,
    length: rounded(strokes.reduce((sum, { contour }) => sum + contourLength(contour), 0)),
    strokes: strokes.length,
    seconds: rounded(seconds),
  };
}

const strokesTold = ({ strokes }: Fill) =>
  strokes.map(({ kind, contour }) => {
    const points = flatten(contour, TOLERANCE).map(({ x, y }) => [told(x), told(-y)]);
    return { kind, closed: contour.closed, points: contour.closed ? [...points, points[0]!] : points };
  });

const told = (mm: number): number => Number(mm.toFixed(4)) + 0;
