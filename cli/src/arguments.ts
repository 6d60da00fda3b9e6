import { parseArgs } from 'node:util';
import { parseLength } from '@needlefile/core/units/length';

/** A fault the person at the command line can mend: its message is all they need. */
export class UsageError extends Error {}

export function parse(args: string[], options: NonNullable<Parameters<typeof parseArgs>[0]>['options']) {
  const parsed = parsedBy({ args, options: options ?? {}, allowPositionals: true, tokens: true });
  const names = parsed.tokens.flatMap((token) => (token.kind === 'option' ? [token.name] : []));
  // The last would hold, and the others be lost without a word.
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice !== undefined) throw new UsageError(`--${twice} is given more than once: say it once.`);
  return parsed;
}

function parsedBy<T extends NonNullable<Parameters<typeof parseArgs>[0]>>(config: T) {
  try {
    return parseArgs(config);
  } catch (error) {
    throw new UsageError((error as Error).message);
  }
}

export function onlyFile(positionals: string[], command: string, what = 'RECIPE.json'): string {
  const [file, ...more] = positionals;
  const one = what === 'FILE' ? 'file' : 'recipe';
  if (file === undefined || more.length > 0) throw new UsageError(`Name one ${one}: needlefile ${command} ${what}`);
  return file;
}

export function oneOf<T extends string>(text: string, option: string, choices: readonly T[]): T {
  const found = choices.find((choice) => choice === text);
  if (found === undefined) throw new UsageError(`${option} takes ${choices.join(' or ')}, and not “${text}”.`);
  return found;
}

export function positive(text: string, option: string): number {
  const value = Number(text);
  if (!(value > 0 && value < 1e6)) throw new UsageError(`${option} takes a number above 0, and not “${text}”.`);
  return value;
}

/** A length in mm, or with a unit, within limits. */
export function lengthOf(text: string, option: string, { least, most }: { least: number; most: number }): number {
  const parsed = parseLength(text, 'mm');
  if (!parsed.ok || parsed.mm < least || parsed.mm > most)
    throw new UsageError(`${option} takes a length from ${least} to ${most} mm, and not “${text}”.`);
  return parsed.mm;
}
