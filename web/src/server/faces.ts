import 'server-only';
import path from 'node:path';
import { catalogueFace, readFace, readLicence } from '@needlefile/faces/files';
import { fontBytes } from './fonts/fonts';
import { Refusal } from './refusal';

/** Faces on the server: bytes, for browsers and for builds. */

// `next` runs in web/; npm puts the packages of all workspaces in the root's folder.
const MODULES = path.join(process.cwd(), '../node_modules');

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
