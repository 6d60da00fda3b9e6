/** `npm run bench`: speed of the core as ratios against a named library in the same run. */
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureNodeModules, root, run } from './setup.mjs';

ensureNodeModules();
const loader = pathToFileURL(path.join(root, 'scripts/as-shipped.mjs')).href;
run(process.execPath, ['--expose-gc', '--import', loader, path.join(root, 'bench/bench.ts')]);
