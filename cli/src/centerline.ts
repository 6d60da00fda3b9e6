import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { centerline } from '@needlefile/core/centerline/centerline';
import { contourLength } from '@needlefile/core/geometry/contour-facts';
import { areasOf, filesOf } from './areas.ts';
import { onlyFile, oneOf, parse, UsageError } from './arguments.ts';
import { keepFile, makeFolder } from './files.ts';

/**
 * `needlefile centerline`: the strokes down the middle of what a file draws.
 * @returns 1 where the file cannot be read, or draws no area
 */
export async function centerlineCommand(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    out: { type: 'string' },
    spurs: { type: 'string', default: '1' },
    ends: { type: 'string', default: 'full' },
    straight: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
  });
  const file = onlyFile(positionals, 'centerline', 'FILE');
  if (typeof values.out !== 'string') throw new UsageError('Say where the files go: --out DIR');
  const spurs = Number(values.spurs);
  if (!(spurs >= 0 && spurs <= 10)) throw new UsageError(`--spurs takes 0 to 10, and not “${String(values.spurs)}”.`);
  const ends = oneOf(String(values.ends), '--ends', ['full', 'short']);
  const name = path.basename(file).replace(/\.[a-z]+$/i, '');
  keepFile(file, values.out, name);
  const begin = performance.now();
  const region = await areasOf(file);
  if (!region) return 1;
  const traced = centerline(region, { spurs, ends, straight: values.straight === true });
  const contours = traced.map(({ contour }) => contour);
  const figures = {
    strokes: traced.filter(({ dot }) => dot === 0).length,
    dots: traced.filter(({ dot }) => dot > 0).length,
    nodes: contours.reduce((sum, { segments, closed }) => sum + segments.length + (closed ? 0 : 1), 0),
    length: Number(contours.reduce((sum, contour) => sum + contourLength(contour), 0).toFixed(3)),
    seconds: Number(((performance.now() - begin) / 1000).toFixed(3)),
  };
  const about = { title: name, description: 'Strokes down the middle of areas.', layer: 'CENTERLINE' };
  const { svg, dxf } = filesOf(about, region, contours);
  await makeFolder(values.out);
  await writeFile(path.join(values.out, `${name}.svg`), svg);
  await writeFile(path.join(values.out, `${name}.dxf`), dxf);
  console.log(
    values.json
      ? JSON.stringify(figures)
      : `${name}: ${figures.strokes} strokes and ${figures.dots} dots, ${figures.nodes} nodes, ` +
          `${figures.length} mm, ${figures.seconds} s.`,
  );
  return traced.length > 0 ? 0 : 1;
}
