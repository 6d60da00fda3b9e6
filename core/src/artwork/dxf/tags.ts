import { UnreadableArtwork } from '../unreadable-artwork.ts';

/** A group of a DXF: its code, and its value as it stands there. */
export interface Tag {
  readonly code: number;
  readonly value: string;
}

/** There wherever the core runs: browsers, their workers and servers. */
declare const TextDecoder: new (encoding: string) => { readonly decode: (bytes: Uint8Array) => string };

/** What a binary DXF begins with, by the DXF reference. */
const BINARY = 'AutoCAD Binary DXF\r\n\x1a\0';

export const isBinaryDxf = (bytes: Uint8Array): boolean => latin(bytes, 0, BINARY.length) === BINARY;

/** Whether a file begins as a text DXF does: comments, then a section. */
export const isTextDxf = (bytes: Uint8Array): boolean =>
  /^(\uFEFF|\xEF\xBB\xBF)?\s*(999\s*[\r\n]+[^\r\n]*[\r\n]+\s*)*0\s*[\r\n]+\s*(SECTION|EOF)\s/.test(
    latin(bytes, 0, 2000),
  );

/** @throws UnreadableArtwork where a group has no code, or a binary one breaks off */
export const readTags = (bytes: Uint8Array): Tag[] => (isBinaryDxf(bytes) ? binaryTags(bytes) : textTags(bytes));

function latin(bytes: Uint8Array, from: number, to: number): string {
  let text = '';
  for (let i = from; i < Math.min(to, bytes.length); i++) text += String.fromCharCode(bytes[i]!);
  return text;
}

function textTags(bytes: Uint8Array): Tag[] {
  const text = new TextDecoder(encodingOf(latin(bytes, 0, 20_000))).decode(bytes);
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const tags: Tag[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const own = lines[i]!.trim();
    const code = Number(own);
    if (own === '' || !Number.isInteger(code))
      throw new UnreadableArtwork(`The DXF is damaged at line ${i + 1}: “${own.slice(0, 20)}” should be a group code.`);
    tags.push({ code, value: lines[i + 1]!.trim() });
  }
  return tags;
}

/** From AC1021 on a text DXF is in UTF-8; before, in the code page that its header names. */
function encodingOf(start: string): string {
  const version = /\$ACADVER\s+1\s+AC(\d+)/.exec(start)?.[1];
  if (version === undefined || Number(version) >= 1021) return 'utf-8';
  const page = /\$DWGCODEPAGE\s+3\s+(\S+)/.exec(start)?.[1]?.toUpperCase() ?? 'ANSI_1252';
  const number = /^ANSI_(\d+)$/.exec(page)?.[1] ?? '1252';
  return EAST_ASIAN[number] ?? (/^125[0-8]$/.test(number) ? `windows-${number}` : 'windows-1252');
}

const EAST_ASIAN: Record<string, string> = {
  874: 'windows-874',
  932: 'shift_jis',
  936: 'gbk',
  949: 'euc-kr',
  950: 'big5',
};

type BinaryKind = 'string' | 'double' | 'int16' | 'int32' | 'int64' | 'byte' | 'chunk';

/** Kinds of values by their codes, each from its first code on (DXF reference, group codes). */
const KINDS: readonly (readonly [from: number, kind: BinaryKind])[] = [
  [0, 'string'],
  [10, 'double'],
  [60, 'int16'],
  [90, 'int32'],
  [100, 'string'],
  [110, 'double'],
  [160, 'int64'],
  [170, 'int16'],
  [210, 'double'],
  [270, 'int16'],
  [290, 'byte'],
  [300, 'string'],
  [310, 'chunk'],
  [320, 'string'],
  [370, 'int16'],
  [390, 'string'],
  [400, 'int16'],
  [410, 'string'],
  [420, 'int32'],
  [430, 'string'],
  [440, 'int32'],
  [460, 'double'],
  [470, 'string'],
  [1004, 'chunk'],
  [1005, 'string'],
  [1010, 'double'],
  [1060, 'int16'],
  [1071, 'int32'],
];

const kindOf = (code: number): BinaryKind => KINDS.filter(([from]) => from <= code).at(-1)?.[1] ?? 'string';

function binaryTags(bytes: Uint8Array): Tag[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = BINARY.length;
  // Up to release 12 a code is one byte, and 255 announces two.
  const isShort = bytes[at] === 0 && bytes[at + 1] !== 0;
  const tags: Tag[] = [];
  try {
    while (at < bytes.length) {
      let code: number;
      if (isShort && bytes[at] !== 255) code = bytes[at++]!;
      else {
        at += isShort ? 1 : 0;
        code = view.getUint16(at, true);
        at += 2;
      }
      const kind = kindOf(code);
      const { value, size } = READ[kind](view, at);
      at += size;
      tags.push({ code, value });
    }
  } catch (error) {
    if (error instanceof RangeError) throw new UnreadableArtwork('The DXF is cut short: it ends within a value.');
    throw error;
  }
  return tags;
}

interface Value {
  readonly value: string;
  readonly size: number;
}

const READ: Record<BinaryKind, (view: DataView, at: number) => Value> = {
  string: (view, at) => {
    let end = at;
    while (view.getUint8(end) !== 0) end++;
    const own = new Uint8Array(view.buffer, view.byteOffset + at, end - at);
    return { value: new TextDecoder('utf-8').decode(own), size: end - at + 1 };
  },
  double: (view, at) => ({ value: String(view.getFloat64(at, true)), size: 8 }),
  int16: (view, at) => ({ value: String(view.getInt16(at, true)), size: 2 }),
  int32: (view, at) => ({ value: String(view.getInt32(at, true)), size: 4 }),
  int64: (view, at) => ({ value: String(view.getBigInt64(at, true)), size: 8 }),
  byte: (view, at) => ({ value: String(view.getUint8(at)), size: 1 }),
  chunk: (view, at) => ({ value: '', size: 1 + view.getUint8(at) }),
};
