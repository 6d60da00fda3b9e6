/** What stands in a page's content: a number, a name, a text, or a list of such; or what is to be done with them. */
export type Operand =
  | number
  | { readonly name: string }
  | { readonly text: string }
  | { readonly list: readonly Operand[] }
  /** A dictionary, whose content is not looked at. */
  | null;

export interface Operation {
  readonly name: string;
  readonly operands: readonly Operand[];
}

/** More than this of one operator are a fault. */
const MOST_OPERANDS = 4096;

const isSpace = (code: number): boolean =>
  code === 32 || code === 10 || code === 13 || code === 9 || code === 12 || code === 0;
/** ( ) < > [ ] { } / % */
const isDelimiter = (code: number): boolean =>
  code === 40 ||
  code === 41 ||
  code === 60 ||
  code === 62 ||
  code === 91 ||
  code === 93 ||
  code === 123 ||
  code === 125 ||
  code === 47 ||
  code === 37;

/** Parts the content of a page into operations (ISO 32000-1, 7.8.2). What is damaged is passed over. */
export function* operationsIn(bytes: Uint8Array): Generator<Operation> {
  const scanner = new Scanner(bytes);
  let operands: Operand[] = [];
  for (;;) {
    const token = scanner.next();
    if (token === undefined) return;
    if (typeof token === 'object' && token !== null && 'word' in token) {
      const { word } = token;
      if (word === 'true' || word === 'false' || word === 'null') {
        operands.push(null);
        continue;
      }
      if (word === 'BI') scanner.skipInlineImage();
      yield { name: word, operands };
      operands = [];
    } else if (operands.length < MOST_OPERANDS) operands.push(token);
  }
}

class Scanner {
  #at = 0;
  readonly #bytes: Uint8Array;

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
  }

  /** The next operand or word; undefined at the end. */
  next(deep = 0): Operand | { readonly word: string } | undefined {
    const bytes = this.#bytes;
    for (;;) {
      while (this.#at < bytes.length && isSpace(bytes[this.#at]!)) this.#at++;
      if (bytes[this.#at] !== 37) break;
      while (this.#at < bytes.length && bytes[this.#at] !== 10 && bytes[this.#at] !== 13) this.#at++;
    }
    if (this.#at >= bytes.length) return undefined;
    const code = bytes[this.#at]!;
    if (code === 40) return { text: this.#string() };
    if (code === 60 && bytes[this.#at + 1] === 60) return this.#dictionary(deep);
    if (code === 60) return { text: this.#hex() };
    if (code === 91) return this.#list(deep);
    if (code === 47) {
      this.#at++;
      return { name: this.#regular() };
    }
    if (isDelimiter(code)) {
      this.#at++;
      return this.next(deep);
    }
    const word = this.#regular();
    const number = Number(word);
    return word !== '' && !Number.isNaN(number) ? number : { word };
  }

  /** From its beginning to its end, which is EI by itself. */
  skipInlineImage(): void {
    const bytes = this.#bytes;
    for (; this.#at < bytes.length; this.#at++)
      if (
        bytes[this.#at] === 69 &&
        bytes[this.#at + 1] === 73 &&
        isSpace(bytes[this.#at - 1] ?? 32) &&
        isSpace(bytes[this.#at + 2] ?? 32)
      ) {
        this.#at += 2;
        return;
      }
  }

  #regular(): string {
    const start = this.#at;
    const bytes = this.#bytes;
    while (this.#at < bytes.length && !isSpace(bytes[this.#at]!) && !isDelimiter(bytes[this.#at]!)) this.#at++;
    const text = String.fromCharCode(...bytes.subarray(start, Math.min(this.#at, start + 200)));
    return text.replace(/#([0-9a-f]{2})/gi, (_, digits: string) => String.fromCharCode(Number.parseInt(digits, 16)));
  }

  #string(): string {
    let [text, deep] = ['', 1];
    for (this.#at++; this.#at < this.#bytes.length; this.#at++) {
      const code = this.#bytes[this.#at]!;
      if (code === 92) {
        // Escaped brackets and the like stand for themselves; figures of octal are passed over.
        const next = this.#bytes[++this.#at] ?? 0;
        if (isDelimiter(next) || next === 92) text += String.fromCharCode(next);
        continue;
      }
      if (code === 40) deep++;
      if (code === 41 && --deep === 0) break;
      if (text.length < 200) text += String.fromCharCode(code);
    }
    this.#at++;
    return text;
  }

  #hex(): string {
    const start = ++this.#at;
    while (this.#at < this.#bytes.length && this.#bytes[this.#at] !== 62) this.#at++;
    this.#at++;
    return `<${this.#at - start - 1}>`;
  }

  #list(deep: number): Operand {
    this.#at++;
    const list: Operand[] = [];
    while (this.#at < this.#bytes.length) {
      while (this.#at < this.#bytes.length && isSpace(this.#bytes[this.#at]!)) this.#at++;
      if (this.#bytes[this.#at] === 93) {
        this.#at++;
        break;
      }
      const token = deep < 32 ? this.next(deep + 1) : undefined;
      if (token === undefined) break;
      if (!(typeof token === 'object' && token !== null && 'word' in token)) list.push(token);
    }
    return { list };
  }

  #dictionary(deep: number): null {
    this.#at += 2;
    while (this.#at < this.#bytes.length) {
      while (this.#at < this.#bytes.length && isSpace(this.#bytes[this.#at]!)) this.#at++;
      if (this.#bytes[this.#at] === 62) {
        this.#at += 2;
        break;
      }
      if (deep >= 32 || this.next(deep + 1) === undefined) break;
    }
    return null;
  }
}
