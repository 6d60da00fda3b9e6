import type { Format } from '@needlefile/core/job/files';
import type { ReleaseRow } from '@/api/job-types';
import type { ReleasedFiles } from '@/worker/engine';

const isOf =
  (format: Format) =>
  (file: ReleaseRow['files'][number]): boolean =>
    file.format === format;

/** Of these two what can be compared: a DXF may lie round another zero. */
const COMPARED: readonly Format[] = ['svg', 'pdf', 'dxf'];

/** In which format two releases can be compared; undefined: in none. */
export const formatInBoth = (one: ReleaseRow, other: ReleaseRow): Format | undefined =>
  COMPARED.find((format) => one.files.some(isOf(format)) && other.files.some(isOf(format)));

export const addressOf = (release: ReleaseRow, fileName: string): string =>
  `/api/releases/${release.id}/files/${encodeURIComponent(fileName)}`;

/** @throws Error in words where a file cannot be fetched */
export async function fetchFile(release: ReleaseRow, fileName: string): Promise<Uint8Array> {
  const response = await fetch(addressOf(release, fileName));
  if (!response.ok) throw new Error(`${fileName} could not be fetched from the server. Try again.`);
  return new Uint8Array(await response.arrayBuffer());
}

/** The files of a release in one format. */
export async function fetchFiles(release: ReleaseRow, format: Format): Promise<ReleasedFiles> {
  const own = release.files.filter(isOf(format));
  return { format, bytes: await Promise.all(own.map(({ fileName }) => fetchFile(release, fileName))) };
}
