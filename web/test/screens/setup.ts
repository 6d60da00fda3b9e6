import { builtinEnvironments } from 'vitest/runtime';
import { afterEach } from 'vitest';

// Files of screens share what is loaded, and so a page: what is loaded keeps hold of it.
if (!('document' in globalThis)) await builtinEnvironments.jsdom.setup(globalThis, {});

const { closePage } = await import('./open');
afterEach(closePage);
