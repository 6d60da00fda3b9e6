import * as Comlink from 'comlink';
import type { MeasurePicture } from '@needlefile/core/build/measure-picture';
import type { Picture } from '@needlefile/core/build/picture';
import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import type { CoreWorkerApi } from './core.worker';

/** A build that was given up because a newer one was wanted, or the person stopped it. */
export class BuildDropped extends Error {}

interface Request<T> {
  readonly recipe: Recipe;
  readonly shop: Shop;
  readonly resolve: (result: T) => void;
  readonly reject: (error: Error) => void;
}

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
  private waiting: Request<Picture> | undefined;
  private measuring: { settle: (result: MeasurePicture | null) => void } | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  build(recipe: Recipe, shop: Shop): Promise<Picture> {
    return new Promise((resolve, reject) => {
      this.waiting?.reject(new BuildDropped());
      this.waiting = { recipe, shop, resolve, reject };
      // Measures of what was there before are of no use any more, and would be waited for.
      if (this.measuring) this.restart();
      if (!this.running) this.next();
      else this.timer ??= setTimeout(() => this.restart(), PATIENCE);
    });
  }

  /** Measures what was built last; null where that was given up for a newer build. */
  measure(): Promise<MeasurePicture | null> {
    return new Promise((resolve, reject) => {
      const token = { settle: resolve };
      this.measuring?.settle(null);
      this.measuring = token;
      const done = <T,>(settle: (value: T) => void) => (value: T) => {
        if (this.measuring !== token) return;
        this.measuring = undefined;
        settle(value);
      };
      this.started().measure().then(done(resolve), done(reject));
    });
  }

  /** The riskiest places of what was built last, as a test coupon; null where there is nothing to test. */
  coupon(): Promise<Recipe['coupon']> {
    return this.started().coupon();
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
    this.measuring?.settle(null);
    this.measuring = undefined;
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
    this.started().build(waiting.recipe, waiting.shop).then(done(waiting.resolve), done(waiting.reject));
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
