import fc from 'fast-check';
import { Note as TonalNote } from 'tonal';
import { realize } from '../exercise/realize';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { key } from '../key/key';
import { invert, octavesUp, transpose } from '../pitch/interval';
import { type Concert, midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { accidentalsInForce } from '../score/accidental';
import type { Score } from '../score/score';
import { notesOf, openingOf } from '../score/walk';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { annotate } from './annotate';
import { derivePart } from './derivePart';
import { explain } from './explain';

const { transpose: tonalTranspose } = TonalNote;

const concertLine = (text: string, fifths = 0): Score<Concert> => line<Concert>(text, { fifths });

/** What tonal calls each instrument's interval from sounding to written; the table of the field, common practice. */
const TONAL_INTERVAL: Readonly<Record<string, string>> = {
  piccolo: '-8P',
  flute: '1P',
  oboe: '1P',
  bassoon: '1P',
  'e-flat-clarinet': '-3m',
  clarinet: '2M',
  'alto-clarinet': '6M',
  'bass-clarinet': '9M',
  'soprano-saxophone': '2M',
  'alto-saxophone': '6M',
  'tenor-saxophone': '9M',
  'baritone-saxophone': '13M',
  trumpet: '2M',
  cornet: '2M',
  flugelhorn: '2M',
  horn: '5P',
  'double-horn': '5P',
  'b-flat-horn': '5P',
  'tenor-horn': '6M',
  trombone: '1P',
  'f-trombone': '1P',
  'treble-trombone': '9M',
  baritone: '1P',
  'baritone-treble': '9M',
  euphonium: '1P',
  'euphonium-treble': '9M',
  tuba: '1P',
  'e-flat-tuba': '1P',
  'e-flat-bass': '13M',
  'b-flat-bass': '16M',
  'descant-recorder': '-8P',
  'treble-recorder': '1P',
  'tenor-recorder': '1P',
  'bass-recorder': '-8P',
};

describe('written parts', () => {
  // Source: tonal (npm tonal 6.4), which transposes spelled notes independently.
  it.each(INSTRUMENTS.map((i) => [i.id, i] as const))('%s agrees with tonal in every key', (_id, instrument) => {
    for (let fifths = -7; fifths <= 7; fifths++) {
      const scale = ['C', 'D', 'E', 'F', 'G', 'A', 'B'].map((step) => {
        const alter = openingOf(concertLine('C4', fifths)).key.fifths;
        const order = alter > 0 ? 'FCGDAEB' : 'BEADGCF';
        return `${step}${order.slice(0, Math.abs(alter)).includes(step) ? (alter > 0 ? '#' : 'b') : ''}4`;
      });
      const concert = concertLine(scale.join(' '), fifths);
      const part = derivePart(concert, instrument, 'concert', { octaves: 0, key: 'transposed' });
      const written = notesOf(part.score).map((n) => pitchText(n.pitch).replace('x', '##'));
      const plain = scale.map((n) => tonalTranspose(n, TONAL_INTERVAL[instrument.id] ?? 'missing'));
      const signature = fifths + instrument.toWritten.fifths;
      if (Math.abs(signature) <= 7) {
        expect(written).toEqual(plain);
        expect(openingOf(part.score).key.fifths).toBe(signature);
      } else {
        expect(openingOf(part.score).key.fifths).toBe(signature - 12 * Math.sign(signature));
        expect(written.every((n) => !/##|bb/.test(n))).toBe(true);
      }
    }
  });

  it('sound like the concert line, whole octaves apart', () => {
    fc.assert(
      fc.property(arbitraryExercise(), fc.constantFrom(...INSTRUMENTS), (exercise, instrument) => {
        const concert = realize(exercise);
        const part = derivePart(concert, instrument, exercise.owner);
        const written = notesOf(part.score);
        notesOf(concert).forEach((n, i) => {
          const sounds = midi(transpose<Written>(written[i]?.pitch as Written, invert(instrument.toWritten)));
          expect(sounds).toBe(midi(n.pitch) + 12 * part.decisions.octave.octaves);
        });
      }),
      { numRuns: 200 },
    );
  });

  it('of a part are parts of the concert line', () => {
    fc.assert(
      fc.property(
        arbitraryExercise(),
        fc.constantFrom(...INSTRUMENTS),
        fc.constantFrom(...INSTRUMENTS),
        (exercise, first, second) => {
          const concert = realize(exercise);
          const page = derivePart(concert, first, 'concert', { octaves: 0, key: 'transposed' });
          fc.pre(Math.abs(openingOf(concert).key.fifths + first.toWritten.fifths) <= 6 && page.simplified.size === 0);
          fc.pre(
            concert.measures.every((m) => m.key === undefined || Math.abs(m.key.fifths + first.toWritten.fifths) <= 6),
          );
          const again = realize({ owner: first.id, source: page.score, partChoices: {} });
          const direct = derivePart(concert, second, 'concert');
          const through = derivePart(again, second, 'concert');
          expect(notesOf(through.score).map((n) => pitchText(n.pitch))).toEqual(
            notesOf(direct.score).map((n) => pitchText(n.pitch)),
          );
        },
      ),
      { numRuns: 200 },
    );
  });

  it('show the same signs when they are read again from the bare spelling', () => {
    fc.assert(
      fc.property(arbitraryExercise(), (exercise) => {
        const part = derivePart(realize(exercise), instrumentOf('clarinet'), 'concert');
        const bare: Score<Written> = {
          ...part.score,
          measures: part.score.measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e })) })),
        };
        expect([...accidentalsInForce(bare)]).toEqual([...accidentalsInForce(part.score)]);
      }),
    );
  });
});

