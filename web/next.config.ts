import path from 'node:path';
import type { NextConfig } from 'next';
import { DATA_POLICY, HEADERS } from './src/server/security-headers';

const repository = path.join(import.meta.dirname, '..');

const DATA_HEADERS = Object.entries({ ...HEADERS, 'content-security-policy': DATA_POLICY }).map(([key, value]) => ({
  key,
  value,
}));

const config: NextConfig = {
  transpilePackages: ['@needlefile/core', '@needlefile/faces', '@needlefile/pictures', '@needlefile/demo'],
  // Loaded by Node itself, so that it finds its .wasm beside its own file.
  serverExternalPackages: ['harfbuzzjs', 'sharp'],
  outputFileTracingRoot: repository,
  turbopack: {
    root: repository,
    resolveAlias: { module: { browser: './src/worker/no-node-module.ts' } },
  },
  // Pages get theirs, with a nonce, from src/proxy.ts.
  headers: () => Promise.resolve([{ source: '/api/:path*', headers: DATA_HEADERS }]),
  // The checks look at them, and more quickly.
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
  poweredByHeader: false,
};

export default config;
