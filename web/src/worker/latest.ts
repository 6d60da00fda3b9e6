/** What was given up because a newer one was wanted, or the person stopped it. */
export class Dropped extends Error {}

/** What took longer than it may; the hand that was at it is ended with it. */
export class Overdue extends Error {}

/** Something that runs requests one at a time, and can be ended in the middle of one. */
export interface Hand<Request, Result> {
  readonly run: (request: Request) => Promise<Result>;
  readonly end: () => void;
}

interface Asked<Request, Result> {
  readonly request: Request;
  readonly resolve: (result: Result) => void;
  readonly reject: (error: Error) => void;
}

/** A running request is cut off when a newer one has waited this long for it, ms. */
const PATIENCE = 1500;

/** Runs requests, the latest first: while one is running only the newest of those asked for since is kept waiting. */
export class Latest<Request, Result> {
  private hand: Hand<Request, Result> | undefined;
  private running: Asked<Request, Result> | undefined;
  private waiting: Asked<Request, Result> | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** @param start readies a hand: when first asked, and anew after one was ended in the middle of its work */
  constructor(private readonly start: () => Hand<Request, Result>) {}

  /** @returns a promise that fails with `Dropped` where a newer request, or `stop`, came before its end */
  ask(request: Request): Promise<Result> {
    return new Promise((resolve, reject) => {
      this.waiting?.reject(new Dropped());
      this.waiting = { request, resolve, reject };
      if (this.running) this.timer ??= setTimeout(() => this.cutOff(), PATIENCE);
      else this.next();
    });
  }

  /** Gives up everything under way. */
  stop(): void {
    this.waiting?.reject(new Dropped());
    this.waiting = undefined;
    if (this.running) this.cutOff();
  }

  /** Ends it for good. */
  close(): void {
    this.stop();
    this.endHand();
  }

  private cutOff(): void {
    const { running } = this;
    this.endHand();
    this.running = undefined;
    running?.reject(new Dropped());
    this.next();
  }

  private endHand(): void {
    this.hand?.end();
    this.hand = undefined;
  }

  private next(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    const own = this.waiting;
    if (!own) return;
    this.waiting = undefined;
    this.running = own;
    this.hand ??= this.start();
    // What comes from a hand that was ended meanwhile is nobody's any more.
    const done =
      <T>(settle: (value: T) => void) =>
      (value: T) => {
        if (this.running !== own) return;
        this.running = undefined;
        settle(value);
        this.next();
      };
    const fail = (error: Error) => {
      if (error instanceof Overdue) this.endHand();
      own.reject(error);
    };
    this.hand.run(own.request).then(done(own.resolve), done(fail));
  }
}
