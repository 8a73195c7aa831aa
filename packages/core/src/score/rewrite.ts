import { key, type Key, signatureAlter, tonic } from '../key/key';
import { proposeSignatures, type SignatureProposal } from '../key/signature';
import { type Pitch, stepAt, stepIndex } from '../pitch/pitch';
import { accidentalsInForce } from './accidental';
import type { Score } from './score';
import { notesOf } from './walk';

/**
 * The same tune under one signature from its first bar on: signs that the signature now makes needless vanish from
 * the page, others appear. Sounds and letters stay as they are; only the keys are replaced.
 * @example withSignature(a line with B♭ and E♭ written out, key(-2)) // clean notes
 */
export function withSignature<P extends Pitch>(score: Score<P>, signature: Key): Score<P> {
  return {
    ...score,
    measures: score.measures.map(({ key: _before, ...m }, i) => (i === 0 ? { ...m, key: signature } : m)),
  };
}

/** The same tune with no signature, every sign at its note: the other way of the two to write it. */
export const withoutSignature = <P extends Pitch>(score: Score<P>): Score<P> => withSignature(score, key(0, 'none'));

/** How many signs the page shows before its notes, reminders not counted. */
export const signCount = <P extends Pitch>(score: Score<P>): number =>
  [...accidentalsInForce(score).values()].filter((r) => r.sign !== undefined && r.courtesy !== true).length;

/** A signature for a line, how many signs would remain at notes, and the key that the last note speaks for. */
export interface KeyProposal extends SignatureProposal {
  readonly key: Key;
}

/** Whether a pitch is the raised seventh of a minor key: expected there, and no sign against it. */
function isLeadingNote(p: Pick<Pitch, 'step' | 'alter'>, minor: Key): boolean {
  const home = tonic(minor);
  const below = stepAt(stepIndex(home.step) + 6);
  return p.step === below && p.alter === signatureAlter(minor.fifths, below) + 1;
}

/**
 * Proposes signatures for a line from the signs it uses, best first.
 *
 * The key is minor when the line ends on that key note. Ranked by the notes that go against each (a minor key's raised
 * seventh does not), then by whether the line ends on the key note, then by the signs really drawn, then by the fewest
 * in the signature.
 */
export function proposeKeys<P extends Pitch>(score: Score<P>, count = 3): KeyProposal[] {
  const notes = notesOf(score);
  const last = notes.at(-1)?.pitch;
  const endsOn = (k: Key): boolean =>
    last !== undefined && last.step === tonic(k).step && last.alter === tonic(k).alter;
  return proposeSignatures(notes.map((n) => n.pitch))
    .slice(0, CONSIDERED)
    .map(({ fifths, signs }) => {
      const minor = endsOn(key(fifths, 'minor'));
      const proposed = key(fifths, minor ? 'minor' : 'major');
      const expected = minor ? notes.filter((n) => isLeadingNote(n.pitch, proposed)).length : 0;
      return {
        proposal: { fifths, signs, key: proposed },
        against: signs - expected,
        ends: endsOn(proposed),
        drawn: signCount(withSignature(score, proposed)),
      };
    })
    .sort(
      (a, b) =>
        a.against - b.against ||
        Number(b.ends) - Number(a.ends) ||
        a.drawn - b.drawn ||
        Math.abs(a.proposal.fifths) - Math.abs(b.proposal.fifths),
    )
    .slice(0, count)
    .map((r) => r.proposal);
}

/** Signatures that are looked at more closely. */
const CONSIDERED = 6;
