import type { FileReading } from '@needlefile/core/artwork/drawn';
import { packPicture } from '@needlefile/core/artwork/packed';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';
import { decodePicture, isPicture } from '@needlefile/pictures/decode';

/** Reads a file of artwork, drawn or a picture. @throws UnreadableArtwork */
export const readAnyArtwork = async (bytes: Uint8Array): Promise<FileReading> =>
  readArtwork(isPicture(bytes) ? packPicture(await decodePicture(bytes)) : bytes);
