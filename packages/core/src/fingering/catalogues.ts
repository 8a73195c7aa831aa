import { type Catalogue, changeLines, compileCatalogue } from './catalogue';
import type { Woodwind } from './touch.data';

/** The written-out figures of one kind of woodwind; `german`: the lines that German boring of a recorder changes. */
export interface CatalogueText {
  readonly usual: string;
  readonly german?: string;
}

/** A woodwind's figures, and those of German boring where it makes a difference. */
export interface Catalogues {
  readonly usual: Catalogue;
  readonly german?: Catalogue;
}

/**
 * The figures that are at hand. They are modules of their own, so that a browser fetches only those of its class: the
 * program that wants figures provides them first.
 */
const provided = new Map<Woodwind, Catalogues>();

/** Makes a woodwind's figures known. Providing the same again changes nothing. */
export function provideFigures(woodwind: Woodwind, { usual, german }: CatalogueText): void {
  if (provided.has(woodwind)) return;
  provided.set(
    woodwind,
    Object.freeze({
      usual: compileCatalogue(woodwind, usual),
      ...(german === undefined ? {} : { german: compileCatalogue(woodwind, changeLines(usual, german)) }),
    }),
  );
}

/** Whether the figures of a woodwind are at hand. */
export const hasFigures = (woodwind: Woodwind): boolean => provided.has(woodwind);

/** @throws Error when the figures were not provided first: a mistake in the program, not in its input. */
export function cataloguesOf(woodwind: Woodwind): Catalogues {
  const found = provided.get(woodwind);
  if (found === undefined) throw new Error(`the figures of the ${woodwind} are not at hand: call provideFigures first`);
  return found;
}
