import fc from 'fast-check';
import { key } from '../key/key';
import { midi, type Written } from '../pitch/pitch';
import { arbitraryScore } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { accidentalsInForce } from './accidental';
import { proposeKeys, signCount, withoutSignature, withSignature } from './rewrite';
import type { Score } from './score';
import { notesOf, openingOf } from './walk';

const byHand = line<Written>('Bb4 C5 D5 Eb5 | F5 Eb5 D5 C5 | Bb4:w');
const signs = (score: Score<Written>): (number | undefined)[] =>
  [...accidentalsInForce(score).values()].map((r) => r.sign);

describe('the two ways to write a tune', () => {
  it('signs at the notes become a signature and clean notes, and back', () => {
    expect(signCount(byHand)).toBe(4);
    const clean = withSignature(byHand, key(-2));
    expect(signs(clean).every((s) => s === undefined)).toBe(true);
    expect(openingOf(clean).key).toEqual(key(-2));
    expect(signs(withoutSignature(clean))).toEqual(signs(byHand));
    expect(openingOf(withoutSignature(clean)).key).toEqual(key(0, 'none'));
  });

  it('never change what sounds, and drop later signatures', () => {
    fc.assert(
      fc.property(arbitraryScore(), fc.integer({ min: -7, max: 7 }), (score, fifths) => {
        const rewritten = withSignature(score, key(fifths));
        expect(notesOf(rewritten).map((n) => midi(n.pitch))).toEqual(notesOf(score).map((n) => midi(n.pitch)));
        expect(rewritten.measures.map((m) => m.key?.fifths)).toEqual(
          score.measures.map((_m, i) => (i === 0 ? fifths : undefined)),
        );
        expect(signs(withSignature(rewritten, key(0, 'none')))).toEqual(signs(withoutSignature(score)));
      }),
    );
  });

  it('counts signs that are drawn, not reminders', () => {
    const reminder: Score<Written> = {
      ...byHand,
      measures: byHand.measures.map((m) => ({
        ...m,
        events: m.events.map((e) => (e.kind === 'note' && e.pitch.step === 'C' ? { ...e, courtesy: true } : e)),
      })),
    };
    expect(signCount(reminder)).toBe(4);
  });
});

describe('a key proposed for a line', () => {
  it('is the signature that the signs speak for, major or minor by the last note', () => {
    expect(proposeKeys(byHand)[0]).toEqual({ fifths: -2, signs: 0, key: key(-2) });
    expect(proposeKeys(line<Written>('G4 A4 Bb4 C5 | D5 F#5 G5 G4'))[0]?.key).toEqual(key(-2, 'minor'));
    expect(proposeKeys(line<Written>('G4 A4 Bb4 Eb5 | D5 Bb4 A4 G4'))[0]?.key).toEqual(key(-2, 'minor'));
    expect(proposeKeys(line<Written>('A4 B4 C5 A4'))[0]?.key).toEqual(key(0, 'minor'));
    expect(proposeKeys(line<Written>('C4 D4 E4 C4'), 2)).toEqual([
      { fifths: 0, signs: 0, key: key(0) },
      expect.objectContaining({ signs: 0 }),
    ]);
    expect(proposeKeys(line<Written>('C4:w'), 1)).toHaveLength(1);
  });

  it('of two with as many notes against them, the one that needs fewer signs drawn comes first', () => {
    const [first, second] = proposeKeys(line<Written>('B4 B4 B4 Bb4 | Bb4 Bb4 F4 F4'), 2);
    expect([first?.signs, second?.signs]).toEqual([3, 3]);
    expect(
      signCount(withSignature(line<Written>('B4 B4 B4 Bb4 | Bb4 Bb4 F4 F4'), first?.key ?? key(0))),
    ).toBeLessThanOrEqual(
      signCount(withSignature(line<Written>('B4 B4 B4 Bb4 | Bb4 Bb4 F4 F4'), second?.key ?? key(0))),
    );
  });
});
