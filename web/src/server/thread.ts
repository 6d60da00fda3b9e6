import 'server-only';
import path from 'node:path';
import { Worker, type WorkerOptions } from 'node:worker_threads';

/**
 * Starts a thread that runs a script of the server's own folder as it stands on disk. The thread loads the TypeScript of the
 * core by itself, so the bundler must not follow it: it would see `new Worker`, hence the roundabout way.
 * @param script path in web/src/server
 */
export function startThread(script: string, options: WorkerOptions = {}): Worker {
  // `next` runs in web/.
  return Reflect.construct(Worker, [path.join(process.cwd(), 'src/server', script), options]) as Worker;
}
