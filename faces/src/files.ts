import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import { CATALOGUE, type CatalogueFace } from './catalogue.ts';

/** Reading the shipped faces from disk: for the server, the command line and tests. */

const require = createRequire(import.meta.url);

export const catalogueFace = (id: string): CatalogueFace | undefined => CATALOGUE.find((face) => face.id === id);

/** The font file's bytes; undefined where no such face is shipped. */
export async function readFace(id: string): Promise<Uint8Array | undefined> {
  const face = catalogueFace(id);
  return face && readFile(path.join(folderOf(face), face.file));
}

/** The licence text that comes with the face. */
export const readLicence = (face: CatalogueFace): Promise<string> => readFile(path.join(folderOf(face), 'LICENSE_FONT'), 'utf8');

const folderOf = (face: CatalogueFace): string => path.dirname(require.resolve(`${face.package}/package.json`));
