/**
 * `npm run faults`: breaks a running Needlefile on purpose, on a data folder of its own, and looks whether anything
 * stops, is lost or lets in what it should not: stale saves all at once, an answer that got lost, two tabs, a release
 * while others ask, the database and the server killed, foreign pages. Each prints what was seen.
 */
import { spawn } from 'node:child_process';
import { appendFileSync, chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import { anyFreePort } from './ports.mjs';
import { root } from './setup.mjs';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-faults-'));
// The database's own user must be able to enter it.
chmodSync(folder, 0o755);
const port = await anyFreePort();
const address = `http://127.0.0.1:${port}`;
const starter = spawn(process.execPath, [path.join(root, 'scripts/start.mjs')], {
  env: { ...process.env, NEEDLEFILE_DATA: folder, PORT: String(port), DATABASE_URL: undefined },
  stdio: ['ignore', 'pipe', 'pipe'],
});
let said = '';
for (const stream of [starter.stdout, starter.stderr]) stream.on('data', (data) => (said += data));

const ask = async (place, { method = 'GET', body, headers = {} } = {}) => {
  const begin = performance.now();
  const response = await fetch(address + place, {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    body: body === undefined ? undefined : JSON.stringify(body),
    signal: AbortSignal.timeout(60_000),
  }).catch(() => null);
  const text = response ? await response.text() : '';
  return { status: response?.status ?? 0, text, ms: performance.now() - begin };
};
const json = async (place, options) => JSON.parse((await ask(place, options)).text);

/** Asks again and again until it is answered well; how long that took, ms. */
async function untilWell(longest) {
  const begin = performance.now();
  while (performance.now() - begin < longest) {
    if ((await ask('/api/jobs')).status === 200) return performance.now() - begin;
    await sleep(250);
  }
  throw new Error(`Not well again after ${longest / 1000} s. It said:\n${said.slice(-2000)}`);
}

function assert(truth, text) {
  if (!truth) throw new Error(text);
}

const newJob = (words, more = {}) =>
  json('/api/jobs', { method: 'POST', body: { recipe: { make: 'cut-through', lettering: { words, ...more } } } });
const put = (job, base, recipe) => ask(`/api/jobs/${job.id}`, { method: 'PUT', body: { base, recipe } });

const pidIn = (file) => Number(readFileSync(file, 'utf8').split('\n')[0]);
const serverPid = () => Number(readFileSync(`/proc/${starter.pid}/task/${starter.pid}/children`, 'utf8').trim());

const FAULTS = {
  'forty stale saves at once are all answered, and so is everybody else': async () => {
    const job = await newJob('FENNY');
    await put(job, 1, { ...job.recipe, name: 'Two' });
    const stale = Array.from({ length: 40 }, (_, i) => put(job, 1, { ...job.recipe, name: `Late ${i}` }));
    const limits = Array.from({ length: 8 }, async () => {
      const { shop } = await json('/api/shop');
      return ask('/api/shop', { method: 'PUT', body: { base: 7, shop } });
    });
    const other = await ask('/api/jobs');
    const answers = await Promise.all([...stale, ...limits]);
    assert(other.status === 200, `somebody else got ${other.status}`);
    assert(
      answers.every(({ status }) => status === 409),
      `got ${answers.map(({ status }) => status)}`,
    );
    return `48 times 409, the slowest in ${Math.round(Math.max(...answers.map(({ ms }) => ms)))} ms`;
  },

  'a save whose answer got lost is done, and not a conflict with itself': async () => {
    const job = await newJob('FENNY');
    const [first, again] = [
      await put(job, 1, { ...job.recipe, name: 'Same' }),
      await put(job, 1, { ...job.recipe, name: 'Same' }),
    ];
    assert(first.status === 200 && again.status === 200, `got ${first.status}, then ${again.status}`);
    assert(first.text === again.text, 'the second answer is another');
    const other = await put(job, 1, { ...job.recipe, name: 'Other' });
    assert(other.status === 409, `another recipe on the same base got ${other.status}`);
    return 'the same answer twice';
  },

  'while a large release is written, nobody else waits': async () => {
    const size = { by: 'cap height', value: 30 };
    const words = Array.from({ length: 12 }, () => 'BODGER & QUAKER ® GOODBOARDS').join('\n');
    const job = await newJob(words, { size });
    const drawings = Array.from({ length: 4 }, async (_, i) => {
      const { id } = await newJob(`${words}\n${i}`, { size });
      return ask(`/api/jobs/${id}/summary`);
    });
    const written = ask(`/api/jobs/${job.id}/releases`, { method: 'POST', body: { revision: 1 } });
    let over = false;
    void written.then(() => (over = true));
    const waits = [];
    while (!over) {
      waits.push((await ask('/api/jobs')).ms);
      await sleep(20);
    }
    const { status, text, ms } = await written;
    const lines = text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
    assert(status === 200 && lines.at(-1).result, `the release ended with ${text.slice(-300)}`);
    assert(lines.length > 4, 'no progress was told');
    waits.sort((a, b) => a - b);
    const [median, worst] = [waits[Math.floor(waits.length / 2)], waits.at(-1)];
    const drawn = (await Promise.all(drawings)).map((each) => each.status);
    assert(
      drawn.every((each) => each === 200),
      `the drawings got ${drawn}`,
    );
    // 200 ms is the goal on a quiet machine. One that is throttled is slow with everything, the release before all:
    // whoever waited for it would have waited for most of it.
    assert(worst < Math.max(1500, ms / 3), `one request waited ${Math.round(worst)} of ${Math.round(ms)} ms`);
    const waited = `${Math.round(median)} ms, at most ${Math.round(worst)} ms`;
    return `release in ${Math.round(ms)} ms; ${waits.length} others waited ${waited}`;
  },

  'a release that is taken back leaves its thread to others': async () => {
    const job = await newJob('QUAKER\n'.repeat(12).trim());
    const stopper = new AbortController();
    setTimeout(() => stopper.abort(), 300);
    const body = JSON.stringify({ revision: 1 });
    const headers = { 'content-type': 'application/json' };
    await fetch(`${address}/api/jobs/${job.id}/releases`, { method: 'POST', body, headers, signal: stopper.signal })
      .then((response) => response.text())
      .catch(() => {});
    const small = await newJob('A');
    const { text, ms } = await ask(`/api/jobs/${small.id}/releases`, { method: 'POST', body: { revision: 1 } });
    assert(text.includes('"result"'), text.slice(-300));
    return `the next release was written in ${Math.round(ms)} ms`;
  },

  'two tabs: the save of one leaves the unsaved work of the other': async () => {
    const job = await newJob('FENNY');
    const browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu'],
    });
    try {
      const context = await browser.newContext();
      const open = async () => {
        const page = await context.newPage();
        await page.goto(`${address}/jobs/${job.id}`);
        await page.getByText(/^Saved/).waitFor({ timeout: 120_000 });
        return page;
      };
      const words = (page) => page.getByLabel('Words', { exact: true });
      const [one, two] = [await open(), await open()];
      // What the first tab sends never arrives, and the half-typed name is all there is of it.
      await one.route('**/api/jobs/*', (route) =>
        route.request().method() === 'PUT' ? route.abort() : route.continue(),
      );
      await one.getByLabel('Job name').pressSequentially(' and half a na');
      await one.getByText('Not saved; kept here, trying again').waitFor({ timeout: 120_000 });
      await words(two).fill('SECOND');
      await two.getByText(/^Saved/).waitFor({ timeout: 120_000 });
      await sleep(1500);
      await one.close();
      const again = await context.newPage();
      await again.goto(`${address}/jobs/${job.id}`);
      await again.getByText('This job was changed elsewhere').waitFor({ timeout: 120_000 });
      await again.getByRole('button', { name: /^Use mine/ }).click();
      await again.getByText(/^Saved/).waitFor({ timeout: 120_000 });
      const { recipe } = await json(`/api/jobs/${job.id}`);
      assert(recipe.name.includes('and half a na'), `the name came back as “${recipe.name}”`);
      return 'the first tab’s half-typed name came back in a third, beside the second’s words';
    } finally {
      await browser.close();
    }
  },

  'the database killed: 503 in words, then well again by itself': async () => {
    process.kill(pidIn(path.join(folder, 'pg/postmaster.pid')), 'SIGKILL');
    // Connections that are open may be answered for a moment more; after that in words, until it is started again.
    const began = Date.now();
    let refused = 0;
    while (!/The database stopped\. Starting it again/.test(said) && Date.now() - began < 120_000) {
      const { status, text } = await ask('/api/jobs');
      const inWords = status === 503 && text.includes('Nothing is lost');
      assert(status === 200 || inWords, `got ${status}: ${text.slice(0, 200)}`);
      if (inWords) refused++;
      await sleep(20);
    }
    const ms = await untilWell(180_000);
    assert(/The database stopped\. Starting it again/.test(said), 'the starter said nothing of it');
    return `${refused} times 503 before it was started again; well ${(ms / 1000).toFixed(1)} s after that`;
  },

  'the server killed: well again by itself': async () => {
    process.kill(serverPid(), 'SIGKILL');
    const ms = await untilWell(180_000);
    assert(/The server stopped\. Starting it again/.test(said), 'the starter said nothing of it');
    return `well again after ${(ms / 1000).toFixed(1)} s`;
  },

  'foreign pages and foreign names are refused': async () => {
    const foreign = { origin: 'http://elsewhere.example' };
    const made = await ask('/api/jobs', { method: 'POST', body: {}, headers: foreign });
    assert(made.status === 403, `a foreign origin got ${made.status}`);
    const read = await ask('/api/jobs', { headers: { 'sec-fetch-site': 'cross-site' } });
    assert(read.status === 403, `a foreign page got ${read.status}`);
    const named = await new Promise((resolve, reject) =>
      request(`${address}/`, { headers: { host: `elsewhere.example:${port}` } }, resolve)
        .on('error', reject)
        .end(),
    );
    assert(named.statusCode === 403, `a foreign name got ${named.statusCode}`);
    const { headers } = await fetch(address);
    const policy = headers.get('content-security-policy') ?? '';
    assert(
      /frame-ancestors 'none'/.test(policy) && !/unsafe-eval' |'unsafe-inline';/.test(policy.split('style')[0]),
      policy,
    );
    return '403 each; the page has its policy';
  },

  'a body without end is cut off at its limit': async () => {
    let sent = 0;
    const body = new ReadableStream({
      pull(controller) {
        sent += 65_536;
        if (sent > 300e6) controller.close();
        else controller.enqueue(new Uint8Array(65_536));
      },
    });
    const response = await fetch(`${address}/api/fonts?name=endless`, { method: 'POST', body, duplex: 'half' }).catch(
      () => null,
    );
    assert(response === null || response.status === 413, `got ${response?.status}`);
    assert(sent < 100e6, `${Math.round(sent / 1e6)} MB were taken`);
    return `${response?.status ?? 'cut off'} after ${Math.round(sent / 1e6)} MB of 300`;
  },
};

let [passed, failed] = [0, 0];
try {
  await untilWell(300_000);
  for (const [name, provoke] of Object.entries(FAULTS)) {
    try {
      console.log(`ok    ${name}: ${await provoke()}`);
      passed++;
    } catch (error) {
      console.log(`FAILS ${name}: ${error.message}`);
      failed++;
    }
  }
} finally {
  const ended = new Promise((resolve) => starter.once('exit', resolve));
  starter.kill('SIGTERM');
  await ended;
  rmSync(folder, { recursive: true, force: true });
}
console.log(`${passed} passed, ${failed} failed`);
// For the closing line of `npm test`.
if (process.env.TEST_COUNTS) appendFileSync(process.env.TEST_COUNTS, `${passed} ${failed} 0\n`);
process.exitCode = failed > 0 ? 1 : 0;
