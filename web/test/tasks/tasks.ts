/** What a thread of a test is asked for. */
export interface Task {
  readonly name: string;
  /** How long it keeps the thread busy, ms; 0 to fail, below 0 to end the thread. */
  readonly busy: number;
}

export function run({ name, busy }: Task, tell: (progress: string) => void): string {
  if (busy < 0) process.exit(1);
  if (busy === 0) throw new Error(`${name} failed`);
  tell(`${name} begins`);
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, busy);
  return name;
}
