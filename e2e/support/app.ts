import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import path from 'node:path';
import { test as base } from '@playwright/test';
import postgres from 'postgres';

interface WorkerApp {
  readonly url: string;
  /** Puts the worker's database back to the seeded template. */
  readonly reset: () => Promise<void>;
}

/** Each Playwright worker has its own production server on its own copy of the seeded database. */
export const test = base.extend<{ freshData: void }, { app: WorkerApp }>({
  app: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use, workerInfo) => {
      const admin = process.env.E2E_ADMIN_URL;
      if (!admin) throw new Error('E2E_ADMIN_URL is not set: run `npm test`');
      const name = `e2e_${workerInfo.parallelIndex}`;
      const sql = postgres(admin, { max: 1, onnotice: () => {} });
      const reset = async () => {
        await sql`drop database if exists ${sql(name)} with (force)`;
        await sql`create database ${sql(name)} template e2e_template strategy file_copy`;
      };
      await reset();
      const port = await freePort();
      const url = `http://127.0.0.1:${port}`;
      const web = path.join(import.meta.dirname, '../../web');
      const server = spawn(
        'setpriv',
        [
          '--pdeathsig',
          'KILL',
          process.execPath,
          '../node_modules/next/dist/bin/next',
          'start',
          '-H',
          '127.0.0.1',
          '-p',
          String(port),
        ],
        {
          cwd: web,
          env: { ...process.env, DATABASE_URL: admin.replace(/[^/]*$/, name) },
          stdio: ['ignore', 'ignore', 'inherit'],
        },
      );
      await answers(url);
      await use({ url, reset });
      server.kill('SIGTERM');
      await sql.end();
    },
    { scope: 'worker', timeout: 300_000 },
  ],
  baseURL: ({ app }, use) => use(app.url),
  // The whole check beside the bed, at any width.
  page: async ({ page }, use) => {
    await page.addInitScript(() => window.localStorage.setItem('needlefile folded', 'none'));
    await use(page);
  },
  freshData: [
    async ({ app }, use) => {
      await app.reset();
      await use();
    },
    { auto: true },
  ],
});
export { expect } from '@playwright/test';

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject).listen(0, '127.0.0.1', () => {
      const address = server.address();
      const port = typeof address === 'object' && address ? address.port : 0;
      server.close(() => resolve(port));
    });
  });
}

async function answers(url: string): Promise<void> {
  for (let attempt = 0; attempt < 2_000; attempt++) {
    if (
      await fetch(url).then(
        (response) => response.ok,
        () => false,
      )
    )
      return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`${url} does not answer`);
}
