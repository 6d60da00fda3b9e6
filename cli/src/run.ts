import path from 'node:path';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';
import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';
import { readDxf } from '@needlefile/core/formats/dxf/dxf-reader';
import { UnreadableFile, type ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { readSvg } from '@needlefile/core/formats/svg/svg-reader';
import { drawingOfArtwork } from '@needlefile/core/machine/drawing-of-artwork';
import { runFile, type Run } from '@needlefile/core/machine/run-file';
import { formatTime } from '@needlefile/core/units/quantity';
import { onlyFile, oneOf, parse } from './arguments.ts';
import { bytesOf } from './files.ts';
import { SHOP_OPTION, shopFrom } from './shop-file.ts';

/**
 * `needlefile run`: what a machine of the shop does with a file.
 * @returns 1 where the file cannot be read, or has nothing that the machine's output map knows
 */
export async function runCommand(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    ...SHOP_OPTION,
    machine: { type: 'string' },
    map: { type: 'string' },
    json: { type: 'boolean', default: false },
  });
  const file = onlyFile(positionals, 'run', 'FILE');
  const { machines } = await shopFrom(values.shop);
  const ids = machines.map(({ id }) => id);
  const machineOf = (id: string, option: string) => machines.find((each) => each.id === oneOf(id, option, ids))!;
  const machine = machineOf(String(values.machine ?? ids[0]), '--machine');
  const { output } = values.map === undefined ? machine : machineOf(String(values.map), '--map');
  let drawing: ReadDrawing;
  try {
    drawing = await drawingIn(await bytesOf(file));
  } catch (error) {
    if (!(error instanceof UnreadableFile || error instanceof UnreadableArtwork)) throw error;
    console.error(`needlefile: ${file}: ${error.message}`);
    return 1;
  }
  const run = runFile(drawing, { ...machine, output });
  console.log(
    values.json
      ? JSON.stringify({ machine: machine.id, ...run, unread: drawing.unread })
      : linesOf(file, run).join('\n'),
  );
  return run.operations.length > 0 ? 0 : 1;
}

/** What a file draws: of our own kind as it was written, of any other kind as artwork is read. */
async function drawingIn(bytes: Uint8Array): Promise<ReadDrawing> {
  const text = new TextDecoder().decode(bytes);
  const isSvg = text.trimStart().startsWith('<');
  if (!isSvg && !text.slice(0, 1000).includes('SECTION')) return drawingOfArtwork(await readArtwork(bytes));
  const own = isSvg ? readSvg(text) : readDxf(text);
  return Object.keys(own.unread).length === 0 ? own : drawingOfArtwork(await readArtwork(bytes));
}

function linesOf(file: string, run: Run): string[] {
  const metres = (mm: number): string => `${(mm / 1000).toFixed(2)} m`;
  const operations = run.operations.map(
    ({ layer, work, swept, lines, length, travel, passes, seconds }) =>
      `  ${layer} (${work}${swept ? ', swept' : ''}): ${lines} lines, ${metres(length)}, ` +
      `${metres(travel)} of travel${passes > 1 ? `, ${passes} passes` : ''}, ${formatTime(seconds)}`,
  );
  const told = (count: number, what: string): string[] => (count > 0 ? [`  ${count} ${what}`] : []);
  return [
    `${path.basename(file)}: ${formatTime(run.seconds)} (${run.seconds.toFixed(1)} s)`,
    ...operations,
    ...told(run.falls.length, 'pieces come free'),
    ...told(run.twice.length, 'lines lie on others, and are worked twice'),
    ...told(run.onFree.length, 'lines are worked on what is free already'),
    ...run.unknown.map((layer) => `  “${layer}” is no layer of the output map: left out`),
  ];
}
