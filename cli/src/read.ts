import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { FileReading } from '@needlefile/core/artwork/drawn';
import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';
import { writeDxf } from '@needlefile/core/formats/dxf/dxf-writer';
import { writeSvg } from '@needlefile/core/formats/svg/svg-writer';
import { readAnyArtwork } from './artwork-file.ts';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { lengthOf, onlyFile, oneOf, parse, positive, UsageError } from './arguments.ts';
import { bytesOf, keepFile, makeFolder } from './files.ts';
import { readingOf } from './reading-report.ts';
import { readingLines } from './reading-lines.ts';

/** How far fitted outlines lie off where nothing is said, mm: a tenth of what a machine shows. */
const USUAL_FIT = 0.02;

/** Nodes are fitted anew where that is asked for, or how far they may lie off. */
function refitOf(simplify: unknown, nodes: 'keep' | 'fit'): number | null {
  if (typeof simplify === 'string') return lengthOf(simplify, '--simplify', LIMITS.refit);
  return nodes === 'fit' ? USUAL_FIT : null;
}

/**
 * `needlefile read`: a file of artwork in millimetres, with what closes closed, and an account of all that arrived.
 * @returns 1 where it cannot be read, or draws nothing
 */
export async function readCommand(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    out: { type: 'string' },
    scale: { type: 'string' },
    join: { type: 'string', default: '0.1' },
    doubled: { type: 'string', default: '0.005' },
    simplify: { type: 'string' },
    strokes: { type: 'string', default: 'ask' },
    nodes: { type: 'string', default: 'keep' },
    beside: { type: 'string', default: 'leave' },
    json: { type: 'boolean', default: false },
  });
  const file = onlyFile(positionals, 'read', 'FILE');
  if (typeof values.out !== 'string') throw new UsageError('Say where the files go: --out DIR');
  const options = {
    mmPerUnit: values.scale === undefined ? null : positive(String(values.scale), '--scale'),
    join: lengthOf(String(values.join), '--join', LIMITS.join),
    doubled: lengthOf(String(values.doubled), '--doubled', LIMITS.doubled),
    refit: refitOf(values.simplify, oneOf(String(values.nodes), '--nodes', ['keep', 'fit'])),
    strokes: oneOf(String(values.strokes), '--strokes', ['line', 'area', 'ask']),
    besidePage: oneOf(String(values.beside), '--beside', ['leave', 'take']) === 'take',
  };
  const begin = performance.now();
  const bytes = await bytesOf(file);
  const name = path.basename(file).replace(/\.[a-z]+$/i, '');
  keepFile(file, values.out, name);
  await makeFolder(values.out);
  const reportFile = path.join(values.out, `${name}.json`);
  let reading: FileReading;
  try {
    reading = await readAnyArtwork(bytes);
  } catch (error) {
    if (!(error instanceof UnreadableArtwork)) throw error;
    await writeFile(reportFile, `${JSON.stringify({ error: error.message }, null, 2)}\n`);
    console.error(`needlefile: ${file}: ${error.message}`);
    return 1;
  }
  const { drawing, report } = readingOf(name, reading, options);
  const isDrawn = drawing.layers.length > 0;
  if (isDrawn) {
    await writeFile(path.join(values.out, `${name}.svg`), writeSvg(drawing));
    await writeFile(path.join(values.out, `${name}.dxf`), writeDxf(drawing));
  }
  const told = { ...report, seconds: Number(((performance.now() - begin) / 1000).toFixed(3)) };
  const text = JSON.stringify(told, null, 2);
  await writeFile(reportFile, `${text}\n`);
  if (report.error !== null) console.error(`needlefile: ${file}: ${report.error}`);
  console.log(values.json ? text : readingLines(told).join('\n'));
  return isDrawn ? 0 : 1;
}
