import type { PaperName } from '@cifra/contract';
import { FIGURE_FACE, SIGN_FACE, TITLE_FACE } from '@cifra/engrave';
import PDFDocument from 'pdfkit';
import { faceFor, registerFaces } from './pdfFaces';

/** A page of words: a heading, a line under it, sections of lines. */
export interface WordsPage {
  readonly title: string;
  readonly under: string;
  readonly word: string | undefined;
  readonly sections: readonly { readonly heading: string; readonly lines: readonly string[] }[];
  readonly foot: string;
  readonly paper: PaperName;
}

const MARGIN = 62;
const SIZE = { title: 22, under: 11, heading: 13, text: 10.5, foot: 8.5 };
const INK = '#15213a';
const SIGNS = /^[♭♯♮\u{1d12a}\u{1d12b}]/u;
const QUIET = '#4b5872';

/** Writes a page of words as PDF, tagged, in the faces of the music's pages. */
export function writeWords({ title, under, word, sections, foot, paper }: WordsPage): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const doc = new PDFDocument({
      size: paper === 'a4' ? 'A4' : 'LETTER',
      margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: MARGIN },
      bufferPages: true,
      pdfVersion: '1.7',
      tagged: true,
      displayTitle: true,
      info: { Title: title, Creator: 'Cifra' },
      lang: 'en',
    });
    const chunks: Uint8Array[] = [];
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
    doc.on('end', () => resolve(new Uint8Array(Buffer.concat(chunks))));
    doc.on('error', reject);
    registerFaces(doc);
    const [titles, text, signs] = [faceFor(TITLE_FACE, true), faceFor(FIGURE_FACE, false), faceFor(SIGN_FACE, false)];
    const root = doc.struct('Document', { title, lang: 'en' });
    doc.addStructure(root);
    /** From the line up to the top of a face, in points at the size of now; pdfkit's types leave the face out. */
    const ascent = (face: string): number => {
      const { _font, _fontSize } = doc.font(face) as unknown as {
        readonly _font: { readonly ascender: number };
        readonly _fontSize: number;
      };
      return (_font.ascender / 1000) * _fontSize;
    };
    /** A line of words; signs that the face has not are taken from the one that has them. */
    const line = (words: string, options: { readonly lineGap?: number; readonly paragraphGap?: number } = {}): void => {
      const runs = words.split(/([♭♯♮\u{1d12a}\u{1d12b}]+)/u).filter((run) => run !== '');
      runs.forEach((run, i) => {
        const isSign = SIGNS.test(run);
        // Faces hang from their tops, and the signs' is higher: both are set on the line of the words.
        const baseline = -ascent(text);
        doc.font(isSign ? signs : text).text(run, { ...options, baseline, continued: i < runs.length - 1 });
      });
    };
    const said = (kind: 'H1' | 'H2' | 'P', draw: () => void): void => {
      root.add(doc.struct(kind, {}, draw));
    };
    said('H1', () => {
      doc.font(titles).fontSize(SIZE.title).fillColor(INK).text(title);
    });
    said('P', () => {
      doc.fontSize(SIZE.under).fillColor(QUIET);
      line(under);
    });
    if (word !== undefined)
      said('P', () => {
        doc.moveDown(1).fontSize(SIZE.under).fillColor(INK);
        line(word, { lineGap: 3 });
      });
    for (const { heading, lines } of sections) {
      said('H2', () => {
        doc.moveDown(1.1).font(titles).fontSize(SIZE.heading).fillColor(INK).text(heading).moveDown(0.2);
      });
      for (const words of lines)
        said('P', () => {
          doc.fontSize(SIZE.text).fillColor(INK);
          line(words, { lineGap: 2.5, paragraphGap: 2 });
        });
    }
    root.end();
    const { start, count } = doc.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      doc.switchToPage(i);
      // Below the margin the page would break: the foot stands in it.
      doc.page.margins.bottom = 0;
      doc
        .font(text)
        .fontSize(SIZE.foot)
        .fillColor(QUIET)
        .text(
          count === 1 ? foot : `${foot}, page ${i - start + 1} of ${count}`,
          MARGIN,
          doc.page.height - MARGIN * 0.7,
          { lineBreak: false },
        );
    }
    doc.end();
  });
}
