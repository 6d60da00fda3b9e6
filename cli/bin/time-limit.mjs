const OPTION = '--limit';
const USUAL = 300;
/** The longest that a timer takes. */
const MOST = 2_000_000;

/**
 * Takes the time limit out of what was typed.
 * @returns the limit in seconds and the other arguments, or what is wrong
 */
export function timeLimit(args) {
  const at = args.findIndex((arg) => arg === OPTION || arg.startsWith(`${OPTION}=`));
  if (at < 0) return { seconds: USUAL, rest: args };
  const joined = args[at].slice(OPTION.length + 1);
  const text = joined || args[at + 1];
  const seconds = Number(text);
  if (!text || !(seconds > 0 && seconds <= MOST))
    return { problem: `${OPTION} wants a number of seconds, from 1 to ${MOST}.` };
  return { seconds, rest: args.toSpliced(at, joined ? 1 : 2) };
}