describe('decisions', () => {
  const trumpet = instrumentOf('trumpet');

  it('a concert line in F is G major for the trumpet', () => {
    const part = derivePart(concertLine('F4 A4 C5 Bb4', -1), trumpet, 'concert');
    expect(notesOf(part.score).map((n) => pitchText(n.pitch))).toEqual(['G4', 'B4', 'D5', 'C5']);
    expect(part.decisions.key).toMatchObject({ fifths: 1, why: 'transposed', choice: 'transposed' });
  });

  it('a signature over the limit is respelled, key and notes together, and the other spelling stays a choice', () => {
    const concert = concertLine('B4 D#5 F#5 A#4', 5);
    const part = derivePart(concert, trumpet, 'concert', { octaves: 0 });
    expect(part.decisions.key).toMatchObject({ fifths: -5, why: 'over-limit' });
    expect(notesOf(part.score).map((n) => pitchText(n.pitch))).toEqual(['Db5', 'F5', 'Ab5', 'C5']);
    const sharp = derivePart(concert, trumpet, 'concert', { octaves: 0, key: 'transposed' });
    expect(notesOf(sharp.score).map((n) => pitchText(n.pitch))).toEqual(['C#5', 'E#5', 'G#5', 'B#4']);
    expect(sharp.decisions.key.why).toBe('chosen');
  });

  it('writes every sign at its note when no signature is wanted', () => {
    const part = derivePart(concertLine('E4 F#4 E4 F#4', 0), trumpet, 'concert', { key: 'no-signature' });
    expect(openingOf(part.score).key.fifths).toBe(0);
    expect([...accidentalsInForce(part.score).values()].map((r) => r.source)).toEqual(['sign', 'sign', 'bar', 'bar']);
  });

  it('resolves double signs to the plain neighbour', () => {
    const part = derivePart(concertLine('Fx4 C4 C4 C4', 4), trumpet, 'concert', { octaves: 0 });
    expect(pitchText(notesOf(part.score)[0]?.pitch as Written)).toBe('A4');
    expect(part.simplified.has('n1')).toBe(true);
  });

  it('moves the whole line to the octave that suits the player, and says why', () => {
    const line5 = concertLine('Bb4 C5 D5 Eb5', -2);
    expect(derivePart(line5, instrumentOf('tuba'), 'concert').decisions.octave).toMatchObject({
      octaves: -3,
      why: 'fits',
    });
    expect(derivePart(line5, instrumentOf('trombone'), 'concert').decisions.octave).toMatchObject({
      octaves: -2,
      why: 'fits',
    });
    expect(derivePart(line5, trumpet, 'concert', { octaves: 0 }).decisions.octave.why).toBe('chosen');
    expect(derivePart(concertLine('Bb6 C7 D7 Eb7'), trumpet, 'trumpet').decisions.octave).toMatchObject({
      octaves: 0,
      why: 'own-page',
    });
  });

  it('names what no octave can fit', () => {
    const wide = concertLine('C3 C4 C5 C6');
    const part = derivePart(wide, instrumentOf('descant-recorder'), 'concert');
    expect(part.unplayable.length).toBeGreaterThan(0);
    expect(part.decisions.octave.why).toBe('fewest-outside');
    const annotations = annotate(part);
    for (const id of part.unplayable) expect(annotations.get(id)?.fingering.kind).toBe('unplayable');
  });

  it("keeps to the instrument's own clefs", () => {
    const low = concertLine('C3 D3 E3 F3');
    expect(openingOf(derivePart(low, instrumentOf('trombone'), 'concert', { clef: 'tenor' }).score).clef).toBe('tenor');
    expect(openingOf(derivePart(low, trumpet, 'concert', { clef: 'bass' }).score).clef).toBe('treble');
  });
});

