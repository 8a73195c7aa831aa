import { dirname, join } from 'node:path';
import { FIGURE_FACE, type Page, SIGN_FACE, TITLE_FACE } from '@cifra/engrave';
import PDFDocument from 'pdfkit';
import toPdf from 'svg-to-pdfkit';

const POINTS_PER_MM100 = 72 / 2540;
/** Curves to half a circle: viewers that flatten small curves coarsely still show a hole round. */
const CURVE_PRECISION = 4;

const fontFile = (pkg: string, file: string): string => join(dirname(require.resolve(`@fontsource/${pkg}/package.json`)), 'files', `${pkg}-${file}.woff`);

const plainName = (family: string): string => (family.split(',')[0] ?? '').trim().replace(/^["']|["']$/g, '');

/** The faces of a page; the same files are shipped to the browser. */
const FACES: Readonly<Record<string, { readonly regular: string; readonly bold: string }>> = {
  [FIGURE_FACE]: { regular: fontFile('archivo-narrow', 'latin-400-normal'), bold: fontFile('archivo-narrow', 'latin-600-normal') },
  [plainName(TITLE_FACE)]: { regular: fontFile('source-serif-4', 'latin-400-normal'), bold: fontFile('source-serif-4', 'latin-600-normal') },
  [SIGN_FACE]: { regular: fontFile('noto-sans-symbols', 'symbols-400-normal'), bold: fontFile('noto-sans-symbols', 'symbols-600-normal') },
};

function registerFaces(doc: PDFKit.PDFDocument): void {
  for (const [name, { regular, bold }] of Object.entries(FACES)) {
    doc.registerFont(name, regular);
    doc.registerFont(`${name} bold`, bold);
  }
}

/** The registered face for a family name; quotes and fallbacks are dropped. */
function faceFor(family: string, bold: boolean): string {
  const name = plainName(family);
  const known = FACES[name] === undefined ? FIGURE_FACE : name;
  return bold ? `${known} bold` : known;
}

/**
 * Writes engraved parts as one PDF, vectors and embedded fonts, with a bookmark for each part.
 * @throws Error when a page holds something that cannot be drawn: a bug, since every page is our own
 */
export function writePdf(title: string, parts: readonly { readonly title: string; readonly pages: readonly Page[] }[]): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const doc = new PDFDocument({ autoFirstPage: false, info: { Title: title, Creator: 'Cifra' }, lang: 'en', compress: true });
    const chunks: Uint8Array[] = [];
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
    doc.on('end', () => resolve(new Uint8Array(Buffer.concat(chunks))));
    doc.on('error', reject);
    registerFaces(doc);
    for (const part of parts) {
      part.pages.forEach((page, i) => {
        const size: [number, number] = [page.width * POINTS_PER_MM100, page.height * POINTS_PER_MM100];
        doc.addPage({ size, margin: 0 });
        if (i === 0) doc.outline.addItem(part.title);
        toPdf(doc, page.svg, 0, 0, { precision: CURVE_PRECISION, fontCallback: (family, bold) => faceFor(family, bold) });
      });
    }
    doc.end();
  });
}
