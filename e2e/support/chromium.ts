/** Debian's Chromium, as it must be started in a container and for pictures that do not change. */
export const chromiumArguments = [
  '--no-sandbox', // Chromium does not start as root otherwise.
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--font-render-hinting=none',
  '--force-color-profile=srgb',
];
