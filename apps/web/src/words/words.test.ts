import {
  annotate,
  DEFAULT_PAGE,
  DEFAULT_CONVENTIONS,
  derivePart,
  type Exercise,
  explain,
  type Fact,
  FACT_KINDS,
  figureText,
  finger,
  instrumentOf,
  INSTRUMENTS,
  midi,
  notesOf,
  planPage,
  parsePitch,
  realize,
  CONVENTION_CHOICES,
  CONVENTION_QUESTIONS,
  type Conventions,
  taughtAs,
  type Written,
} from '@cifra/core';
import { arbitraryExercise, line, runs } from '@cifra/core/testing';
import fc from 'fast-check';
import { exerciseCaption, keyName, ownerTitle, signatureCount } from './caption';
import { beatWords, factWords, intervalWords, staffWords } from './factWords';
import { noteLabels, pageLabels } from './noteLabel';
import { figureWords, list, ordinal, spokenLetter } from './spoken';

const BAD = /undefined|NaN|\[object|null/;

describe('the reason trail in words', () => {
  it('has a term and a sentence for every fact of every note of every instrument', () => {
    const seen = new Set<Fact['kind']>();
    const conventions = fc.record(
      Object.fromEntries(CONVENTION_QUESTIONS.map((q) => [q, fc.constantFrom<string>(...CONVENTION_CHOICES[q])])),
    ) as unknown as fc.Arbitrary<Conventions>;
    const choices = fc.record({
      clef: fc.constantFrom('tenor' as const, undefined),
      alternatives: fc.constantFrom({ n1: 1 }, undefined),
    });
    fc.assert(
      fc.property(
        arbitraryExercise(5),
        fc.constantFrom(...INSTRUMENTS),
        conventions,
        choices,
        (exercise, { id }, chosen, { clef, alternatives }) => {
          const choice = {
            ...(clef !== undefined && { clef }),
            ...(alternatives !== undefined && { alternatives }),
          };
          const part = derivePart(realize(exercise), taughtAs(id, chosen), 'concert', choice, {
            conventions: chosen,
            stage: 'first-year',
          });
          const annotations = annotate(part);
          for (const note of notesOf(part.score)) {
            for (const fact of explain(part, annotations).get(note.id) ?? []) {
              const { term, text } = factWords(fact, chosen);
              expect(term).toMatch(/^[a-z]+( [a-z]+)?$/);
              expect(text).not.toBe('');
              expect(text).not.toMatch(BAD);
              seen.add(fact.kind);
            }
          }
        },
      ),
      { numRuns: runs(100), seed: 7 },
    );
    expect([...seen].sort()).toEqual([...FACT_KINDS].sort());
  });

  it('reads like a teacher', () => {
    const trail = (id: 'trumpet' | 'alto-saxophone' | 'trombone', text: string, note: string, fifths = 0): string[] => {
      const part = derivePart(
        realize({ owner: 'concert', source: line<Written>(text, { fifths }), partChoices: {} }),
        instrumentOf(id),
        'concert',
        { octaves: 0 },
      );
      return (explain(part, annotate(part)).get(note) ?? [])
        .map((f) => factWords(f))
        .map((l) => `${l.term}: ${l.text}`);
    };
    expect(trail('trumpet', 'C5 D5 C5 E5', 'n1', -2)).toEqual(
      expect.arrayContaining([
        'at: bar 1, beat 1 (strong)',
        'lasts: quarter',
        'count: 1',
        'sounds: C5, concert pitch',
        'up: a major 2nd, for an instrument in B♭',
        'written: D, fourth line (treble clef)',
        'signature: no sharps or flats: D is untouched',
        'valves: 1: first valve',
        'because: open E (partial 5) lowered a whole step; the tube alone sounds 14 cents flat',
      ]),
    );
    expect(trail('alto-saxophone', 'Bb3 C4 D4 Eb4', 'n1', -3)).toEqual(
      expect.arrayContaining(['up: a major 6th, for an instrument in E♭', 'fingers: left hand: 1 2 3']),
    );
    expect(trail('trombone', 'G4 C4 C4 C4', 'n1')).toEqual(
      expect.arrayContaining(['reads: as it sounds', 'slide: 2+: second position, drawn in a little']),
    );
    expect(trail('trumpet', 'C#4 C#4 E4 E4', 'n2')).toEqual(
      expect.arrayContaining(['bar: the sharp at bar 1, beat 1 still holds, until the bar line']),
    );
  });

  it('names intervals, staff places and pickups', () => {
    expect(intervalWords({ quality: 'perfect', number: 1, octaves: 1, up: true })).toBe('octave');
    expect(intervalWords({ quality: 'major', number: 2, octaves: 1, up: true })).toBe('octave and a major 2nd');
    expect(staffWords({ kind: 'ledger-below', number: 1, onLine: true })).toBe('on the first ledger line below');
    expect(staffWords({ kind: 'space', number: 0, onLine: false })).toBe('under the first line');
    expect(beatWords({ measure: 0, beat: '4', strength: 'weak' })).toBe('the pickup, beat 4');
  });
});

describe('what a screen reader says', () => {
  it('has words for every figure and alternate of every instrument', () => {
    for (const instrument of INSTRUMENTS) {
      for (let note = midi(instrument.ranges.full.low); note <= midi(instrument.ranges.full.high); note++) {
        const spelled = parsePitch<Written>(
          `${['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'][note % 12]}${Math.floor(note / 12) - 1}`,
        );
        const f = finger(instrument, spelled, DEFAULT_CONVENTIONS);
        if (f.kind !== 'playable') throw new Error(`${instrument.id} ${note}`);
        for (const figure of [f.figure, ...f.alternates.map((a) => a.figure)]) {
          expect(figureWords(figure)).not.toMatch(BAD);
          expect(figureWords(figure).length).toBeGreaterThan(3);
          if (figure.kind === 'keys')
            for (const finger1 of figureText(figure).match(/\b[1-7]\b/g) ?? [])
              expect(figureWords(figure)).toContain(finger1);
        }
      }
    }
  });

  it('labels every note with place, letter, source and figure', () => {
    const exercise: Exercise = {
      owner: 'trumpet',
      source: line<Written>('F#4 G4:h F#4', { fifths: 1 }),
      partChoices: {},
    };
    const part = derivePart(realize(exercise), instrumentOf('trumpet'), 'trumpet');
    const plan = planPage(part, annotate(part), DEFAULT_PAGE, { today: '2026-11-25', known: ['F#4', 'G4'] });
    expect([...noteLabels(plan).values()]).toEqual([
      'bar 1, beat 1, F sharp, from the key signature, second valve',
      'bar 1, beat 2, G, open, no valve',
      'bar 1, beat 4, F sharp, from the key signature, second valve',
    ]);
  });

  it('says on a page with less help what is to be read, what is new, and which line a note is of', () => {
    const exercise: Exercise = {
      owner: 'trumpet',
      source: line<Written>('F#4 G4:h~ G4', { fifths: 1 }),
      partChoices: {},
    };
    const part = derivePart(realize(exercise), instrumentOf('trumpet'), 'trumpet');
    const bare = planPage(
      part,
      annotate(part),
      { ...DEFAULT_PAGE, fades: [{ from: '2026-01-01', step: 'new' }] },
      { today: '2026-11-25', known: ['G4'] },
    );
    expect([...pageLabels([bare, bare]).entries()].slice(2, 5)).toEqual([
      ['n3', 'line 1, bar 1, beat 4, G, held on'],
      ['1-n1', 'line 2, bar 1, beat 1, F sharp, from the key signature, second valve, new'],
      ['1-n2', 'line 2, bar 1, beat 2, G, to be read without a figure'],
    ]);
  });

  it('counts and lists', () => {
    expect([
      ordinal(4),
      ordinal(13),
      list([]),
      list(['a']),
      list(['a', 'b', 'c']),
      spokenLetter({ step: 'B', alter: -1 }),
    ]).toEqual(['fourth', '13th', '', 'a', 'a, b and c', 'B flat']);
  });
});

describe('captions', () => {
  it('say page, key, meter and length', () => {
    expect(
      exerciseCaption({
        owner: 'alto-saxophone',
        source: line<Written>('D4 E4 F#4 G4 | A4:w', { fifths: 2 }),
        partChoices: {},
      }),
    ).toBe('from an alto saxophone in E♭ page · D major · 4/4 · 2 bars');
    expect(exerciseCaption({ owner: 'concert', source: line<Written>('D4:w'), partChoices: {} })).toBe(
      'from a concert page · C major · 4/4 · 1 bar',
    );
    expect([
      keyName({ fifths: -3, mode: 'minor' }),
      keyName({ fifths: 0, mode: 'none' }),
      signatureCount(-2),
      signatureCount(0),
      ownerTitle('flute'),
    ]).toEqual(['C minor', 'no signature', '2♭', 'no signature', 'flute page']);
  });
});
