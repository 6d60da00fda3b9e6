import { appendFileSync } from 'node:fs';
import type { Reporter, Suite } from '@playwright/test/reporter';

/** Adds 'passed failed skipped' to the file named by TEST_COUNTS, for the closing line of `npm test`. */
export default class CountsReporter implements Reporter {
  private suite: Suite | undefined;
  onBegin(_config: unknown, suite: Suite) {
    this.suite = suite;
  }
  onEnd() {
    const outcomes = this.suite?.allTests().map((test) => test.outcome()) ?? [];
    const count = (...wanted: string[]) => outcomes.filter((outcome) => wanted.includes(outcome)).length;
    const file = process.env.TEST_COUNTS;
    if (file) appendFileSync(file, `${count('expected', 'flaky')} ${count('unexpected')} ${count('skipped')}\n`);
  }
  printsToStdio() {
    return false;
  }
}
