import path from 'node:path';
import type { NextConfig } from 'next';

const repository = path.join(import.meta.dirname, '..');

const config: NextConfig = {
  transpilePackages: ['@needlefile/core', '@needlefile/faces', '@needlefile/demo'],
  // Loaded by Node itself, so that it finds its .wasm beside its own file.
  serverExternalPackages: ['harfbuzzjs'],
  outputFileTracingRoot: repository,
  turbopack: {
    root: repository,
    resolveAlias: { module: { browser: './src/worker/no-node-module.ts' } },
  },
  devIndicators: false,
  poweredByHeader: false,
};

export default config;
