import { mkdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { UsageError } from './arguments.ts';

export async function makeFolder(folder: string): Promise<void> {
  await mkdir(folder, { recursive: true }).catch((error: Error) => {
    throw new UsageError(`The folder ${folder} cannot be made: ${error.message}`);
  });
}

/** What is read is never written over. @throws UsageError where the files would come to lie on it */
export function keepFile(file: string, folder: string, name: string): void {
  const isOver = ['svg', 'dxf', 'json'].some((kind) => path.resolve(folder, `${name}.${kind}`) === path.resolve(file));
  if (isOver) throw new UsageError(`${file} would be written over. Say another folder: --out DIR`);
}

export const bytesOf = (file: string): Promise<Uint8Array> =>
  readFile(file).catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(
      error.code === 'ENOENT' ? `There is no file ${file}.` : `${file} cannot be read: ${error.message}`,
    );
  });
