import { realize } from '../exercise/realize';
import { transposeExercise } from '../exercise/transposeExercise';
import type { InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { signatureLetters } from '../key/key';
import type { Clef } from '../key/signature';
import { countIn } from '../meter/counting';
import { measureQuarters } from '../meter/meter';
import { type Concert, letterName, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { rational, sum } from '../rational/rational';
import { accidentalsInForce } from '../score/accidental';
import { durationQuarters } from '../score/duration';
import { filledQuarters, findMeasureFaults } from '../score/measureSum';
import { withoutSignature } from '../score/rewrite';
import { notesOf, openingOf, placeMeasures } from '../score/walk';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import fc from 'fast-check';
import { figureChange } from '../fingering/change';
import { finger } from '../instrument/finger';
import { DEFAULT_CONVENTIONS } from '../convention/conventions';
import { annotate } from './annotate';
import { derivePart } from './derivePart';
import { explain } from './explain';
import { staffPlace } from './staffPlace';

/*
 * Facts of the trade, each a check of its own. All common practice, no source.
 */
describe('transposition, as teachers say it', () => {
  it.each<[InstrumentId, string]>([
    ['trumpet', 'F'],
    ['clarinet', 'F'],
    ['alto-saxophone', 'C'],
    ['baritone-saxophone', 'C'],
    ['horn', 'B♭'],
    ['flute', 'E♭'],
    ['tuba', 'E♭'],
  ])('concert E flat on the %s is written %s', (id, letter) => {
    expect(
      letterName(notesOf(derivePart(line<Concert>('Eb4'), instrumentOf(id), 'concert').score)[0]?.pitch as Written),
    ).toBe(letter);
  });

  it('the signature moves with the notes: concert F is G for a trumpet, D for an alto saxophone, C for a horn', () => {
    const fifths = (id: InstrumentId): number =>
      derivePart(line<Concert>('F4', { fifths: -1 }), instrumentOf(id), 'concert').decisions.key.fifths;
    expect([fifths('trumpet'), fifths('alto-saxophone'), fifths('horn'), fifths('flute')]).toEqual([1, 2, 0, -1]);
  });

  it('more than six signs are respelled, key and notes together, and the other spelling stays a choice', () => {
    const concert = line<Concert>('E4 F#4 G#4 A4', { fifths: 4 });
    const part = derivePart(concert, instrumentOf('alto-saxophone'), 'concert');
    expect(part.decisions.key).toMatchObject({ fifths: -5, why: 'over-limit' });
    expect(part.decisions.key.options.map((o) => o.fifths)).toEqual([7, -5, 0]);
    expect(notesOf(part.score).map((n) => letterName(n.pitch))).toEqual(['D♭', 'E♭', 'F', 'G♭']);
  });
});

describe('beat sums', () => {
  const quarters = (...values: [Parameters<typeof durationQuarters>[0]['value'], number][]) =>
    sum(values.map(([value, dots]) => durationQuarters({ value, dots })));

  it('a whole note fills the bar in four-four; half of it is a half note, half of that a quarter', () => {
    expect([
      quarters(['whole', 0]),
      quarters(['half', 0], ['half', 0]),
      quarters(['quarter', 0], ['quarter', 0], ['quarter', 0], ['quarter', 0]),
    ]).toEqual([0, 1, 2].map(() => measureQuarters({ beats: 4, unit: 4 })));
  });

  it('a whole tied to a quarter is five beats, a dotted half tied to a quarter four', () => {
    expect([quarters(['whole', 0], ['quarter', 0]), quarters(['half', 1], ['quarter', 0])]).toEqual([
      rational(5),
      rational(4),
    ]);
  });

  it('a one-beat pickup in four-four is counted in with 1 2 3, and the last bar gives it back', () => {
    expect(countIn({ beats: 4, unit: 4 }, rational(1), rational(1)).words).toEqual(['1', '2', '3']);
    const tune = line<Written>('C4 | D4:w | E4:h.');
    const measures = tune.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m));
    expect(findMeasureFaults({ ...tune, measures })).toEqual([]);
  });

  it('a bar before a repeat gives the pickup back too, and so do first and second endings', () => {
    const tune = line<Written>('C4 | D4:w | E4:h. | F4:h.');
    const measures = tune.measures.map((m, i) => ({
      ...m,
      ...[{ pickup: true }, {}, { ending: [1], repeatEnd: true }, { ending: [2] }][i],
    }));
    expect(findMeasureFaults({ ...tune, measures })).toEqual([]);
    expect(
      findMeasureFaults({
        ...tune,
        measures: measures.map((m, i) => (i === 1 ? { ...m, events: m.events.slice(0, 0) } : m)),
      }),
    ).toHaveLength(1);
  });
});

