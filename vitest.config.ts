import path from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  // As the web's own tsconfig has it.
  resolve: {
    alias: {
      '@': path.join(import.meta.dirname, 'web/src'),
      // Throws wherever the bundler has not taken it out.
      'server-only': path.join(import.meta.dirname, 'node_modules/server-only/empty.js'),
    },
  },
  test: {
    environment: 'node',
    include: ['{core,cli,web}/test/**/*.test.{ts,tsx}', 'second-opinion/*.test.ts'],
    // A throttled machine takes ten times as long as a quiet one.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    setupFiles: ['scripts/property-seed.ts'],
    // Left to itself it leaves a core idle, which is half of a machine with two.
    maxWorkers: '100%',
  },
});
