import 'server-only';
import path from 'node:path';
import type { Face } from '@needlefile/core/lettering/face';
import { openFont } from '@needlefile/core/lettering/open-font';
import { catalogueFace, readFace, readLicence } from '@needlefile/faces/files';
import { fontBytes } from './fonts/fonts';
import { Refusal } from './http';

/** Faces on the server: bytes for browsers, opened faces for builds. */

// `next` runs in web/; npm puts the packages of all workspaces in the root's folder.
const MODULES = path.join(process.cwd(), '../node_modules');

const opened = new Map<string, Promise<Face | undefined>>();

/** The face ready for building with; undefined where it is not here. */
export function face(id: string): Promise<Face | undefined> {
  let known = opened.get(id);
  if (!known) {
    known = faceBytesIfHere(id).then((bytes) => {
      // Ids come from recipes: only those that are here are remembered.
      if (!bytes) opened.delete(id);
      return bytes && openFont(bytes, id);
    });
    opened.set(id, known);
    known.catch(() => opened.delete(id));
  }
  return known;
}

/** To be called when a font was taken away. */
export const forgetFace = (id: string): void => void opened.delete(id);

/** The font file's bytes; undefined where it is not here. */
export const faceBytesIfHere = async (id: string): Promise<Uint8Array | undefined> =>
  (await readFace(id, MODULES)) ?? (await fontBytes(id));

export async function faceBytes(id: string): Promise<Uint8Array> {
  const bytes = await faceBytesIfHere(id);
  if (!bytes) throw new Refusal(404, `There is no face “${id}” here.`);
  return bytes;
}

export async function faceLicence(id: string): Promise<string> {
  const known = catalogueFace(id);
  if (!known) throw new Refusal(404, `There is no face “${id}” here.`);
  return readLicence(known, MODULES);
}
