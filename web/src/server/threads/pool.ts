import type { Worker } from 'node:worker_threads';
import { Refusal } from '../refusal';
import { startThread } from './thread';

/** How one task is to be done. */
export interface Order<Progress> {
  /** Time that it may take from when a thread begins with it, ms. */
  readonly longest: number;
  /** What a person is told where it takes longer. */
  readonly late: string;
  /** A person waits for it: it goes before what nobody looks at yet, and one thread is kept for such tasks. */
  readonly urgent: boolean;
  /** Takes the task back: from the queue, or out of the thread that does it. */
  readonly signal?: AbortSignal | undefined;
  readonly onProgress?: ((progress: Progress) => void) | undefined;
}

interface Waiting<Task, Result, Progress> extends Order<Progress> {
  readonly task: Task;
  readonly resolve: (result: Result) => void;
  readonly reject: (error: Error) => void;
}

interface Thread<Task, Result, Progress> {
  readonly worker: Worker;
  doing: Waiting<Task, Result, Progress> | null;
}

type Message<Result, Progress> =
  { readonly progress: Progress } | { readonly result: Result } | { readonly problem: string };

/** More tasks than this do not wait: whoever asks is told to come back. */
const LONGEST_QUEUE = 200;

/**
 * Threads that do the tasks of one module, with a queue in front of them. A task that takes too long, or that nobody
 * wants any more, is ended with its thread; the next one starts a new thread.
 */
export class ThreadPool<Task, Result, Progress = never> {
  private readonly threads = new Set<Thread<Task, Result, Progress>>();
  private readonly queue: Waiting<Task, Result, Progress>[] = [];

  /**
   * @param tasks path of the module, in web/src/server
   * @param size threads at most; they are started when they are first needed
   * @param mostMb memory that one thread may take
   */
  constructor(
    private readonly tasks: string,
    private readonly size: number,
    private readonly mostMb: number,
  ) {}

  /**
   * Has a task done.
   * @throws Refusal 503 where it took too long or too many wait, 499 where it was taken back; Error where it failed
   */
  run(task: Task, order: Order<Progress>): Promise<Result> {
    return new Promise<Result>((resolve, reject) => {
      if (order.signal?.aborted) return reject(takenBack());
      if (this.queue.length >= LONGEST_QUEUE)
        return reject(new Refusal(503, 'The server has too much to do at this moment. Try again in a minute.'));
      const waiting = { ...order, task, resolve, reject };
      const firstLess = order.urgent ? this.queue.findIndex(({ urgent }) => !urgent) : -1;
      this.queue.splice(firstLess < 0 ? this.queue.length : firstLess, 0, waiting);
      order.signal?.addEventListener('abort', () => this.takeBack(waiting), { once: true });
      this.next();
    });
  }

  private takeBack(waiting: Waiting<Task, Result, Progress>): void {
    const index = this.queue.indexOf(waiting);
    if (index >= 0) {
      this.queue.splice(index, 1);
      waiting.reject(takenBack());
    }
    for (const thread of this.threads) if (thread.doing === waiting) this.end(thread, takenBack());
  }

  private next(): void {
    const [first] = this.queue;
    if (!first || !this.mayBegin(first)) return;
    const idle = [...this.threads].find(({ doing }) => doing === null);
    if (!idle && this.threads.size >= this.size) return;
    this.queue.shift();
    this.begin(idle ?? this.start(), first);
    this.next();
  }

  private mayBegin({ urgent }: Waiting<Task, Result, Progress>): boolean {
    const patient = [...this.threads].filter(({ doing }) => doing && !doing.urgent).length;
    return urgent || patient < Math.max(1, this.size - 1);
  }

  private start(): Thread<Task, Result, Progress> {
    const worker = startThread(this.tasks, { maxOldGenerationSizeMb: this.mostMb });
    const thread: Thread<Task, Result, Progress> = { worker, doing: null };
    // A server that is stopped does not wait for its threads.
    worker.unref();
    worker.on('message', (message: Message<Result, Progress>) => this.hear(thread, message));
    worker.on('error', (error) => this.end(thread, error));
    worker.on('exit', () => this.end(thread, new Error('A thread of the server ended in the middle of its work.')));
    this.threads.add(thread);
    return thread;
  }

  private begin(thread: Thread<Task, Result, Progress>, waiting: Waiting<Task, Result, Progress>): void {
    thread.doing = waiting;
    const timer = setTimeout(() => {
      if (thread.doing === waiting) this.end(thread, new Refusal(503, waiting.late));
    }, waiting.longest);
    timer.unref();
    thread.worker.postMessage(waiting.task);
  }

  private hear(thread: Thread<Task, Result, Progress>, message: Message<Result, Progress>): void {
    const { doing } = thread;
    if (!doing) return;
    if ('progress' in message) return doing.onProgress?.(message.progress);
    thread.doing = null;
    if ('problem' in message) doing.reject(new Error(message.problem));
    else doing.resolve(message.result);
    this.next();
  }

  /** Ends a thread, and what it was doing with it. */
  private end(thread: Thread<Task, Result, Progress>, why: Error): void {
    if (!this.threads.delete(thread)) return;
    void thread.worker.terminate();
    thread.doing?.reject(why);
    thread.doing = null;
    this.next();
  }
}

/** 499 is what servers log where the one who asked has gone: nobody reads the answer. */
const takenBack = () => new Refusal(499, 'Stopped.');
