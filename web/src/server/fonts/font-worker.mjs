// The thread that judges one font. It runs the TypeScript of the core as it is: the loader must be registered in the thread
// itself, before anything of ours is imported.
import { parentPort, workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { judge } = await import('./judge.ts');
parentPort.postMessage(await judge(workerData));
