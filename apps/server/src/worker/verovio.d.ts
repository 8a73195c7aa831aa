declare module 'verovio/wasm' {
  const createModule: () => Promise<unknown>;
  export default createModule;
}
declare module 'verovio/esm' {
  import type { Engine } from '@cifra/engrave';
  export const VerovioToolkit: new (module: unknown) => Engine;
}
declare module 'svg-to-pdfkit' {
  import type PDFDocument from 'pdfkit';
  interface Options {
    width?: number;
    height?: number;
    assumePt?: boolean;
    precision?: number;
    fontCallback?: (family: string, bold: boolean, italic: boolean) => string;
    warningCallback?: (warning: string) => void;
  }
  export default function toPdf(doc: typeof PDFDocument.prototype, svg: string, x: number, y: number, options?: Options): void;
}
