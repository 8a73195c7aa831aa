declare module 'verovio/wasm' {
  const createModule: () => Promise<unknown>;
  export default createModule;
}
declare module 'verovio/esm' {
  import type { Engine } from '@cifra/engrave';
  export const VerovioToolkit: new (module: unknown) => Engine;
}
