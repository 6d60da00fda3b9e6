/**
 * Reads the pairs of an old `kern` table (OpenType, version 0, subtables of format 0): the shaper passes it over where
 * a font has no GPOS table.
 * @returns kerning in font units by `left << 16 | right` glyph, or null where there is nothing to read
 */
export function readKernTable(table: Uint8Array | undefined): ReadonlyMap<number, number> | null {
  if (!table || table.byteLength < 4) return null;
  const view = new DataView(table.buffer, table.byteOffset, table.byteLength);
  if (view.getUint16(0) !== 0) return null;
  const pairs = new Map<number, number>();
  let at = 4;
  for (let subtables = view.getUint16(2); subtables > 0 && at + 14 <= table.byteLength; subtables--) {
    const [length, coverage] = [view.getUint16(at + 2), view.getUint16(at + 4)];
    // Horizontal, kerning rather than minima, along the line, format 0.
    if ((coverage & 0xff07) === 1) {
      const count = Math.min(view.getUint16(at + 6), Math.floor((table.byteLength - at - 14) / 6));
      for (let i = 0; i < count; i++) {
        const pair = at + 14 + i * 6;
        const key = view.getUint16(pair) * 0x10000 + view.getUint16(pair + 2);
        // Overriding subtables have bit 3 set; others add up.
        pairs.set(key, (coverage & 8 ? 0 : (pairs.get(key) ?? 0)) + view.getInt16(pair + 4));
      }
    }
    at += Math.max(length, 6);
  }
  return pairs.size > 0 ? pairs : null;
}
