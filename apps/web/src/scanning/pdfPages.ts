import type { PDFDocumentProxy } from 'pdfjs-dist';
import pdfWorker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

/** Points to the inch at which a page is read, and the longest side of its small picture in points. */
const DPI = 220;
const PDF_DPI = 72;
const THUMBNAIL = 260;
/** A page that is drawn at more points than this is drawn smaller. */
const MOST_POINTS = 20e6;

/** A PDF whose pages can be looked at. */
export interface PdfPages {
  readonly count: number;
  /** A small picture of a page, from 1, as an address that holds it. */
  readonly thumbnail: (page: number) => Promise<string>;
  /** A page as a picture to be read. */
  readonly picture: (page: number) => Promise<Blob>;
  readonly close: () => void;
}

/** Why a PDF cannot be opened. */
export class PdfRefused extends Error {}

async function drawn(pdf: PDFDocumentProxy, number: number, scaleOf: (w: number, h: number) => number) {
  const page = await pdf.getPage(number);
  const { width, height } = page.getViewport({ scale: 1 });
  const viewport = page.getViewport({ scale: scaleOf(width, height) });
  const canvas = document.createElement('canvas');
  canvas.width = Math.ceil(viewport.width);
  canvas.height = Math.ceil(viewport.height);
  const pen = canvas.getContext('2d');
  if (pen === null) throw new PdfRefused('This browser gives no room to draw the page.');
  await page.render({ canvasContext: pen, viewport, background: '#ffffff' }).promise;
  page.cleanup();
  return canvas;
}

/**
 * Opens a PDF. Nothing in it is run, and nothing is fetched for it.
 * @throws PdfRefused with a sentence that says why not
 */
export async function openPdf(file: Blob): Promise<PdfPages> {
  const { getDocument, GlobalWorkerOptions } = await import('pdfjs-dist');
  GlobalWorkerOptions.workerSrc = pdfWorker;
  const task = getDocument({ data: await file.arrayBuffer(), isEvalSupported: false, useSystemFonts: true });
  let pdf: PDFDocumentProxy;
  try {
    pdf = await task.promise;
  } catch (e) {
    void task.destroy();
    throw new PdfRefused(
      e instanceof Error && e.name === 'PasswordException'
        ? 'This PDF is locked with a password. Open it where you know the password, and save or print it without one.'
        : 'This file is no PDF that can be opened. Save it again, or photograph the page.',
    );
  }
  return {
    count: pdf.numPages,
    thumbnail: async (page) => (await drawn(pdf, page, (w, h) => THUMBNAIL / Math.max(w, h))).toDataURL(),
    picture: async (page) => {
      const canvas = await drawn(pdf, page, (w, h) => Math.min(DPI / PDF_DPI, Math.sqrt(MOST_POINTS / (w * h))));
      return new Promise((resolve, reject) =>
        canvas.toBlob((b) => (b === null ? reject(new PdfRefused('The page could not be drawn.')) : resolve(b))),
      );
    },
    close: () => void task.destroy(),
  };
}
