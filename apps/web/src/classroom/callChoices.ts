import type { CallChoices } from '@cifra/core';

/** How a class is called, as the address says it: the sheet, its print and the board go by the same words. */
export const callChoices = (query: URLSearchParams): CallChoices => ({
  together: query.get('together') === 'yes',
  woodwindFigures: query.get('woodwinds') === 'yes',
});

/** The same as an address has it; what is not chosen is left out. */
export const callQuery = ({ together, woodwindFigures }: CallChoices): Readonly<Record<string, string>> => ({
  ...(together && { together: 'yes' }),
  ...(woodwindFigures && { woodwinds: 'yes' }),
});
