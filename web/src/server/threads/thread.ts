import path from 'node:path';
import { Worker, type ResourceLimits } from 'node:worker_threads';

// `next` runs in web/.
const SERVER = path.join(process.cwd(), 'src/server');

/**
 * Starts a thread that does the tasks of a module (see worker.mjs). The thread loads the TypeScript of the core by
 * itself, so the bundler must not follow it: it would see `new Worker`, hence the roundabout way.
 * @param tasks path of the module, in web/src/server
 */
export function startThread(tasks: string, resourceLimits: ResourceLimits): Worker {
  const options = { workerData: path.join(SERVER, tasks), resourceLimits };
  return Reflect.construct(Worker, [path.join(SERVER, 'threads/worker.mjs'), options]) as Worker;
}
