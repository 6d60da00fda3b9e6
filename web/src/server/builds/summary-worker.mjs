// The thread that draws jobs for the list, one after the other. It runs the TypeScript of the core as it is: the loader must
// be registered in the thread itself, before anything of ours is imported.
import { parentPort } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { summarize } = await import('./summarize.ts');
parentPort.on('message', ({ number, order }) => {
  try {
    parentPort.postMessage({ number, summary: summarize(order) });
  } catch (error) {
    parentPort.postMessage({ number, problem: error instanceof Error ? error.message : String(error) });
  }
});
