export const PAPERS = ['a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** Sizes in hundredths of a millimetre. ISO 216; ANSI/ASME Y14.1. */
export const PAPER_SIZE: Readonly<Record<Paper, { readonly width: number; readonly height: number }>> = {
  a4: { width: 21000, height: 29700 },
  letter: { width: 21590, height: 27940 },
};

/** The left margin leaves room for a hole punch. */
export const MARGIN = { top: 1300, bottom: 1400, left: 1800, right: 1300 };
