/**
 * Lets so many tasks at a time through and has the others wait: a browser keeps six connections to a server, and what
 * nobody waits for must leave some free.
 */
export class InTurn {
  private running = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(private readonly most: number) {}

  /** @throws the signal's reason where the task was taken back before its turn */
  async run<T>(task: () => Promise<T>, signal: AbortSignal): Promise<T> {
    if (this.running >= this.most) await this.turn(signal);
    else this.running++;
    try {
      signal.throwIfAborted();
      return await task();
    } finally {
      const next = this.waiting.shift();
      if (next) next();
      else this.running--;
    }
  }

  /** Whoever ends hands its place on. */
  private turn(signal: AbortSignal): Promise<void> {
    return new Promise((resolve, reject) => {
      this.waiting.push(resolve);
      signal.addEventListener('abort', () => {
        const index = this.waiting.indexOf(resolve);
        if (index < 0) return;
        this.waiting.splice(index, 1);
        reject(signal.reason as Error);
      });
    });
  }
}
