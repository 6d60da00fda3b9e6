import { mkdir, readFile } from 'node:fs/promises';
import { UsageError } from './arguments.ts';

export async function makeFolder(folder: string): Promise<void> {
  await mkdir(folder, { recursive: true }).catch((error: Error) => {
    throw new UsageError(`The folder ${folder} cannot be made: ${error.message}`);
  });
}

export const bytesOf = (file: string): Promise<Uint8Array> =>
  readFile(file).catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(
      error.code === 'ENOENT' ? `There is no file ${file}.` : `${file} cannot be read: ${error.message}`,
    );
  });
