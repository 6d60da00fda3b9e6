import * as Comlink from 'comlink';
import type { Picture } from '@needlefile/core/build/picture';
import type { Recipe } from '@needlefile/core/recipe/schema';
import type { CoreWorkerApi } from './core.worker';

/** A build that was given up because a newer one was wanted, or the person stopped it. */
export class BuildDropped extends Error {}

/** A running build is cut off when a newer recipe has waited this long for it, ms. */
const PATIENCE = 1500;

/**
 * Builds recipes in a worker, the latest first: while one is being built only the newest of those asked for since is
 * kept waiting. Use it in the browser only.
 */
export class Builder {
  private worker: Worker | undefined;
  private remote: Comlink.Remote<CoreWorkerApi> | undefined;
  private running: { drop: () => void } | undefined;
  private waiting: { recipe: Recipe; resolve: (picture: Picture) => void; reject: (error: Error) => void } | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  build(recipe: Recipe): Promise<Picture> {
    return new Promise((resolve, reject) => {
      this.waiting?.reject(new BuildDropped());
      this.waiting = { recipe, resolve, reject };
      if (!this.running) this.next();
      else this.timer ??= setTimeout(() => this.restart(), PATIENCE);
    });
  }

  /** Gives up everything under way. */
  stop(): void {
    this.waiting?.reject(new BuildDropped());
    this.waiting = undefined;
    if (this.running) this.restart();
  }

  /** Ends the worker for good. */
  close(): void {
    this.stop();
    this.endWorker();
  }

  private restart(): void {
    const { running } = this;
    this.endWorker();
    running?.drop();
  }

  private endWorker(): void {
    this.worker?.terminate();
    this.worker = this.remote = undefined;
  }

  private next(): void {
    clearTimeout(this.timer);
    this.timer = this.running = undefined;
    const { waiting } = this;
    if (!waiting) return;
    this.waiting = undefined;
    const done = <T,>(settle: (value: T) => void) => (value: T) => {
      if (this.running !== token) return;
      settle(value);
      this.next();
    };
    const token = { drop: () => done(waiting.reject)(new BuildDropped()) };
    this.running = token;
    this.started().build(waiting.recipe).then(done(waiting.resolve), done(waiting.reject));
  }

  private started(): Comlink.Remote<CoreWorkerApi> {
    if (!this.remote) {
      // Bundlers look for exactly this literal form.
      this.worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
      this.remote = Comlink.wrap<CoreWorkerApi>(this.worker);
    }
    return this.remote;
  }
}
