/** `npm run bench`: speed of the core as ratios against a named library in the same run. */
import path from 'node:path';
import { bin, ensureNodeModules, root, run } from './setup.mjs';

ensureNodeModules();
run(bin('tsx'), [path.join(root, 'bench/bench.ts')], { env: { ...process.env, NODE_OPTIONS: '--expose-gc' } });
