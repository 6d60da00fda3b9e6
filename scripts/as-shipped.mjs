/**
 * A loader of TypeScript for benchmarks: as it is built for the browser. tsx keeps the names of inner functions, which
 * costs a call each time that one is made.
 */
import { readFile } from 'node:fs/promises';
import { register } from 'node:module';
import { fileURLToPath } from 'node:url';
import { isMainThread } from 'node:worker_threads';
import { transform } from 'esbuild';

if (isMainThread) register(import.meta.url);

export async function load(url, context, next) {
  if (!url.endsWith('.ts')) return next(url, context);
  const file = fileURLToPath(url);
  const { code } = await transform(await readFile(file, 'utf8'), { loader: 'ts', sourcefile: file, target: 'es2022' });
  return { format: 'module', source: code, shortCircuit: true };
}
