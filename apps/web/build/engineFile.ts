import type { Plugin } from 'vite';

const ENGINE = /verovio\/dist\/verovio-module\.mjs$/;
/** Where the engine keeps its program as text, and where it starts it. */
const PROGRAM = /function findWasmBinary\(\)\{return binaryDecode\(('(?:[^'\\]|\\[\s\S])*')\)\}/;
const START = 'WebAssembly.instantiate(binary,imports)';

/**
 * Takes the engraving engine's program out of its module and serves it as a file of its own: a third of the text to
 * read, compiled while it comes, and kept compiled by the browser.
 */
export function engineFile(): Plugin {
  return {
    name: 'engine-file',
    apply: 'build',
    transform(code, id) {
      if (!ENGINE.test(id)) return undefined;
      const literal = PROGRAM.exec(code)?.[1];
      if (literal === undefined || !code.includes(START))
        this.error('the engraving engine is built otherwise than this plugin knows: leave it out, or teach it');
      const text = new Function(`return ${literal}`)() as string;
      // As the engine itself decodes it: what lies beyond a byte stands for nothing.
      const source = Uint8Array.from(text, (c) => (c.charCodeAt(0) > 0xff ? 0 : c.charCodeAt(0)));
      const file = this.emitFile({ type: 'asset', name: 'engine.wasm', source });
      return {
        code: code
          .replace(PROGRAM, () => `function findWasmBinary(){return import.meta.ROLLUP_FILE_URL_${file}}`)
          .replace(START, 'WebAssembly.instantiateStreaming(fetch(binary),imports)'),
        map: null,
      };
    },
  };
}
