/** A font that cannot be used, with the reason in words for the person who brought it. */
export class FontRefused extends Error {
  override readonly name = 'FontRefused';
}

const REQUIRED = ['cmap', 'head', 'hhea', 'hmtx', 'maxp'];
const SFNT_KINDS = new Set([0x00010000, 0x4f54544f, 0x74727565]);

/**
 * Looks at a font's bytes before the shaper does: the shaper takes a damaged font without a word and gives empty
 * letters.
 * @throws FontRefused with the first fault found
 */
export function checkFontBytes(bytes: Uint8Array): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.byteLength < 12) throw new FontRefused('This is not a font file: it is nearly empty.');
  if (!SFNT_KINDS.has(view.getUint32(0))) throw new FontRefused('This is not a TrueType or OpenType font file.');
  const count = view.getUint16(4);
  if (12 + count * 16 > bytes.byteLength)
    throw new FontRefused('The font file is cut short: its list of tables is not all there.');
  const tables = new Map<string, Table>();
  for (let i = 0; i < count; i++) {
    const at = 12 + i * 16;
    const tag = String.fromCharCode(...bytes.subarray(at, at + 4));
    const [offset, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (offset + length > bytes.byteLength)
      throw new FontRefused(`The font file is damaged: its table “${tag.trim()}” reaches past its end.`);
    tables.set(tag, { offset, length });
  }
  for (const tag of REQUIRED)
    if (!tables.has(tag))
      throw new FontRefused(`The font has no table “${tag}”, without which its letters cannot be set.`);
  const trueType = tables.has('glyf') && tables.has('loca');
  if (!trueType && !tables.has('CFF ') && !tables.has('CFF2'))
    throw new FontRefused('The font has no outlines: it may be made of pictures only.');
  const glyphs = view.getUint16(need(tables, 'maxp', 6).offset + 4);
  const long = view.getInt16(need(tables, 'head', 54).offset + 50) !== 0;
  if (glyphs === 0) throw new FontRefused('The font has no letters in it.');
  if (trueType) checkLoca(view, tables.get('loca')!, tables.get('glyf')!, glyphs, long);
  const metrics = view.getUint16(need(tables, 'hhea', 36).offset + 34);
  if (metrics === 0 || metrics > glyphs || tables.get('hmtx')!.length < metrics * 4)
    throw new FontRefused('The font file is damaged: its letter widths are not all there.');
}

interface Table {
  readonly offset: number;
  readonly length: number;
}

function need(tables: ReadonlyMap<string, Table>, tag: string, length: number): Table {
  const table = tables.get(tag)!;
  if (table.length < length) throw new FontRefused(`The font file is damaged: its table “${tag}” is too short.`);
  return table;
}

/** Every glyph must begin where the last ended, and none past the end of the outlines. */
function checkLoca(view: DataView, loca: Table, glyf: Table, glyphs: number, long: boolean): void {
  if (loca.length < (glyphs + 1) * (long ? 4 : 2))
    throw new FontRefused('The font file is damaged: its list of letters is too short.');
  let last = 0;
  for (let i = 0; i <= glyphs; i++) {
    const at = long ? view.getUint32(loca.offset + 4 * i) : 2 * view.getUint16(loca.offset + 2 * i);
    if (at < last || at > glyf.length)
      throw new FontRefused('The font file is damaged: its list of letters points past the outlines.');
    last = at;
  }
}