describe('the reason trail', () => {
  it('leads from the sound to the hands', () => {
    const part = derivePart(concertLine('C#5 D5 C#5 E4'), instrumentOf('trumpet'), 'concert', { octaves: 0 });
    const annotations = annotate(part);
    const facts = explain(part, annotations).get('n3') ?? [];
    expect(facts.map((f) => f.kind).slice(0, 7)).toEqual([
      'place',
      'value',
      'count',
      'concert',
      'interval',
      'written',
      'signature',
    ]);
    expect(facts.find((f) => f.kind === 'place')).toEqual({
      kind: 'place',
      at: { measure: 1, beat: '3', strength: 'medium' },
    });
    expect(facts.find((f) => f.kind === 'interval')).toMatchObject({
      interval: { quality: 'major', number: 2, up: true },
      inKey: 'B♭',
    });
    expect(facts.find((f) => f.kind === 'accidental')).toMatchObject({
      source: 'bar',
      setAt: { measure: 1, beat: '1' },
    });
    expect(facts.find((f) => f.kind === 'origin')).toMatchObject({ origin: { partial: 5, lowered: 1 } });
    expect(explain(part, annotations).get('nowhere')).toBeUndefined();
  });

  it('places notes on lines, in spaces and on ledger lines', () => {
    const place = (note: string, clef: 'treble' | 'bass' | 'tenor' | 'alto') => {
      const part = derivePart(concertLine(note), instrumentOf('flute'), 'flute');
      const fact = (explain(part, annotate(part)).get('n1') ?? []).find((f) => f.kind === 'written');
      return fact?.kind === 'written' && clef === fact.clef ? `${fact.staff.kind} ${fact.staff.number}` : 'other clef';
    };
    expect(['E4', 'F4', 'B4', 'E5', 'F5', 'G5', 'A5', 'B5', 'D4', 'C4'].map((n) => place(n, 'treble'))).toEqual([
      'line 1',
      'space 1',
      'line 3',
      'space 4',
      'line 5',
      'space 5',
      'ledger-above 1',
      'ledger-above 1',
      'space 0',
      'ledger-below 1',
    ]);
  });

  it('gives a tied-to note no new figure', () => {
    const part = derivePart(concertLine('C4:w~ | C4:w'), instrumentOf('trumpet'), 'concert');
    const annotations = annotate(part);
    expect(annotations.get('n2')?.tiedFrom).toBe('n1');
    expect((explain(part, annotations).get('n2') ?? []).some((f) => f.kind === 'tied')).toBe(true);
  });

  it('has facts for every note of every instrument', () => {
    for (const instrument of INSTRUMENTS) {
      const part = derivePart(concertLine('Bb4 B4 C5 F#5 | Eb4 D4 A3 G3', -2), instrument, 'concert');
      const annotations = annotate(part);
      for (const n of notesOf(part.score)) {
        const kinds = (explain(part, annotations).get(n.id) ?? []).map((f) => f.kind);
        expect(kinds).toEqual(expect.arrayContaining(['place', 'concert', 'interval', 'written', 'signature']));
        expect(kinds.some((k) => k === 'figure' || k === 'unplayable')).toBe(true);
      }
    }
  });
});

describe('whose page it is', () => {
  it('a trumpet page in D is a concert line in C', () => {
    const concert = realize({
      owner: 'trumpet',
      source: line<Written>('D4 F#4 A4 D5', { fifths: 2 }),
      partChoices: {},
    });
    expect(notesOf(concert).map((n) => pitchText(n.pitch))).toEqual(['C4', 'E4', 'G4', 'C5']);
    expect(openingOf(concert).key).toEqual(key(0));
  });

  it('gives the owner their own page back', () => {
    fc.assert(
      fc.property(arbitraryExercise(), fc.constantFrom(...INSTRUMENTS), ({ source }, { id }) => {
        fc.pre(source.measures.every((m) => m.key === undefined || Math.abs(m.key.fifths) <= 6));
        const concert = realize({ owner: id, source, partChoices: {} });
        const page = derivePart(concert, instrumentOf(id), id);
        expect(notesOf(page.score).map((n) => pitchText(n.pitch))).toEqual(
          notesOf(source).map((n) => pitchText(n.pitch)),
        );
      }),
    );
    expect(pitchText(parsePitch('Bb3'))).toBe('Bb3');
    expect(pitchText(transpose(parsePitch('C4'), octavesUp(1)))).toBe('C5');
  });
});
