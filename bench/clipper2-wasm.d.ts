// The package's own `types` entry names a file it does not ship (0.4.0).
declare module 'clipper2-wasm/dist/es/clipper2z.js' {
  import type { MainModule } from 'clipper2-wasm/dist/clipper2z.d.ts';
  const createClipper: () => Promise<MainModule>;
  export default createClipper;
}