describe('key signatures and accidentals', () => {
  it('sharps enter F C G D A E B, flats in the reverse', () => {
    expect([signatureLetters(7).join(''), signatureLetters(-7).join('')]).toEqual(['FCGDAEB', 'BEADGCF']);
  });

  it('the second C sharp of the bar needs no sign, the C of the next bar is natural, another octave is free', () => {
    const reading = [...accidentalsInForce(line<Written>('C#4 C#4 C5 D4 | C4:w')).values()];
    expect(reading.map((r) => [r.source, r.sign])).toEqual([
      ['sign', 1],
      ['bar', undefined],
      ['plain', undefined],
      ['plain', undefined],
      ['plain', undefined],
    ]);
  });

  it('the reason trail says how far a sign reaches, and which sign still holds', () => {
    const part = derivePart(line<Concert>('C#4 D4 C#4 C#4 | C#4:w'), instrumentOf('flute'), 'flute');
    const kinds = (id: string) =>
      (explain(part, annotate(part)).get(id) ?? []).filter((f) => f.kind === 'accidental' || f.kind === 'reach');
    expect(kinds('n1')).toEqual([
      { kind: 'accidental', source: 'sign', alter: 1, step: 'C', courtesy: false },
      {
        kind: 'reach',
        at: [
          { measure: 1, beat: '3', strength: 'medium' },
          { measure: 1, beat: '4', strength: 'weak' },
        ],
      },
    ]);
    expect(kinds('n4')).toEqual([
      {
        kind: 'accidental',
        source: 'bar',
        alter: 1,
        step: 'C',
        courtesy: false,
        setAt: { measure: 1, beat: '1', strength: 'strong' },
      },
    ]);
    expect(kinds('n5')).toEqual([{ kind: 'accidental', source: 'sign', alter: 1, step: 'C', courtesy: false }]);
    expect(kinds('n2')).toEqual([]);
  });
});

describe('lines and spaces', () => {
  const named = (clef: Clef, notes: string): string =>
    notes
      .split(' ')
      .map((n) => {
        const { kind, number } = staffPlace(parsePitch(n), clef);
        return `${kind} ${number}`;
      })
      .join(', ');

  it('treble lines are E G B D F, spaces F A C E; bass lines G B D F A, spaces A C E G', () => {
    expect([named('treble', 'E4 G4 B4 D5 F5'), named('bass', 'G2 B2 D3 F3 A3')]).toEqual([
      'line 1, line 2, line 3, line 4, line 5',
      'line 1, line 2, line 3, line 4, line 5',
    ]);
    expect([named('treble', 'F4 A4 C5 E5'), named('bass', 'A2 C3 E3 G3')]).toEqual([
      'space 1, space 2, space 3, space 4',
      'space 1, space 2, space 3, space 4',
    ]);
  });

  it('middle C is the third line in alto, the fourth in tenor, and a ledger line below treble and above bass', () => {
    expect([named('alto', 'C4'), named('tenor', 'C4'), named('treble', 'C4'), named('bass', 'C4')]).toEqual([
      'line 3',
      'line 4',
      'ledger-below 1',
      'ledger-above 1',
    ]);
    expect([named('treble', 'B3 A3 G3'), named('bass', 'D4 E4 F4')]).toEqual([
      'ledger-below 1, ledger-below 2, ledger-below 2',
      'ledger-above 1, ledger-above 2, ledger-above 2',
    ]);
    expect([
      staffPlace(parsePitch('B3'), 'treble').onLine,
      staffPlace(parsePitch('A3'), 'treble').onLine,
      staffPlace(parsePitch('G5'), 'treble'),
    ]).toEqual([false, true, { kind: 'space', number: 5, onLine: false }]);
  });
});

