// A thread that does the tasks of the module it is given, one after the other: `run(task, tell)` of that module, where
// `tell` reports progress. It runs the TypeScript of the core as it is: the loader must be registered in the thread
// itself, before anything of ours is imported.
import { pathToFileURL } from 'node:url';
import { parentPort, workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { run } = await import(pathToFileURL(workerData).href);
parentPort.on('message', async (task) => {
  try {
    parentPort.postMessage({ result: await run(task, (progress) => parentPort.postMessage({ progress })) });
  } catch (error) {
    parentPort.postMessage({ problem: String(error?.stack ?? error) });
  }
});
