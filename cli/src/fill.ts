import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Fill, FillStroke } from '@needlefile/core/fills/fill';
import { flatten } from '@needlefile/core/geometry/contour';
import { contourBounds, contourLength } from '@needlefile/core/geometry/contour-facts';
import { depthsOf } from '@needlefile/core/geometry/depths';
import { areasOf, filesOf } from './areas.ts';
import { oneOf, onlyFile, parse, UsageError } from './arguments.ts';
import { FILL_KINDS, FILL_OPTIONS } from './fill-kinds.ts';
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
    ...FILL_OPTIONS,
    json: { type: 'boolean', default: false },
  });
  const file = onlyFile(positionals, 'fill', 'FILE');
  if (typeof values.out !== 'string') throw new UsageError('Say where the files go: --out DIR');
  const fillAreas = FILL_KINDS[oneOf(String(values.kind), '--kind', Object.keys(FILL_KINDS))]!(values);
  const begin = performance.now();
  const name = path.basename(file).replace(/\.[a-z]+$/i, '');
  keepFile(file, values.out, name);
  const region = await areasOf(file);
  if (!region) return 1;
  const fill = fillAreas(region);
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

/** Coordinates are those of the file: mm, y down as in an SVG, z up from the face of the material. */
const FRAME = { unit: 'mm', y: 'down', z: 'up' };

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

const strokesTold = ({ strokes }: Fill) => strokes.map(strokeTold);

function strokeTold({ kind, contour }: FillStroke) {
  const { closed, segments } = contour;
  const depths = depthsOf(contour);
  if (kind === 'dot') {
    const { minX, minY, maxX, maxY } = contourBounds(contour);
    return { kind, diameter: told(maxX - minX), points: [[told((minX + maxX) / 2), told(-(minY + maxY) / 2)]] };
  }
  if (depths) {
    const nodes = [segments[0]!.from, ...segments.map(({ to }) => to)];
    return { kind, closed, points: nodes.map(({ x, y }, i) => [told(x), told(-y), told(-depths[i]!)]) };
  }
  const points = flatten(contour, TOLERANCE).map(({ x, y }) => [told(x), told(-y)]);
  return { kind, closed, points: closed ? [...points, points[0]!] : points };
}

const told = (mm: number): number => Number(mm.toFixed(4)) + 0;
