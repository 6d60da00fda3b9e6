import 'server-only';
import type { Worker } from 'node:worker_threads';
import type { JobSummary } from '../../features/jobs/job-types';
import { startThread } from '../thread';
import type { SummaryOrder } from './summarize';

interface Waiting {
  readonly resolve: (summary: JobSummary) => void;
  readonly reject: (error: Error) => void;
}

interface Thread {
  readonly worker: Worker;
  readonly waiting: Map<number, Waiting>;
}

// Kept where a reload of this module in development finds it again.
const shared = globalThis as { summaryThread?: Thread | undefined };
let last = 0;

/** Draws a job for the list in a thread of its own, so that the server goes on answering. */
export function summarizeApart(order: SummaryOrder): Promise<JobSummary> {
  const { worker, waiting } = (shared.summaryThread ??= startDrawing());
  const number = ++last;
  return new Promise((resolve, reject) => {
    waiting.set(number, { resolve, reject });
    worker.postMessage({ number, order });
  });
}

function startDrawing(): Thread {
  const worker = startThread('builds/summary-worker.mjs');
  const waiting = new Map<number, Waiting>();
  worker.on('message', ({ number, summary, problem }: { number: number; summary?: JobSummary; problem?: string }) => {
    const { resolve, reject } = waiting.get(number)!;
    waiting.delete(number);
    if (summary) resolve(summary);
    else reject(new Error(problem));
  });
  const end = (error: Error) => {
    if (shared.summaryThread?.worker === worker) shared.summaryThread = undefined;
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
  };
  worker.on('error', end);
  worker.on('exit', () => end(new Error('The thread that draws jobs ended.')));
  worker.unref();
  return { worker, waiting };
}
