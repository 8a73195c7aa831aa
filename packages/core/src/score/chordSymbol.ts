import { letterName, type Pitch, pitch, type Step } from '../pitch/pitch';

/** A letter with its sign, in no octave. */
export interface Letter {
  readonly step: Step;
  readonly alter: number;
}

/** What others play under the line: a root, what stands on it, and another bass where one is wanted. */
export interface ChordSymbol {
  readonly root: Letter;
  /** As it is written after the root: nothing for a major chord, `m`, `7`, `maj7`, `sus4`. */
  readonly kind: string;
  readonly bass?: Letter;
}

/** Longest kind that is kept. */
export const MAX_CHORD_KIND = 20;
/** What a kind is made of; words such as `Allegro` or `Fine` begin like a chord and are none. */
export const CHORD_KIND = /^(?:maj|min|mi|ma|m|M|dim|aug|sus|add|alt|no|6\/9|[b#]?[0-9]|[()+\-°øΔ, ])*$/;
const SIGN_OF: Readonly<Record<string, number>> = { bb: -2, '♭♭': -2, b: -1, '♭': -1, '': 0, '#': 1, '♯': 1, '##': 2 };
const SIGNS = '(bb|♭♭|b|♭|##|#|♯|)';
const SYMBOL = new RegExp(`^([A-G])${SIGNS}(.*?)(?:/([A-G])${SIGNS})?$`);

const letterOf = (step: string, sign: string): Letter => ({ step: step as Step, alter: SIGN_OF[sign] ?? 0 });

/**
 * Reads a chord symbol as it is typed.
 * @returns nothing where the text is no chord symbol, but words
 * @example readChordSymbol('Bbm7/F') // B♭, minor seventh, over F
 */
export function readChordSymbol(text: string): ChordSymbol | undefined {
  const m = SYMBOL.exec(text.trim());
  if (m === null) return undefined;
  const [, step = '', sign = '', rest = '', bassStep, bassSign = ''] = m;
  const kind = rest.trim().replaceAll('♭', 'b').replaceAll('♯', '#');
  if (kind.length > MAX_CHORD_KIND || !CHORD_KIND.test(kind)) return undefined;
  return {
    root: letterOf(step, sign),
    kind,
    ...(bassStep !== undefined && { bass: letterOf(bassStep, bassSign) }),
  };
}

/** As it is printed. @example chordText({ root: B♭, kind: 'm7', bass: F }) // B♭m7/F */
export const chordText = ({ root, kind, bass }: ChordSymbol): string =>
  `${letterName(root)}${kind.replace(/b(?=\d)/g, '♭').replace(/#(?=\d)/g, '♯')}${bass === undefined ? '' : `/${letterName(bass)}`}`;

/** As it is typed, and as files of text have it. @example Bbm7/F */
export const plainChordText = (chord: ChordSymbol): string =>
  chordText(chord).replaceAll('♭', 'b').replaceAll('♯', '#');

/** Letters stand in no octave: they are moved in some one. */
const SOME_OCTAVE = 4;

/** What carries a chord symbol, with the chord's letters moved as notes of theirs are; what stands on them stays. */
export function withMovedChord<E extends { readonly chord?: ChordSymbol }, P extends Pitch>(
  event: E,
  move: (p: P) => Pitch,
): E {
  if (event.chord === undefined) return event;
  const { root, bass, ...rest } = event.chord;
  const moved = (l: Letter): Letter => {
    const { step, alter } = move(pitch<P>(l.step, l.alter, SOME_OCTAVE));
    return { step, alter };
  };
  return { ...event, chord: { ...rest, root: moved(root), ...(bass !== undefined && { bass: moved(bass) }) } };
}
