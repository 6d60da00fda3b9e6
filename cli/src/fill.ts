import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { artworkForm, PLAIN_PLAN } from '@needlefile/core/artwork/form';
import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';
import type { FileReading } from '@needlefile/core/artwork/drawn';
import { hatch, type HatchPlan } from '@needlefile/core/fills/hatch';
import type { Fill } from '@needlefile/core/fills/fill';
import { writeDxf } from '@needlefile/core/formats/dxf/dxf-writer';
import { writeSvg } from '@needlefile/core/formats/svg/svg-writer';
import type { SheetDrawing } from '@needlefile/core/formats/sheet-drawing';
import { joinBounds } from '@needlefile/core/geometry/bounds';
import { flatten, placeContour, type Region } from '@needlefile/core/geometry/contour';
import { contourBounds, contourLength } from '@needlefile/core/geometry/contour-facts';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { readAnyArtwork } from './artwork-file.ts';
import { lengthOf, oneOf, onlyFile, parse, UsageError } from './arguments.ts';
import { bytesOf, keepFile, makeFolder } from './files.ts';
import { layerColours } from './layer-colours.ts';

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
  let reading: FileReading;
  try {
    reading = await readAnyArtwork(await bytesOf(file));
  } catch (error) {
    if (!(error instanceof UnreadableArtwork)) throw error;
    console.error(`needlefile: ${file}: ${error.message}`);
    return 1;
  }
  const region = areasOf(reading);
  const fill = hatch(region, plan);
  const figures = figuresOf(fill, (performance.now() - begin) / 1000);
  await makeFolder(values.out);
  const out = path.join(values.out, name);
  const told = JSON.stringify({ frame: FRAME, strokes: strokesTold(fill), figures });
  await writeFile(`${out}.json`, `${told}\n`);
  const drawing = drawingOf(name, region, fill);
  await writeFile(`${out}.svg`, writeSvg(drawing));
  await writeFile(`${out}.dxf`, writeDxf(drawing));
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

const areasOf = (reading: FileReading): Region =>
  // A file of no unit is in millimetres.
  artworkForm(reading, { ...PLAIN_PLAN, mmPerUnit: reading.scale.certain ? null : 1 }).areas;

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

/** Strokes where the file has its areas: a drawing runs up from its lower edge. */
function drawingOf(title: string, region: Region, fill: Fill): SheetDrawing {
  const box = joinBounds(region.map(contourBounds));
  const [width, height] = region.length > 0 ? [Math.max(1, box.maxX), Math.max(1, -box.minY)] : [1, 1];
  const contours = fill.strokes.map(({ contour }) => placeContour(contour, 1, 0, height));
  const layers =
    contours.length > 0 ? [{ name: 'FILL', operation: 'fill', ...layerColours(0), fill: false, contours }] : [];
  return { title, description: 'Areas filled with strokes.', width, height, layers };
}
