import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { readFontFacts } from '@needlefile/core/lettering/font-facts';
import { CATALOGUE, type CatalogueFace } from './catalogue.ts';

/** Reading the shipped faces from disk: for the server, the command line and tests. */

export const catalogueFace = (id: string): CatalogueFace | undefined => CATALOGUE.find((face) => face.id === id);

/**
 * The font file's bytes; undefined where no such face is shipped.
 * @param modules the node_modules folder that npm put the faces' packages in
 */
export async function readFace(id: string, modules: string): Promise<Uint8Array | undefined> {
  const face = catalogueFace(id);
  return face && readFile(path.join(modules, face.package, face.file));
}

/** The licence text that comes with the face; a stroke font says it in its own file, and others name it there. */
export async function readLicence(face: CatalogueFace, modules: string): Promise<string> {
  const bytes = await readFile(path.join(modules, face.package, face.licenceFile));
  if (face.licenceFile.endsWith('.ttf')) {
    const { licence, licenceUrl } = readFontFacts(new Uint8Array(bytes));
    return `${licence}\n${licenceUrl}\n`;
  }
  const text = bytes.toString('utf8');
  return /<metadata>([\s\S]*?)<\/metadata>/.exec(text)?.[1]?.trim() ?? text;
}
