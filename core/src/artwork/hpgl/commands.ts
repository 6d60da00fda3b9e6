/** One command of a plotter file: two letters, and what follows them. */
export interface PlotterCommand {
  readonly name: string;
  readonly numbers: readonly number[];
  /** Of a label its words, of an encoded polyline its code. */
  readonly text: string;
}

/** Ends a label unless another was named. */
const LABEL_END = '\x03';

const ESCAPE = '\x1b';

/** How a plotter file begins, after what switches the device over to it. */
const START = new RegExp(
  `^(?:${ESCAPE}[%.&*][^A-Za-z]*[A-Za-z]|\\s)*(?:IN|DF|BP|SP|PU|PD|PA|IP|SC|RO|NP|WU|PW|LT|VS|TR|CO|PS)(?![a-z])`,
);

export const isPlotterFile = (start: string): boolean => START.test(start) && /P[UDAER]/.test(start);

/**
 * Parts a plotter file into its commands.
 * @param text its bytes, each as a character
 */
export function* plotterCommands(text: string): Generator<PlotterCommand> {
  let at = 0;
  let end = LABEL_END;
  while (at < text.length) {
    const letter = text.charCodeAt(at);
    if (text[at] === ESCAPE) {
      // Switches between languages of the device end with a letter.
      while (++at < text.length && !/[A-Za-z@]/.test(text[at]!));
      at++;
      continue;
    }
    if (!isLetter(letter) || !isLetter(text.charCodeAt(at + 1))) {
      at++;
      continue;
    }
    const name = text.slice(at, at + 2).toUpperCase();
    at += 2;
    if (name === 'LB' || name === 'BL') {
      const stop = text.indexOf(end, at);
      yield { name, numbers: [], text: text.slice(at, stop < 0 ? undefined : stop) };
      at = stop < 0 ? text.length : stop + 1;
    } else if (name === 'DT') {
      end = text[at] ?? LABEL_END;
      if (end === ';') end = LABEL_END;
      else at++;
    } else if (name === 'CO') {
      const stop = /^\s*"[^"]*"/.exec(text.slice(at, at + 4000));
      at += stop ? stop[0].length : 0;
    } else if (name === 'PE') {
      const stop = text.indexOf(';', at);
      yield { name, numbers: [], text: text.slice(at, stop < 0 ? undefined : stop) };
      at = stop < 0 ? text.length : stop + 1;
    } else {
      const start = at;
      while (at < text.length && !isLetter(text.charCodeAt(at)) && text[at] !== ';' && text[at] !== ESCAPE) at++;
      const numbers =
        text
          .slice(start, at)
          .match(/[+-]?(?:\d+\.?\d*|\.\d+)/g)
          ?.map(Number) ?? [];
      yield { name, numbers, text: '' };
    }
  }
}

const isLetter = (code: number): boolean => (code >= 65 && code <= 90) || (code >= 97 && code <= 122);
