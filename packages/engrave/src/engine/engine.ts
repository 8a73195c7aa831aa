/**
 * The part of the engraving library that is used. The library itself is loaded by the worker that runs this package.
 */
export interface Engine {
  setOptions(options: Readonly<Record<string, unknown>>): void;
  loadData(data: string): boolean | number;
  getPageCount(): number;
  renderToSVG(page: number): string;
}

/** Units of a drawing: hundredths of a millimetre. One staff space is 180, a staff 7.2 mm high. */
export const STAFF_SPACE = 180;
const UNIT = 9;

/**
 * Lays out an MEI document and gives its pages as SVG text.
 * @param widthMm100 width of a system in hundredths of a millimetre
 * @param staffGap room between two staves, in the library's units
 * @throws Error when the library refuses the document: the MEI is always our own, so that is a bug
 */
export function layOut(
  engine: Engine,
  mei: string,
  widthMm100: number,
  breaks: 'none' | 'encoded' | 'auto',
  staffGap = 3,
): string[] {
  // The music font is the library's own default, Leipzig: to name it would load it anew for every document.
  engine.setOptions({
    inputFrom: 'mei',
    breaks,
    unit: UNIT,
    scale: 100,
    mmOutput: true,
    svgViewBox: true,
    svgFormatRaw: true,
    pageWidth: Math.round(widthMm100 / 10),
    pageHeight: 60000,
    adjustPageHeight: true,
    adjustPageWidth: breaks === 'none',
    pageMarginTop: 0,
    pageMarginBottom: 0,
    pageMarginLeft: 0,
    pageMarginRight: 0,
    header: 'none',
    footer: 'none',
    spacingStaff: staffGap,
    spacingSystem: 6,
    multiRestStyle: 'block',
    rightMarginKeySig: 2,
    svgAdditionalAttribute: ['staff@n', 'measure@n'],
    justifyVertically: false,
    minLastJustification: 0.35,
  });
  // loadData answering false leaves the score before it in place: it must never be drawn instead.
  if (!engine.loadData(mei)) throw new Error('the engraving library refused a document');
  return Array.from({ length: engine.getPageCount() }, (_, i) => engine.renderToSVG(i + 1));
}
