import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { FIGURE_FACE, SIGN_FACE, TITLE_FACE } from '@cifra/engrave';
import { woffToSfnt } from './woffToSfnt';

const fontFile = (pkg: string, file: string): string =>
  join(dirname(require.resolve(`@fontsource/${pkg}/package.json`)), 'files', `${pkg}-${file}.woff`);

const plainName = (family: string): string => (family.split(',')[0] ?? '').trim().replace(/^["']|["']$/g, '');

/** The faces of a page; the same files are shipped to the browser. */
const FACES: Readonly<Record<string, { readonly regular: string; readonly bold: string }>> = {
  [FIGURE_FACE]: {
    regular: fontFile('archivo-narrow', 'latin-400-normal'),
    bold: fontFile('archivo-narrow', 'latin-600-normal'),
  },
  [plainName(TITLE_FACE)]: {
    regular: fontFile('source-serif-4', 'latin-400-normal'),
    bold: fontFile('source-serif-4', 'latin-600-normal'),
  },
  [SIGN_FACE]: {
    regular: fontFile('noto-sans-symbols', 'symbols-400-normal'),
    bold: fontFile('noto-sans-symbols', 'symbols-600-normal'),
  },
};

const unpacked = new Map<string, Buffer>();

/** A face's bytes, unpacked once. */
function fontBytes(file: string): Buffer {
  let bytes = unpacked.get(file);
  if (bytes === undefined) unpacked.set(file, (bytes = woffToSfnt(readFileSync(file))));
  return bytes;
}

/** Makes the faces known to a document. */
export function registerFaces(doc: PDFKit.PDFDocument): void {
  for (const [name, { regular, bold }] of Object.entries(FACES)) {
    doc.registerFont(name, fontBytes(regular));
    doc.registerFont(`${name} bold`, fontBytes(bold));
  }
}

/** The registered face for a family name; quotes and fallbacks are dropped. */
export function faceFor(family: string, bold: boolean): string {
  const name = plainName(family);
  const known = FACES[name] === undefined ? FIGURE_FACE : name;
  return bold ? `${known} bold` : known;
}
