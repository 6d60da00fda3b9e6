import type { Face } from '@needlefile/core/lettering/face';
import { openFont } from '@needlefile/core/lettering/open-font';

/** Faces that a thread keeps opened; those not used for long go first. */
const KEPT = 20;
const opened = new Map<string, Face>();

/** The faces of a build: the one that came as bytes, or none where it is not on the server. */
export function facesFrom(id: string, bytes: Uint8Array | undefined): ReadonlyMap<string, Face> {
  if (!bytes) return new Map();
  const face = opened.get(id) ?? openFont(bytes, id);
  opened.delete(id);
  opened.set(id, face);
  if (opened.size > KEPT) opened.delete(opened.keys().next().value!);
  return new Map([[id, face]]);
}
