import type { Page } from '@cifra/engrave';
import PDFDocument from 'pdfkit';
import { PageDrawer } from './drawPage';
import { faceFor, registerFaces } from './pdfFaces';

const POINTS_PER_MM100 = 72 / 2540;

/**
 * Writes engraved parts as one PDF: vectors and embedded fonts, a bookmark for each part, title and language said,
 * every page a tagged section with its words in reading order.
 * @throws Error when a page holds something that cannot be drawn: a bug, since every page is our own
 */
export function writePdf(
  title: string,
  parts: readonly { readonly title: string; readonly pages: readonly Page[] }[],
): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const doc = new PDFDocument({
      autoFirstPage: false,
      pdfVersion: '1.7',
      tagged: true,
      displayTitle: true,
      info: { Title: title, Creator: 'Cifra' },
      lang: 'en',
      compress: true,
    });
    const chunks: Uint8Array[] = [];
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
    doc.on('end', () => resolve(new Uint8Array(Buffer.concat(chunks))));
    doc.on('error', reject);
    registerFaces(doc);
    const drawer = new PageDrawer(doc, POINTS_PER_MM100, faceFor);
    const document = doc.struct('Document', { title, lang: 'en' });
    doc.addStructure(document);
    for (const part of parts) {
      part.pages.forEach((page, i) => {
        doc.addPage({ size: [page.width * POINTS_PER_MM100, page.height * POINTS_PER_MM100], margin: 0 });
        if (i === 0) doc.outline.addItem(part.title);
        const said = part.pages.length === 1 ? part.title : `${part.title}, page ${i + 1}`;
        document.add(doc.struct('Sect', { title: said, lang: 'en' }, () => drawer.page(page.svg)));
      });
    }
    document.end();
    doc.end();
  });
}
