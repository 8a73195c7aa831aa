import { type Figure, figureText } from '../fingering/figure';
import { finger } from '../instrument/finger';
import type { Instrument } from '../instrument/instrument';
import { noteSlug } from '../part/chart';
import { midi, type Written } from '../pitch/pitch';
import type { Random } from '../random/random';
import type { Conventions } from '../convention/conventions';
import { type Choices, mixChoices } from './choices';

/** A note with every figure that plays it: the default first. */
export interface FigureCard {
  /** The same for a note of an instrument under a convention, so that it can be remembered. */
  readonly id: string;
  readonly note: Written;
  readonly figures: readonly Figure[];
}

/** One card for every note that has a figure, low to high, each sounding pitch once. */
export function figureCards(instrument: Instrument, conventions: Conventions, notes: readonly Written[]): FigureCard[] {
  const seen = new Set<number>();
  return [...notes]
    .sort((a, b) => midi(a) - midi(b))
    .flatMap((note): FigureCard[] => {
      const f = finger(instrument, note, conventions);
      if (f.kind !== 'playable' || seen.has(midi(note))) return [];
      seen.add(midi(note));
      return [
        { id: `${instrument.id} ${noteSlug(note)}`, note, figures: [f.figure, ...f.alternates.map((a) => a.figure)] },
      ];
    });
}

/** A figure in a form in which the order of pressing plays no part. */
const plainText = (f: Figure): string =>
  f.kind === 'keys' ? figureText({ ...f, left: [...f.left].sort(), right: [...f.right].sort() }) : figureText(f);

export type FigureVerdict = 'default' | 'alternate' | 'wrong';

/**
 * Judges a pressed figure: the default, another good one, or wrong. A slide that is drawn in or out a little counts
 * like its plain position.
 * @example judgeFigure(the trumpet's E4, valves 1 2) // 'default'; valve 3 // 'alternate'
 */
export function judgeFigure({ figures }: FigureCard, pressed: Figure): FigureVerdict {
  const loose = (f: Figure): string => plainText(f.kind === 'slide' ? { ...f, adjust: 0 } : f);
  const at = figures.findIndex((f) => loose(f) === loose(pressed));
  return at < 0 ? 'wrong' : at === 0 ? 'default' : 'alternate';
}

/**
 * For which note a player took a card whose figure was wrong: the nearest one that the pressed figure plays, among the
 * notes that are asked for.
 * @example noteOfFigure(open, the trumpet's F4, its first notes) // G4, not C4
 */
export function noteOfFigure(pressed: Figure, card: FigureCard, cards: readonly FigureCard[]): Written | undefined {
  const away = (c: FigureCard): number => Math.abs(midi(c.note) - midi(card.note));
  return cards.filter((c) => away(c) > 0 && judgeFigure(c, pressed) !== 'wrong').sort((a, b) => away(a) - away(b))[0]
    ?.note;
}

const CHOICES = 4;

/** Which note is this figure? Every other choice is a note that the figure does not play; neighbours first. */
export function nameFigure(card: FigureCard, cards: readonly FigureCard[], chance: Random): Choices<Written> {
  const shown = plainText(card.figures[0] as Figure);
  const others = cards.filter((c) => !c.figures.some((f) => plainText(f) === shown));
  const near = [...others].sort(
    (a, b) => Math.abs(midi(a.note) - midi(card.note)) - Math.abs(midi(b.note) - midi(card.note)),
  );
  return mixChoices(
    card.note,
    chance.shuffled(near.slice(0, 2 * CHOICES)).map((c) => c.note),
    CHOICES,
    chance,
  );
}
