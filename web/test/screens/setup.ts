import { JSDOM } from 'jsdom';
import { populateGlobal } from 'vitest/runtime';
import { afterEach } from 'vitest';

// Files of screens share what is loaded, and so a page: what is loaded keeps hold of it.
if (!('document' in globalThis)) {
  const { window } = new JSDOM('<!DOCTYPE html>', { url: 'http://localhost:3000', pretendToBeVisual: true });
  populateGlobal(globalThis, window, { bindFunctions: true });
}

const { closePage } = await import('./open');
afterEach(closePage);
