import type { Woodwind } from './touch.data';

/** The written-out figures of one kind of woodwind; `german`: the lines that German boring of a recorder changes. */
export interface CatalogueText {
  readonly usual: string;
  readonly german?: string;
}

/**
 * The figures that are at hand. They are modules of their own, so that a browser fetches only those of its class: the
 * program that wants figures provides them first.
 */
const provided = new Map<Woodwind, CatalogueText>();

/** Makes a woodwind's figures known. Providing the same again changes nothing. */
export const provideFigures = (woodwind: Woodwind, text: CatalogueText): void => {
  if (!provided.has(woodwind)) provided.set(woodwind, Object.freeze(text));
};

/** Whether the figures of a woodwind are at hand. */
export const hasFigures = (woodwind: Woodwind): boolean => provided.has(woodwind);

/** @throws Error when the figures were not provided first: a mistake in the program, not in its input. */
export function catalogueText(woodwind: Woodwind): CatalogueText {
  const text = provided.get(woodwind);
  if (text === undefined) throw new Error(`the figures of the ${woodwind} are not at hand: call provideFigures first`);
  return text;
}
