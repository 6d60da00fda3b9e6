import { inflateSync } from 'node:zlib';
import { FontRefused } from '@needlefile/core/lettering/gate';

/** A font larger than this when unpacked is not for letters, bytes. */
const MOST_BYTES = 64 * 1024 * 1024;

/**
 * A font file as plain sfnt: TTF and OTF as they are, WOFF and WOFF2 unpacked.
 * @throws FontRefused where it is none of these, or damaged
 */
export async function decodeFont(file: Uint8Array): Promise<Uint8Array> {
  const kind = String.fromCharCode(...file.subarray(0, 4));
  if (kind === 'wOFF') return decodeWoff(file);
  if (kind === 'ttcf')
    throw new FontRefused('This file holds several fonts. Take out the one you want and bring it by itself.');
  if (kind !== 'wOF2') return file;
  const { decompress } = await import('wawoff2');
  const bytes = Uint8Array.from(await decompress(file));
  if (bytes.byteLength > MOST_BYTES) throw new FontRefused('The font is too large when unpacked.');
  return bytes;
}

/** Unpacks WOFF 1.0: each table by itself, behind a directory like that of an sfnt (W3C, "WOFF File Format 1.0"). */
function decodeWoff(file: Uint8Array): Uint8Array {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  if (file.byteLength < 44) throw new FontRefused('The WOFF file is cut short.');
  const count = view.getUint16(12);
  if (44 + 20 * count > file.byteLength)
    throw new FontRefused('The WOFF file is cut short: its list of tables is not all there.');
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + 20 * i;
    const [offset, packed, size] = [view.getUint32(at + 4), view.getUint32(at + 8), view.getUint32(at + 12)];
    if (offset + packed > file.byteLength || packed > size)
      throw new FontRefused('The WOFF file is damaged: a table reaches past its end.');
    return { tag: view.getUint32(at), checksum: view.getUint32(at + 16), offset, packed, size };
  });
  const head = 12 + 16 * count;
  const total = tables.reduce((sum, { size }) => sum + ((size + 3) & ~3), head);
  if (total > MOST_BYTES) throw new FontRefused('The font is too large when unpacked.');
  const bytes = new Uint8Array(total);
  const out = new DataView(bytes.buffer);
  out.setUint32(0, view.getUint32(4));
  out.setUint16(4, count);
  const power = 2 ** Math.floor(Math.log2(Math.max(1, count)));
  out.setUint16(6, power * 16);
  out.setUint16(8, Math.log2(power));
  out.setUint16(10, (count - power) * 16);
  let at = head;
  tables.forEach(({ tag, checksum, offset, packed, size }, i) => {
    const data = file.subarray(offset, offset + packed);
    bytes.set(packed < size ? inflateSync(data, { maxOutputLength: size }) : data, at);
    const entry = 12 + 16 * i;
    out.setUint32(entry, tag);
    out.setUint32(entry + 4, checksum);
    out.setUint32(entry + 8, at);
    out.setUint32(entry + 12, size);
    at += (size + 3) & ~3;
  });
  return bytes;
}
