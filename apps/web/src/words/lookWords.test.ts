import { signatureWords } from '@cifra/contract/words';
import {
  type BarAsPlayed,
  barsAsPlayed,
  buildUp,
  type Change,
  compareBars,
  DEFAULT_PAGE,
  DEFAULT_TEACHING,
  lineSigns,
  lineValues,
  lookSheet,
  type LookSheet,
  instrumentOf,
  offerEasier,
  type PagePlan,
  planPages,
  rational,
  SIGN_KINDS,
  tiedSums,
  type Exercise,
  type InstrumentId,
  INSTRUMENTS,
  type Written,
} from '@cifra/core';
import { arbitraryExercise, line } from '@cifra/core/testing';
import fc from 'fast-check';
import { differenceWords, valuesWords } from './differenceWords';
import { againstSentence, againstWords, lookalikeWords, meterWords, tieWords, valueWords } from './lookWords';
import { signWords } from './signWords';
import { buildUpWords, changeReasons, easierWords, handsWords, readinessWords } from './troubleWords';

const BAD = /undefined|NaN|\[object|null| {2}/;
const exercise = (id: InstrumentId, text: string, fifths = 0): Exercise => ({
  owner: id,
  source: line<Written>(text, { fifths }),
  partChoices: {},
});
const planOf = (e: Exercise, id: InstrumentId): PagePlan =>
  planPages(e, id, DEFAULT_TEACHING, DEFAULT_PAGE, { today: '2026-01-01' })[0] as PagePlan;
const changeOf = (id: InstrumentId, text: string): { change: Change; plan: PagePlan } => {
  const plan = planOf(exercise(id, text), id);
  return { change: plan.changes[0] as Change, plan };
};

const lettersOf = ({ against }: LookSheet) => (against.kind === 'letters' ? against.letters : []);

describe('the look-first sheet in words', () => {
  it('says how a bar is counted', () => {
    const words = (beats: number, unit: 4 | 8, count: [number, number], names: 'american' | 'british') =>
      meterWords({ beats, unit }, rational(...count), names);
    expect(words(3, 4, [1, 1], 'american')).toBe('3 counts in a bar; a quarter gets one count');
    expect(words(6, 8, [1, 2], 'british')).toBe('6 counts in a bar; a quaver gets one count');
    expect(words(6, 8, [3, 2], 'american')).toBe('2 counts in a bar; a dotted quarter gets one count');
  });

  it('says how long values and ties last', () => {
    const score = line<Written>('C4:h. D4~ | D4:w | E4:e F4:e R G4:h');
    expect(lineValues(score).map((v) => valueWords(v, 'american'))).toEqual([
      'whole note: 4 counts',
      'dotted half note: 3 counts',
      'half note: 2 counts',
      'quarter: 1 count',
      'eighth: 1/2 count',
      'quarter rest: 1 count',
    ]);
    expect(tiedSums(score).map((t) => tieWords(t, 'british'))).toEqual(['crotchet + semibreve = 5 counts']);
  });

  it('says what the usual key would play wrong, with the figures', () => {
    const sheet = lookSheet(planOf(exercise('trombone', 'F3 E3 D3 C3', -1), 'trombone'), -2);
    expect(againstSentence(sheet)).toBe('One flat, where the class is used to two flats.');
    expect(lettersOf(sheet).map((l) => againstWords(l, 'six-down'))).toEqual([
      'E is natural here, not flat. E: second position; E♭ is third position.',
    ]);
    const clarinet = lookSheet(planOf(exercise('clarinet', 'B4 C5', 0), 'clarinet'), -3);
    // A figure is said as it is read out, not as it stands over the note.
    expect(lettersOf(clarinet).map((l) => againstWords(l, 'six-down'))[0]).toBe(
      'B is natural here, not flat. B: left hand: thumb, 1 2 3, register key and left E key; right hand: 4 5 6; B♭ is left hand: register key and A key.',
    );
    expect(againstSentence(lookSheet(planOf(exercise('trombone', 'F3 E3', -2), 'trombone'), -2))).toBe(
      'The key the class is used to.',
    );
    expect([-2, 0, 1].map(signatureWords)).toEqual(['two flats', 'no sharps or flats', 'one sharp']);
  });

  it('warns in sentences', () => {
    expect(lookalikeWords({ kind: 'two-forms', names: ['B', 'B♭'], bars: [3, 5] })).toBe(
      'B and B♭ both come: watch for B♭ in bars 3 and 5.',
    );
    expect(lookalikeWords({ kind: 'back-again', name: 'C', natural: true, bars: [4] })).toBe(
      'C natural is back in bar 4: the bar line has ended the sign.',
    );
    expect(lookalikeWords({ kind: 'still-holds', name: 'C♯', natural: false, bars: [0] })).toBe(
      'C♯ still holds in the pickup, without a sign of its own.',
    );
    const sax = lookSheet(planOf(exercise('alto-saxophone', 'F4:h F5:h'), 'alto-saxophone'));
    expect(sax.lookalikes.map(lookalikeWords)).toEqual([
      'F comes low and high: the fingers are the same but for the octave key.',
    ]);
  });

  it('explains every sign there is', () => {
    for (const kind of SIGN_KINDS) {
      const { name, meaning } = signWords({ kind, index: 0, text: 'Andante con moto' }, [instrumentOf('flute')]);
      expect(`${name}: ${meaning}`).not.toMatch(BAD);
      expect(meaning.length).toBeGreaterThan(2);
    }
    expect([
      signWords({ kind: 'words', index: 0, text: 'rit.' }, []).meaning,
      signWords({ kind: 'tempo-words', index: 0, text: 'Slow boat' }, []).meaning,
    ]).toEqual(['slowing down', 'how it is to go']);
    const slur = (...ids: InstrumentId[]) => signWords({ kind: 'slur', index: 0 }, ids.map(instrumentOf)).meaning;
    expect(slur('trumpet', 'flute')).toMatch(/^tongue the first note only/);
    expect(slur('trombone')).toMatch(/a soft “da”/);
    expect(slur('trumpet', 'trombone')).toMatch(/^tongue the first note only.*; trombones: .*a soft “da”/);
  });
});

describe('two bars in words', () => {
  const words = (text: string): string[] => {
    const [a, b] = barsAsPlayed(line<Written>(text)) as [BarAsPlayed<Written>, BarAsPlayed<Written>];
    return compareBars(a, b).map((d) => differenceWords(d, 'american', 'bar 1', 'bar 2'));
  };
  it.each([
    ['C4 D4 E4:h | C4 D4 G4:h', ['Beat 3: bar 2 has G, bar 1 has E: a third higher.']],
    ['C4 D4 E4 F4 | C4 D4:e D4:e E4 F4', ['From beat 2 the rhythm parts: bar 2 has 2 eighths, bar 1 has a quarter.']],
    ['C4 D4 E4:h | C4 R E4:h', ['Beat 2: bar 2 rests where bar 1 has D.']],
    ['C4 D4 E4:h | D4 E4 F4:h', ['The rhythm is the same; every note is 1 step higher.']],
    ['C4:h E4:h~ | C4:h E4:h', ['Beat 3: bar 1 ties the note on, bar 2 does not.']],
    ['B4:w | Bb4:w', ['Beat 1: bar 2 has B♭, bar 1 has B: the other form of the letter.']],
    [
      'C4:h D4:h | C4:h R D4',
      [
        'From beat 3 the rhythm parts: bar 2 has a quarter rest and a quarter, bar 1 has a half note.',
        'Beat 3: bar 2 rests where bar 1 has D.',
      ],
    ],
    [
      'C4:w~ | C4:w',
      [
        'Beat 1: bar 1 ties the note on, bar 2 does not.',
        'Beat 1: bar 2 holds the note over from before, bar 1 strikes it.',
      ],
    ],
    ['C4:w | C5:w', ['Beat 1: bar 2 has C, bar 1 has C: an octave higher.']],
  ])('%s', (text, wanted) => expect(words(text)).toEqual(wanted));

  it('never say what is not a word', () => {
    fc.assert(
      fc.property(arbitraryExercise(6), ({ source }) => {
        const bars = barsAsPlayed(source);
        for (const a of bars)
          for (const d of compareBars(a, bars[0] as BarAsPlayed<Written>))
            expect(differenceWords(d, 'british', 'bar 1', 'bar 2')).not.toMatch(BAD);
      }),
      { seed: 2, numRuns: 40 },
    );
    expect(
      valuesWords(
        [
          { duration: { value: 'eighth', dots: 0 }, rest: false },
          { duration: { value: 'eighth', dots: 0 }, rest: false },
          { duration: { value: 'half', dots: 1 }, rest: false },
          { duration: { value: 'quarter', dots: 0 }, rest: true },
          { duration: { value: 'quarter', dots: 0 }, rest: true },
        ],
        'american',
      ),
    ).toBe('2 eighths, a dotted half note and 2 quarter rests');
  });
});

describe('trouble in words', () => {
  it('says what the hands do', () => {
    const say = (id: InstrumentId, text: string): string | undefined => {
      const { change, plan } = changeOf(id, text);
      return handsWords(change, plan);
    };
    // Flute C5 to D5: eight fingers change, six go down and two lift. Common practice, no source.
    expect(say('flute', 'C5:h D5:h')).toBe('8 fingers move, 6 down and 2 up');
    expect(say('trumpet', 'C4:h D4:h')).toBe('2 valves move, 2 down');
    expect(say('trumpet', 'E4:h A4:h')).toBeUndefined();
    expect(say('trombone', 'Bb2:h C3:h')).toBe('the slide goes out from 1 to 6');
  });

  it('gives reasons, a label and an offer for whatever comes', () => {
    fc.assert(
      fc.property(arbitraryExercise(4), fc.constantFrom(...INSTRUMENTS), (e, { id }) => {
        const plan = planOf(e, id);
        for (const spot of plan.hardest) {
          expect(changeReasons(spot, plan)).not.toMatch(BAD);
          expect(buildUpWords(plan).labelOf(buildUp(plan.part.concert, spot))).toMatch(
            /^(bar \d+|the pickup): .+ to .+/,
          );
        }
        const sheet = lookSheet(plan);
        for (const text of [
          ...sheet.lookalikes.map(lookalikeWords),
          ...lineSigns(plan.part.score).map((s) => signWords(s, [plan.part.instrument]).meaning),
          againstSentence(sheet),
          ...lettersOf(sheet).map((l) => againstWords(l, 'each-hand')),
        ])
          expect(text).not.toMatch(BAD);
      }),
      { seed: 4, numRuns: 40 },
    );
    const offers = offerEasier(
      exercise('trumpet', 'C4:e D4:e E4:e F4:e G4 C5 | C4 G4 C5 G4 | C4:w'),
      'trumpet',
      DEFAULT_TEACHING,
    );
    expect(offers.length).toBeGreaterThan(2);
    for (const o of offers) expect(easierWords(o)).toMatch(/^(Bar \d+|All bars|Another octave): /);
  });

  it('says for whom a line is ready', () => {
    expect(readinessWords({ ready: ['trumpet', 'horn'], fresh: [], unplayable: [] })).toBe('ready for all 2');
    expect(
      readinessWords({
        ready: ['trumpet'],
        fresh: [
          { id: 'flute', notes: 1 },
          { id: 'oboe', notes: 1 },
          { id: 'horn', notes: 3 },
        ],
        unplayable: ['tuba'],
      }),
    ).toBe('ready for trumpet; 1 new for flute and oboe; 3 new for horn; not all playable on tuba');
  });
});
