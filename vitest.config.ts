import { defineConfig } from 'vitest/config';

export default defineConfig({ test: { environment: 'node', include: ['core/test/**/*.test.ts', 'cli/test/**/*.test.ts', 'web/test/**/*.test.ts'], testTimeout: 60_000 } });
