import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { FIGURE_FACE, type Page, SIGN_FACE, TITLE_FACE } from '@cifra/engrave';
import PDFDocument from 'pdfkit';
import { drawPage } from './drawPage';
import { woffToSfnt } from './woffToSfnt';

const POINTS_PER_MM100 = 72 / 2540;

const fontFile = (pkg: string, file: string): string => join(dirname(require.resolve(`@fontsource/${pkg}/package.json`)), 'files', `${pkg}-${file}.woff`);

const plainName = (family: string): string => (family.split(',')[0] ?? '').trim().replace(/^["']|["']$/g, '');

/** The faces of a page; the same files are shipped to the browser. */
const FACES: Readonly<Record<string, { readonly regular: string; readonly bold: string }>> = {
  [FIGURE_FACE]: { regular: fontFile('archivo-narrow', 'latin-400-normal'), bold: fontFile('archivo-narrow', 'latin-600-normal') },
  [plainName(TITLE_FACE)]: { regular: fontFile('source-serif-4', 'latin-400-normal'), bold: fontFile('source-serif-4', 'latin-600-normal') },
  [SIGN_FACE]: { regular: fontFile('noto-sans-symbols', 'symbols-400-normal'), bold: fontFile('noto-sans-symbols', 'symbols-600-normal') },
};

const unpacked = new Map<string, Buffer>();

/** A face's bytes, unpacked once. */
function fontBytes(file: string): Buffer {
  let bytes = unpacked.get(file);
  if (bytes === undefined) unpacked.set(file, (bytes = woffToSfnt(readFileSync(file))));
  return bytes;
}

function registerFaces(doc: PDFKit.PDFDocument): void {
  for (const [name, { regular, bold }] of Object.entries(FACES)) {
    doc.registerFont(name, fontBytes(regular));
    doc.registerFont(`${name} bold`, fontBytes(bold));
  }
}

/** The registered face for a family name; quotes and fallbacks are dropped. */
function faceFor(family: string, bold: boolean): string {
  const name = plainName(family);
  const known = FACES[name] === undefined ? FIGURE_FACE : name;
  return bold ? `${known} bold` : known;
}

/**
 * Writes engraved parts as one PDF: vectors and embedded fonts, a bookmark for each part, title and language said, every
 * page a tagged section with its words in reading order.
 * @throws Error when a page holds something that cannot be drawn: a bug, since every page is our own
 */
export function writePdf(title: string, parts: readonly { readonly title: string; readonly pages: readonly Page[] }[]): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const doc = new PDFDocument({ autoFirstPage: false, pdfVersion: '1.7', tagged: true, displayTitle: true, info: { Title: title, Creator: 'Cifra' }, lang: 'en', compress: true });
    const chunks: Uint8Array[] = [];
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
    doc.on('end', () => resolve(new Uint8Array(Buffer.concat(chunks))));
    doc.on('error', reject);
    registerFaces(doc);
    const document = doc.struct('Document', { title, lang: 'en' });
    doc.addStructure(document);
    for (const part of parts) {
      part.pages.forEach((page, i) => {
        doc.addPage({ size: [page.width * POINTS_PER_MM100, page.height * POINTS_PER_MM100], margin: 0 });
        if (i === 0) doc.outline.addItem(part.title);
        const said = part.pages.length === 1 ? part.title : `${part.title}, page ${i + 1}`;
        document.add(doc.struct('Sect', { title: said, lang: 'en' }, () => drawPage(doc, page.svg, POINTS_PER_MM100, faceFor)));
      });
    }
    document.end();
    doc.end();
  });
}
