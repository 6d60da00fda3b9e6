import type { Face } from '@needlefile/core/lettering/face';
import { openFont } from '@needlefile/core/lettering/open-font';

/** Faces that a thread keeps opened; those not used for long go first. */
const KEPT = 20;
const opened = new Map<string, Face>();

/** The faces of a build: those that came as bytes; others are not on the server. */
export function facesFrom(bytes: Readonly<Record<string, Uint8Array>>): ReadonlyMap<string, Face> {
  return new Map(Object.entries(bytes).map(([id, file]) => [id, openedFace(id, file)]));
}

function openedFace(id: string, bytes: Uint8Array): Face {
  const face = opened.get(id) ?? openFont(bytes, id);
  opened.delete(id);
  opened.set(id, face);
  if (opened.size > KEPT) opened.delete(opened.keys().next().value!);
  return face;
}
