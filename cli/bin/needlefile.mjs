#!/usr/bin/env node
// The command runs in a thread of its own, so that one which does not end can be stopped with a sentence.
import { Worker } from 'node:worker_threads';
import { timeLimit } from './time-limit.mjs';

const limit = timeLimit(process.argv.slice(2));
if (limit.problem) {
  console.error(`needlefile: ${limit.problem}`);
  process.exit(2);
}
const thread = new Worker(new URL('thread.mjs', import.meta.url), { argv: limit.rest });
const timer = setTimeout(() => {
  console.error(
    `needlefile: stopped after ${limit.seconds} s, and nothing more is written. ` +
      'Give it longer with --limit SECONDS, or make the job smaller.',
  );
  process.exit(2);
}, limit.seconds * 1000);
thread.on('error', (error) => {
  console.error(`needlefile: ${error.message}`);
  process.exitCode = 2;
});
thread.on('exit', (code) => {
  clearTimeout(timer);
  process.exitCode ||= code;
});
