/** A step of an encoded polyline. */
export interface EncodedStep {
  readonly x: number;
  readonly y: number;
  readonly isAbsolute: boolean;
  readonly isDown: boolean;
}

/** A change of pen in an encoded polyline. */
export interface EncodedPen {
  readonly pen: number;
}

/** Decodes a polyline of HP-GL/2 (PE): numbers of base 64 or 32, lowest digit first, the sign in the lowest bit. */
export function* encodedPolyline(code: string): Generator<EncodedStep | EncodedPen> {
  let at = 0;
  let [fraction, isSevenBit, isAbsolute, isDown] = [0, false, false, true];
  const number = (): number | null => {
    let [value, place] = [0, 1];
    const base = isSevenBit ? 32 : 64;
    while (at < code.length) {
      const byte = code.charCodeAt(at++) & (isSevenBit ? 0x7f : 0xff);
      if (byte < 63) continue;
      const isLast = isSevenBit ? byte >= 95 : byte >= 191;
      const digit = byte - (isLast ? (isSevenBit ? 95 : 191) : 63);
      value += digit * place;
      place *= base;
      if (isLast) {
        const half = Math.floor(value / 2);
        return value % 2 === 1 ? -half : half;
      }
    }
    return null;
  };
  while (at < code.length) {
    const flag = code[at]!;
    if (flag === ':') {
      at++;
      const pen = number();
      if (pen !== null) yield { pen };
    } else if (flag === '>') {
      at++;
      fraction = number() ?? 0;
    } else if (flag === '7') {
      at++;
      isSevenBit = true;
    } else if (flag === '=') {
      at++;
      isAbsolute = true;
    } else if (flag === '<') {
      at++;
      isDown = false;
    } else if (code.charCodeAt(at) < 63) at++;
    else {
      const [x, y] = [number(), number()];
      if (x === null || y === null) return;
      const unit = 2 ** -fraction;
      yield { x: x * unit, y: y * unit, isAbsolute, isDown };
      [isAbsolute, isDown] = [false, true];
    }
  }
}
