import * as hb from 'harfbuzzjs';

/** What a font says of itself. */
export interface FontFacts {
  readonly name: string;
  readonly licence: string;
  readonly licenceUrl: string;
  /** Whether it may be embedded in documents, in words (OS/2 fsType). */
  readonly embedding: string;
  readonly glyphs: number;
  readonly axes: number;
}

/** Reads a font's own names and flags. The file must have passed the gate. */
export function readFontFacts(bytes: Uint8Array): FontFacts {
  const face = new hb.Face(new hb.Blob(bytes));
  const name = (id: number) => (face.getName(id, 'en') || '').trim().slice(0, 2000);
  const os2 = face.referenceTable('OS/2');
  const maxp = face.referenceTable('maxp');
  const word = (table: Uint8Array | undefined, at: number) =>
    table && table.byteLength >= at + 2 ? (table[at]! << 8) | table[at + 1]! : undefined;
  const family = name(16) || name(1);
  const style = name(17) || name(2);
  return {
    name: [family, style === 'Regular' ? '' : style].filter(Boolean).join(' ').slice(0, 80) || 'Unnamed font',
    licence: name(13),
    licenceUrl: name(14),
    embedding: embeddingWords(word(os2, 8)),
    glyphs: word(maxp, 4) ?? 0,
    axes: Object.keys(face.getAxisInfos()).length,
  };
}

function embeddingWords(flags: number | undefined): string {
  if (flags === undefined) return 'not said';
  if (flags & 0x0002) return 'may not be embedded in documents';
  if (flags & 0x0004) return 'may be embedded for viewing and printing';
  if (flags & 0x0008) return 'may be embedded in documents that are edited';
  return 'may be embedded and installed';
}
