/** The web application's production build, made again only when what it is made of has changed. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { bin, root, run } from './setup.mjs';

const web = path.join(root, 'web');
const SOURCES = ['core/src', 'faces/src', 'pictures/src', 'demo/src', 'web/src', 'web/public'];
const FILES = ['package-lock.json', 'web/next.config.ts', 'web/tsconfig.json', 'tsconfig.base.json'];

export function buildIfChanged() {
  const hash = createHash('sha256');
  for (const file of FILES) hash.update(readFileSync(path.join(root, file)));
  for (const folder of SOURCES) addFolder(hash, path.join(root, folder));
  const digest = hash.digest('hex');
  const mark = path.join(web, '.next/built-from');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === digest) return;
  run(bin('next'), ['build'], { cwd: web });
  writeFileSync(mark, digest);
}

function addFolder(hash, folder) {
  if (!existsSync(folder)) return;
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) addFolder(hash, file);
    else hash.update(file).update(readFileSync(file));
  }
}
