import { openFace, type Face } from './face.ts';
import { openStrokeFace } from './stroke-face.ts';

/**
 * Opens a font file of any kind that faces come in: TTF and OTF, or an SVG font of single strokes.
 * @throws FontRefused where it cannot be used
 */
export function openFont(bytes: Uint8Array, key: string): Face {
  return bytes[0] === 0x3c ? openStrokeFace(decodeUtf8(bytes), key) : openFace(bytes, key);
}

function decodeUtf8(bytes: Uint8Array): string {
  let encoded = '';
  for (const byte of bytes) encoded += `%${byte.toString(16).padStart(2, '0')}`;
  try {
    return decodeURIComponent(encoded);
  } catch {
    return Array.from(bytes, (byte) => String.fromCharCode(byte)).join('');
  }
}
