/** Keeps something going: what ends by itself or no longer answers is started again after a growing pause. */
import { setTimeout as sleep } from 'node:timers/promises';

const LONGEST_PAUSE = 60_000;
/** What went well for so long is not held against it any more, ms. */
const FORGIVEN_AFTER = 120_000;

/** 1, 2, 4 … s, a minute at most. */
export const growingPause = (failures) => Math.min(LONGEST_PAUSE, 1000 * 2 ** Math.min(failures, 10));

/**
 * Tries until it succeeds, and says why not yet.
 * @param {object} task
 * @param {string} task.what as in "start the server"
 * @param {() => Promise<unknown>} task.attempt
 * @param {() => boolean} [task.isOver]
 */
export async function untilDone({ what, attempt, isOver = () => false }) {
  for (let failures = 0; !isOver(); failures++) {
    try {
      return await attempt();
    } catch (error) {
      const pause = growingPause(failures);
      console.error(`Could not ${what}: ${firstLine(error.message)}. Trying again in ${pause / 1000} s.`);
      await sleep(pause);
    }
  }
}

/**
 * Looks every two seconds whether something is well, and starts it again where it is not.
 * @param {object} kept
 * @param {string} kept.name as in "The database"
 * @param {() => boolean | Promise<boolean>} kept.isWell
 * @param {() => Promise<unknown>} kept.restart
 * @param {() => boolean} kept.isOver
 */
export async function keepWell({ name, isWell, restart, isOver }) {
  let failures = 0;
  let since = Date.now();
  while (!isOver()) {
    await sleep(2000);
    if (isOver() || (await isWell())) {
      if (Date.now() - since > FORGIVEN_AFTER) failures = 0;
      continue;
    }
    if (isOver()) return;
    const pause = failures === 0 ? 0 : growingPause(failures);
    console.error(`${name} stopped. Starting it again${pause ? ` in ${pause / 1000} s` : ''} …`);
    await sleep(pause);
    await untilDone({ what: `start ${name.toLowerCase()} again`, attempt: restart, isOver });
    if (!isOver()) console.log(`${name} runs again.`);
    failures++;
    since = Date.now();
  }
}

const firstLine = (text) => text.trim().split('\n')[0];
