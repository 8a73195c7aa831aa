import { key, type Key, signatureAlter, tonic } from '../key/key';
import { proposeSignatures, type SignatureProposal } from '../key/signature';
import type { Pitch } from '../pitch/pitch';
import { readAccidentals } from './accidental';
import type { Score } from './score';
import { notesOf } from './walk';

/**
 * The same tune under one signature from its first bar on: signs that the signature now makes needless vanish from
 * the page, others appear. Sounds and letters stay as they are; only the keys are replaced.
 * @example withSignature(a line with B♭ and E♭ written out, key(-2)) // clean notes
 */
export function withSignature<P extends Pitch>(score: Score<P>, signature: Key): Score<P> {
  return { ...score, measures: score.measures.map(({ key: _before, ...m }, i) => (i === 0 ? { ...m, key: signature } : m)) };
}

/** The same tune with no signature, every sign at its note: the other way of the two to write it. */
export const withoutSignature = <P extends Pitch>(score: Score<P>): Score<P> => withSignature(score, key(0, 'none'));

/** How many signs the page shows before its notes, reminders not counted. */
export const signCount = <P extends Pitch>(score: Score<P>): number =>
  readAccidentals(score).values().filter((r) => r.sign !== undefined && r.courtesy !== true).length;

/** A signature for a line, how many signs would remain at notes, and the key that the last note speaks for. */
export interface KeyProposal extends SignatureProposal {
  readonly key: Key;
}

/**
 * Proposes signatures for a line from the signs it uses, best first.
 *
 * Ranked by the notes that go against each, then by the signs really drawn, then by the fewest in the signature. The
 * key is minor when the line ends on that key note and not on the major one.
 */
export function proposeKeys<P extends Pitch>(score: Score<P>, count = 3): KeyProposal[] {
  const notes = notesOf(score);
  const last = notes.at(-1)?.pitch;
  return proposeSignatures(notes.map((n) => n.pitch)).slice(0, 2 * count)
    .map(({ fifths, signs }) => {
      const minor = tonic(key(fifths, 'minor'));
      const mode = last !== undefined && last.step === minor.step && last.alter === minor.alter && signatureAlter(fifths, last.step) === last.alter ? 'minor' : 'major';
      return { fifths, signs, drawn: signCount(withSignature(score, key(fifths))), key: key(fifths, mode) };
    })
    .sort((a, b) => a.signs - b.signs || a.drawn - b.drawn || Math.abs(a.fifths) - Math.abs(b.fifths))
    .slice(0, count).map(({ drawn: _drawn, ...p }) => p);
}
