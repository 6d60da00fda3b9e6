/** Told with every answer. */
export const HEADERS = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'x-frame-options': 'DENY',
} as const;

/** Answers with data run nothing, wherever they are opened. */
export const DATA_POLICY = "default-src 'none'; frame-ancestors 'none'; sandbox";

/**
 * What a page may load and run (W3C, "Content Security Policy Level 3"): its own files, and scripts that carry the
 * nonce. The core's workers start WebAssembly; styles set on single elements place what is drawn.
 */
export function contentPolicy(nonce: string): string {
  const development = process.env.NODE_ENV === 'development';
  const own = nonce === '' ? "'self'" : `'self' 'nonce-${nonce}'`;
  return [
    "default-src 'none'",
    `script-src ${own} 'wasm-unsafe-eval'${development ? " 'unsafe-eval'" : ''}`,
    `style-src ${own}${development ? " 'unsafe-inline'" : ''}`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${development ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}
