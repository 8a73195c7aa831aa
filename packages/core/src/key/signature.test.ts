import fc from 'fast-check';
import { diatonic, parsePitch, pitch, STEPS, type Step } from '../pitch/pitch';
import { signatureAlter, signatureLetters } from './key';
import {
  BOTTOM_LINE,
  CLEFS,
  diagnoseSignature,
  proposeSignatures,
  signaturePlaces,
  type SignatureFault,
  type TypedSign,
} from './signature';

describe('the places of a signature', () => {
  // Lines and spaces as engravers set them, counted from the bottom line (0); common practice, no source.
  const PLACES = {
    treble: { sharps: [8, 5, 9, 6, 3, 7, 4], flats: [4, 7, 3, 6, 2, 5, 1] },
    bass: { sharps: [6, 3, 7, 4, 1, 5, 2], flats: [2, 5, 1, 4, 0, 3, -1] },
    alto: { sharps: [7, 4, 8, 5, 2, 6, 3], flats: [3, 6, 2, 5, 1, 4, 0] },
    tenor: { sharps: [2, 6, 3, 7, 4, 8, 5], flats: [5, 8, 4, 7, 3, 6, 2] },
  } as const;

  it.each(CLEFS)('%s clef: the usual zigzag, every sign on a line or space of its own letter', (clef) => {
    expect(signaturePlaces(7, clef).map((s) => s.place)).toEqual(PLACES[clef].sharps);
    expect(signaturePlaces(-7, clef).map((s) => s.place)).toEqual(PLACES[clef].flats);
    for (const fifths of [7, -7]) {
      for (const { step, place, alter } of signaturePlaces(fifths, clef)) {
        expect([(BOTTOM_LINE[clef] + place) % 7, alter]).toEqual([diatonic({ step, octave: 0 }), Math.sign(fifths)]);
        expect(place).toBeGreaterThanOrEqual(-1);
        expect(place).toBeLessThanOrEqual(9);
      }
    }
    expect(signaturePlaces(0, clef)).toEqual([]);
    expect(signaturePlaces(3, clef).map((s) => s.step)).toEqual(['F', 'C', 'G']);
  });

  it('names the bottom line of each clef', () => {
    expect(CLEFS.map((c) => BOTTOM_LINE[c])).toEqual(['E4', 'G2', 'D3', 'F3'].map((n) => diatonic(parsePitch(n))));
  });
});

describe('a malformed signature', () => {
  const typed = (text: string): TypedSign[] =>
    text
      .split(' ')
      .filter((t) => t !== '')
      .map((t) => {
        const [letter = '', place] = t.split('@');
        return {
          step: letter[0] as Step,
          alter: letter.slice(1) === 'b' ? -1 : letter.slice(1) === '#' ? 1 : letter.slice(1) === 'x' ? 2 : -2,
          ...(place !== undefined && { place: Number(place) }),
        };
      });
  const faults = (text: string): { kinds: string[]; fifths: number } => {
    const { faults: all, fifths } = diagnoseSignature(typed(text), 'treble');
    return { kinds: all.map((f: SignatureFault) => ('step' in f ? `${f.kind} ${f.step}` : f.kind)), fifths };
  };

  it.each<[string, string[], number]>([
    ['', [], 0],
    ['F#', [], 1],
    ['Bb Eb Ab', [], -3],
    ['Bb F#', ['mixed'], -1],
    ['Bb Eb F#', ['mixed'], -2],
    ['F# C# Bb', ['mixed'], 2],
    ['F# F#', ['doubled F'], 1],
    ['C# F#', ['order'], 2],
    ['Eb Bb', ['order'], -2],
    ['F# G#', ['missing C'], 3],
    ['Ab', ['missing B', 'missing E'], -3],
    ['Cb', ['stray C'], 0],
    ['F# A#', ['stray A'], 1],
    ['Fx', ['double-sign F'], 1],
    ['Bbb', ['double-sign B'], -1],
    ['F#@8 C#@5', [], 2],
    ['F#@1', ['wrong-line F'], 1],
    ['Bb@4 Eb@0', ['wrong-line E'], -2],
  ])('%s: %j, should be %i', (text, kinds, fifths) => {
    expect(faults(text).kinds).toEqual(kinds);
    expect(faults(text).fifths).toBe(fifths);
  });

  it('says where a sign should stand and in which order signs come', () => {
    expect(diagnoseSignature(typed('F#@1'), 'treble').faults).toEqual([
      { kind: 'wrong-line', step: 'F', place: 1, proper: 8 },
    ]);
    expect(diagnoseSignature(typed('C# F#'), 'treble').faults).toEqual([
      { kind: 'order', found: ['C', 'F'], proper: ['F', 'C'] },
    ]);
    expect(diagnoseSignature(typed('F#@6'), 'bass').faults).toEqual([]);
  });

  it('finds nothing wrong with a proper one in any clef', () => {
    for (const clef of CLEFS)
      for (let fifths = -7; fifths <= 7; fifths++)
        expect(diagnoseSignature(signaturePlaces(fifths, clef), clef)).toEqual({ faults: [], fifths });
  });

  it('any shuffling, doubling or mixing is noticed', () => {
    fc.assert(
      fc.property(fc.integer({ min: -7, max: 7 }), fc.nat(), (fifths, n) => {
        const signs = signaturePlaces(fifths, 'treble');
        fc.pre(signs.length > 1);
        const [first, ...others] = signs;
        const spoilt = [
          [...others, first as TypedSign],
          [...signs, signs[n % signs.length] as TypedSign],
          [...others, { step: first?.step ?? 'F', alter: -(first?.alter ?? 1) }],
        ];
        for (const s of spoilt) expect(diagnoseSignature(s, 'treble').faults.length).toBeGreaterThan(0);
      }),
    );
  });
});

describe('a signature proposed from notes', () => {
  const best = (notes: string): [number, number] => {
    const [first] = proposeSignatures(notes.split(' ').map((n) => parsePitch(`${n}4`)));
    return [first?.fifths ?? 99, first?.signs ?? 99];
  };

  it('has the fewest notes against it, and of those the fewest signs', () => {
    expect(best('Bb Eb F')).toEqual([-2, 0]);
    expect(best('C D E')).toEqual([0, 0]);
    expect(best('F# G A')).toEqual([1, 0]);
    expect(best('F# C# B Bb')).toEqual([2, 1]);
    expect(best('C')).toEqual([0, 0]);
  });

  it('finds every signature from its own scale', () => {
    for (let fifths = -7; fifths <= 7; fifths++) {
      const scale = STEPS.map((step) => pitch(step, signatureAlter(fifths, step), 4));
      expect(proposeSignatures(scale)[0]).toEqual({ fifths, signs: 0 });
      expect(proposeSignatures(scale)).toHaveLength(15);
      expect(signatureLetters(fifths).length).toBe(Math.abs(fifths));
    }
  });
});