describe('hard changes', () => {
  const change = (id: InstrumentId, from: string, to: string) => {
    const [a, b] = [from, to].map((n) => finger(instrumentOf(id), parsePitch<Written>(n), DEFAULT_CONVENTIONS));
    if (a?.kind !== 'playable' || b?.kind !== 'playable') throw new Error('no figure');
    const { system } = instrumentOf(id);
    return figureChange(a.figure, b.figure, system.kind === 'woodwind' ? system.woodwind : undefined);
  };

  it.each<[InstrumentId, string, string, string, string]>([
    ['flute', 'C5', 'D5', 'D5', 'E5'],
    ['descant-recorder', 'F#4', 'A4', 'G4', 'A4'],
    ['trombone', 'Bb2', 'C3', 'D3', 'Eb3'],
    ['clarinet', 'A4', 'B4', 'G4', 'A4'],
  ])('%s %s to %s asks more of the hands than %s to %s', (id, from, to, easyFrom, easyTo) => {
    expect(change(id, from, to).moves).toBeGreaterThan(change(id, easyFrom, easyTo).moves);
  });

  it('flute C to D: eight fingers move, trombone first to sixth: five positions', () => {
    expect([change('flute', 'C5', 'D5').moves, change('trombone', 'F3', 'C3').moves]).toEqual([8, 5]);
  });
});

describe('laws over generated lines', () => {
  it('bars add up as they did after moving, deriving and rewriting', () => {
    fc.assert(
      fc.property(arbitraryExercise(), fc.constantFrom(...INSTRUMENTS), (exercise, i) => {
        const sums = (s: Parameters<typeof placeMeasures>[0]): string =>
          s.measures
            .map((m) => {
              const q = filledQuarters(m);
              return `${q.n}/${q.d}`;
            })
            .join(' ');
        const own = sums(exercise.source);
        expect([
          sums(transposeExercise(exercise, i.toWritten).source),
          sums(realize(exercise)),
          sums(derivePart(realize(exercise), i, 'concert').score),
          sums(withoutSignature(exercise.source)),
        ]).toEqual([own, own, own, own]);
      }),
    );
  });

  it('every note of a part is annotated and explained, in order', () => {
    fc.assert(
      fc.property(arbitraryExercise(5), fc.constantFrom(...INSTRUMENTS), (exercise, i) => {
        const part = derivePart(realize(exercise), i, 'concert');
        const annotations = annotate(part);
        const ids = notesOf(part.score).map((n) => n.id);
        expect([[...annotations.keys()], [...explain(part, annotations).keys()]]).toEqual([ids, ids]);
        expect([...annotations.values()].map((n) => n.accidental)).toEqual([
          ...accidentalsInForce(part.score, 'once-a-bar').values(),
        ]);
        expect([...annotations.values()].map((n) => pitchText(n.written))).toEqual(
          notesOf(part.score).map((n) => pitchText(n.pitch)),
        );
      }),
      { numRuns: 200 },
    );
  });

  it('a line without notes has a page without figures', () => {
    const part = derivePart(line<Concert>('R:w'), instrumentOf('flute'), 'concert');
    expect([
      annotate(part).size,
      explain(part, annotate(part)).size,
      openingOf(part.score).clef,
      part.unplayable,
    ]).toEqual([0, 0, 'treble', []]);
  });
});
