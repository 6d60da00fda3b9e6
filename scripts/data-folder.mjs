/** Where the database lives, and the lock that keeps two starts out of it. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './setup.mjs';

/**
 * NEEDLEFILE_DATA, or `.data` here. Run as root, the database is run by user postgres: where that user cannot enter
 * this checkout (under a closed home folder), a folder of this checkout's own under /var/lib is used instead.
 */
export function dataFolder() {
  if (process.env.NEEDLEFILE_DATA) return made(path.resolve(process.env.NEEDLEFILE_DATA));
  const here = made(path.join(root, '.data'));
  const asRoot = process.getuid?.() === 0;
  if (!asRoot || spawnSync('runuser', ['-u', 'postgres', '--', 'test', '-x', here]).status === 0) return here;
  return made(`/var/lib/needlefile/${createHash('sha256').update(root).digest('hex').slice(0, 12)}`);
}

function made(folder) {
  mkdirSync(folder, { recursive: true });
  return folder;
}

/**
 * Takes the lock for this process, or tells who holds it. Called again with the address once that is known.
 * @returns the other start that runs, or null
 */
export function holdLock(folder, address) {
  const file = path.join(folder, 'start.lock');
  const mine = JSON.stringify({ pid: process.pid, address });
  if (address !== undefined) writeFileSync(file, mine);
  else {
    for (;;) {
      try {
        writeFileSync(file, mine, { flag: 'wx' });
        break;
      } catch (error) {
        if (error.code !== 'EEXIST') throw error;
        const other = readLock(file);
        if (other && runs(other.pid)) return other;
        rmSync(file, { force: true });
      }
    }
    process.on('exit', () => rmSync(file, { force: true }));
  }
  return null;
}

function readLock(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

/** After a reboot, the number may belong to some other program. */
function runs(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs');
  } catch {
    return false;
  }
}
