import { afterEach, describe, expect, it, vi } from 'vitest';
import { refusedAtDoor } from '../src/server/doorkeeper';

const asked = (path: string, headers: Record<string, string>, method = 'GET') =>
  refusedAtDoor({ url: `http://127.0.0.1:3000${path}`, method, headers: new Headers(headers) });

describe('at the door', () => {
  afterEach(() => vi.unstubAllEnvs());

  it.each([
    ['a page of our own', '/api/jobs', { host: '127.0.0.1:3000', origin: 'http://127.0.0.1:3000' }, 'PUT'],
    ['a program', '/api/jobs', { host: 'localhost:3000' }, 'POST'],
    ['a typed address', '/', { host: '[::1]:3000', 'sec-fetch-site': 'none' }, 'GET'],
    ['a link from elsewhere', '/jobs/1', { host: '127.0.0.1:3000', 'sec-fetch-site': 'cross-site' }, 'GET'],
  ])('lets in %s', (_, path, headers, method) =>
    expect(asked(path, headers as unknown as Record<string, string>, method)).toBeNull(),
  );

  it.each([
    ['another name', '/', { host: 'needlefile.example' }, 'GET'],
    ['no name', '/', {}, 'GET'],
    ['a name that begins as ours', '/', { host: '127.0.0.1.example:3000' }, 'GET'],
    ['another page that writes', '/api/jobs', { host: '127.0.0.1:3000', origin: 'http://elsewhere.example' }, 'POST'],
    ['another port’s page', '/api/jobs', { host: '127.0.0.1:3000', origin: 'http://127.0.0.1:4000' }, 'POST'],
    ['a page in a sandbox', '/api/jobs', { host: '127.0.0.1:3000', origin: 'null' }, 'POST'],
    ['another page that reads', '/api/jobs', { host: '127.0.0.1:3000', 'sec-fetch-site': 'same-site' }, 'GET'],
    ['another page that posts a form', '/', { host: '127.0.0.1:3000', 'sec-fetch-site': 'cross-site' }, 'POST'],
  ])('refuses %s', (_, path, headers, method) =>
    expect(asked(path, headers as unknown as Record<string, string>, method)).toMatch(/\w+/),
  );

  it('answers to the names that it is given', () => {
    vi.stubEnv('NEEDLEFILE_HOSTS', 'bench.local, Press-Room');
    expect(asked('/', { host: 'press-room:3000' })).toBeNull();
    expect(asked('/', { host: 'other-room:3000' })).not.toBeNull();
  });
});
