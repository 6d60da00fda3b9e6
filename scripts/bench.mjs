/**
 * `npm run bench`: speed of the core as ratios against a named library in the same run. `npm run bench -- centerline`
 * tells how well known strokes are found again, beside scikit-image.
 */
import { existsSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureDebianPackages, ensureNodeModules, root, run } from './setup.mjs';

ensureNodeModules();
const loader = pathToFileURL(path.join(root, 'scripts/as-shipped.mjs')).href;
const bench = (file) => run(process.execPath, ['--expose-gc', '--import', loader, path.join(root, 'bench', file)]);
if (process.argv.includes('centerline')) {
  ensureDebianPackages({ 'python3-skimage': () => existsSync('/usr/lib/python3/dist-packages/skimage') });
  bench('centerline/table.ts');
} else bench('bench.ts');
