import path from 'node:path';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** The longest begin first, or one worker would wait for them at the end: other programs take their time. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files);
    const isLong = ({ moduleId }: TestSpecification): boolean => moduleId.includes('/second-opinion/files.');
    return [...sorted.filter(isLong), ...sorted.filter((file) => !isLong(file))];
  }
}

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
    projects: [
      {
        extends: true,
        // Nothing in the core keeps a state that one test could leave to another: its files share what is loaded, and
        // what is compiled.
        test: {
          name: 'core',
          include: ['core/test/**/*.test.ts', 'second-opinion/*.test.ts'],
          isolate: false,
          restoreMocks: true,
          // One project after the other: at once, each would have one worker, and the longer one end alone.
          sequence: { groupOrder: 0 },
        },
      },
      {
        extends: true,
        test: {
          name: 'cli and web',
          include: ['{cli,web}/test/**/*.test.ts'],
          sequence: { groupOrder: 1 },
        },
      },
      {
        extends: true,
        // Each test closes the page that it opened. To load all of the application takes as long as some ten of them.
        test: {
          name: 'screens',
          include: ['web/test/screens/*.test.tsx'],
          setupFiles: ['scripts/property-seed.ts', 'web/test/screens/setup.ts'],
          isolate: false,
          sequence: { groupOrder: 2 },
        },
      },
    ],
    // A throttled machine takes ten times as long as a quiet one.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    sequence: { sequencer: LongestFirst },
    setupFiles: ['scripts/property-seed.ts'],
    // Left to itself it leaves a core idle, which is half of a machine with two.
    maxWorkers: '100%',
  },
});
