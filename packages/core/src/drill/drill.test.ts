import { Key as TonalKey } from 'tonal';
import { figureText } from '../fingering/figure';
import { finger } from '../instrument/finger';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { signatureLetters } from '../key/key';
import { CLEFS, diagnoseSignature, signaturePlaces } from '../key/signature';
import { chartNotes } from '../part/chart';
import { midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { randomFrom } from '../random/random';
import { DEFAULT_CONVENTIONS } from '../convention/conventions';
import { accidentalsInForce } from '../score/accidental';
import { key } from '../key/key';
import { earQuestion, improvisePrompt } from './earDrill';
import { figureCards, judgeFigure, nameFigure, noteOfFigure } from './figureDrill';
import { readingCards, tenorSteps } from './readingDrill';
import { checkPlaced, SIGNATURE_KINDS, signatureQuestion } from './signatureDrill';

const seeds = Array.from({ length: 120 }, (_u, i) => i + 1);
const note = (text: string): Written => parsePitch<Written>(text);

describe('figures drilled', () => {
  it('asks for every playable note of a stage once, with the figures that the catalogue gives, on every instrument', () => {
    for (const instrument of INSTRUMENTS) {
      const notes = chartNotes(instrument, 'first-year');
      const cards = figureCards(instrument, DEFAULT_CONVENTIONS, notes);
      expect(cards.map((c) => midi(c.note))).toEqual(
        notes.filter((n) => finger(instrument, n, DEFAULT_CONVENTIONS).kind === 'playable').map(midi),
      );
      for (const c of cards) {
        const f = finger(instrument, c.note, DEFAULT_CONVENTIONS);
        if (f.kind !== 'playable') throw new Error('unplayable');
        expect(c.figures.map((x) => figureText(x))).toEqual(
          [f.figure, ...f.alternates.map((a) => a.figure)].map((x) => figureText(x)),
        );
        expect(judgeFigure(c, f.figure)).toBe('default');
      }
    }
  });

  it('takes another good figure, in whatever order it was pressed, and no bad one', () => {
    const trumpet = instrumentOf('trumpet');
    const [e] = figureCards(trumpet, DEFAULT_CONVENTIONS, [note('E4')]);
    const [flute] = figureCards(instrumentOf('flute'), DEFAULT_CONVENTIONS, [note('F4')]);
    const [slide] = figureCards(instrumentOf('trombone'), DEFAULT_CONVENTIONS, [note('G4')]);
    if (e === undefined || flute === undefined || slide === undefined) throw new Error('no card');
    // E4 on the trumpet is 1 2, and 3 alone plays it too; G4 on the trombone is a raised second. Common practice, no
    // source.
    expect([
      judgeFigure(e, { kind: 'valves', valves: [1, 2] }),
      judgeFigure(e, { kind: 'valves', valves: [3] }),
      judgeFigure(e, { kind: 'valves', valves: [] }),
    ]).toEqual(['default', 'alternate', 'wrong']);
    expect(judgeFigure(flute, { kind: 'keys', left: ['3', 'T', '2', '1'], right: ['Eb', '4'] })).toBe('default');
    expect(judgeFigure(slide, { kind: 'slide', position: 2, adjust: 0 })).toBe('default');
  });

  it('tells for which note a wrong figure took the one that was asked', () => {
    const cards = figureCards(instrumentOf('trumpet'), DEFAULT_CONVENTIONS, ['C4', 'D4', 'E4', 'F4', 'G4'].map(note));
    const taken = (asked: string, valves: readonly number[]): string => {
      const card = cards.find((c) => pitchText(c.note) === asked);
      if (card === undefined) throw new Error('no card');
      const said = noteOfFigure({ kind: 'valves', valves }, card, cards);
      return said === undefined ? 'none of them' : pitchText(said);
    };
    expect(taken('F4', [])).toBe('G4');
    expect(taken('D4', [])).toBe('C4');
    expect(taken('G4', [1, 3])).toBe('D4');
    expect(taken('G4', [2, 3])).toBe('none of them');
  });

  it('offers for a figure one note that it plays, and others that it does not', () => {
    for (const id of ['trumpet', 'clarinet', 'flute', 'trombone', 'descant-recorder'] as const) {
      const instrument = instrumentOf(id);
      const cards = figureCards(instrument, DEFAULT_CONVENTIONS, chartNotes(instrument, 'first-year'));
      for (const card of cards) {
        const { choices, right } = nameFigure(card, cards, randomFrom(midi(card.note)));
        expect(choices[right]).toBe(card.note);
        expect(new Set(choices).size).toBe(choices.length);
        const shown = figureText(card.figures[0] ?? { kind: 'valves', valves: [] });
        for (const [i, c] of choices.entries())
          if (i !== right)
            expect(cards.find((x) => x.note === c)?.figures.map((f) => figureText(f))).not.toContain(shown);
      }
    }
  });
});

describe('reading drilled', () => {
  it('reads every place as its signature has it, held against another library', () => {
    const names = ['Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#'];
    for (const [i, name] of names.entries()) {
      // tonal, a library of the registry: the notes of each major key.
      const scale = TonalKey.majorKey(name).scale;
      for (const clef of CLEFS)
        for (const card of readingCards(clef, 1, i - 6)) {
          const sign = card.alter === 0 ? '' : card.alter > 0 ? '#' : 'b';
          expect(scale).toContain(`${card.answer}${sign}`);
          expect(pitchText(card.note).replace(/\d/, '')).toBe(`${card.answer}${sign}`);
        }
    }
  });

  it('names lines and spaces as every beginner learns them', () => {
    const letters = (clef: (typeof CLEFS)[number], places: readonly number[]) =>
      places.map((p) => readingCards(clef, 1).find((c) => c.place === p)?.answer).join('');
    // Common practice: treble lines E G B D F, spaces F A C E; bass lines G B D F A; middle C on the alto's third and
    // the tenor's fourth line.
    expect([
      letters('treble', [0, 2, 4, 6, 8]),
      letters('treble', [1, 3, 5, 7]),
      letters('bass', [0, 2, 4, 6, 8]),
      letters('alto', [4]),
      letters('tenor', [6]),
    ]).toEqual(['EGBDF', 'FACE', 'GBDFA', 'C', 'C']);
    expect(readingCards('alto', 0).find((c) => c.place === 4)?.note).toMatchObject({ step: 'C', octave: 4 });
  });

  it('finds a tenor clef note by both ways', () => {
    for (const card of readingCards('tenor', 2)) {
      const steps = tenorSteps(card.place);
      expect(steps.answer).toBe(card.answer);
      expect(readingCards('bass', 6).find((c) => c.place === steps.movedPlace)?.note).toEqual(card.note);
      expect(readingCards('bass', 6).find((c) => c.place === card.place)?.answer).toBe(steps.asBass);
    }
  });
});

describe('signatures drilled', () => {
  const TONICS: Readonly<Record<number, string>> = {
    [-5]: 'Db',
    [-4]: 'Ab',
    [-3]: 'Eb',
    [-2]: 'Bb',
    [-1]: 'F',
    1: 'G',
    2: 'D',
    3: 'A',
    4: 'E',
    5: 'B',
  };

  it('asks questions whose answers hold, against the tonal library where it knows them', () => {
    for (const kind of SIGNATURE_KINDS) {
      for (const seed of seeds) {
        const q = signatureQuestion(kind, seed % 2 === 0 ? 'treble' : 'bass', 5, randomFrom(seed));
        switch (q.kind) {
          case 'letters': {
            const scale = TonalKey.majorKey(TONICS[q.fifths] ?? '')
              .scale.filter((n) => n.length > 1)
              .map((n) => n[0]);
            expect([...q.answer].sort()).toEqual(scale.sort());
            break;
          }
          case 'place':
            expect(checkPlaced(q.fifths, q.clef, signaturePlaces(q.fifths, q.clef))).toBeUndefined();
            expect(checkPlaced(q.fifths, q.clef, signaturePlaces(q.fifths, q.clef).slice(1))).toBeDefined();
            break;
          case 'formed': {
            const [right, wrong] = [q.choices[q.right], q.choices[1 - q.right]];
            expect(diagnoseSignature(right ?? [], q.clef).faults).toEqual([]);
            expect(diagnoseSignature(wrong ?? [], q.clef).faults.length).toBeGreaterThan(0);
            break;
          }
          case 'from-notes': {
            const fifths = q.choices[q.right] ?? 0;
            const altered = q.notes.filter((n) => n.alter !== 0);
            // The right one spares every sign; no other choice does.
            const spared = (f: number) =>
              q.notes.every((n) => (signatureLetters(f).includes(n.step) ? Math.sign(f) : 0) === n.alter);
            expect(spared(fifths)).toBe(true);
            expect(q.choices.filter((f) => f !== fifths).some(spared)).toBe(false);
            expect(altered.length).toBe(Math.abs(fifths));
            break;
          }
          case 'holds': {
            const asked = q.score.measures.flatMap((m) => m.events).find((e) => e.id === q.asked);
            if (asked?.kind !== 'note') throw new Error('nothing asked');
            expect(asked.pitch.alter).toBe(q.answer);
            // The note stands without a sign of its own: what it is has to be known.
            expect(accidentalsInForce(q.score, 'none').get(q.asked)?.sign).toBeUndefined();
            break;
          }
        }
      }
    }
  });

  it('says what is wrong with signs that were set', () => {
    const [f, c] = signaturePlaces(2, 'treble');
    if (f === undefined || c === undefined) throw new Error('no signs');
    expect(checkPlaced(2, 'treble', [c, f])?.faults.map((x) => x.kind)).toEqual(['order']);
    expect(checkPlaced(2, 'treble', [f, { ...c, place: 4 }])?.faults.map((x) => x.kind)).toEqual(['wrong-line']);
    expect(checkPlaced(2, 'treble', [f, { ...c, alter: -1 }])?.faults.map((x) => x.kind)).toContain('mixed');
    // A proper signature, but not the one that was asked for.
    expect(checkPlaced(2, 'treble', [f])?.faults).toEqual([]);
  });
});

describe('by ear, and freely', () => {
  const notes = ['C4', 'D4', 'E4', 'F4', 'G4', 'C5', 'G5'].map(note);

  it('asks for notes among those that can be pressed, none twice in a row, and none further than a fifth', () => {
    for (const seed of seeds) {
      const q = earQuestion(notes, 2 + (seed % 4), randomFrom(seed));
      expect(q.notes.length).toBe(2 + (seed % 4));
      q.notes.forEach((n, i) => {
        expect(q.among).toContain(n);
        const last = q.notes[i - 1];
        if (last !== undefined) {
          expect(n).not.toBe(last);
          expect(Math.abs(midi(n) - midi(last))).toBeLessThanOrEqual(7);
        }
      });
    }
    expect(() => earQuestion([note('C4')], 2, randomFrom(1))).toThrow(RangeError);
  });

  it('begins by ear with two or three notes, if that is wanted, which are neighbours', () => {
    const notes = ['C4', 'D4', 'E4', 'F4', 'G4', 'A4'].map(note);
    for (const seed of seeds) {
      const { among } = earQuestion(notes, 4, randomFrom(seed), 2 + (seed % 2));
      expect(among).toHaveLength(2 + (seed % 2));
      const at = notes.indexOf(among[0] ?? note('B9'));
      expect(among).toEqual(notes.slice(at, at + among.length));
    }
  });

  it('gives a class the same prompt from the same number: neighbours of the part, and one bar of its meter', () => {
    for (const [text, eighths] of [
      ['2/4', 4],
      ['3/4', 6],
      ['4/4', 8],
      ['6/8', 6],
      ['5/4', 0],
    ] as const) {
      const [beats, unit] = text.split('/').map(Number) as [number, 4 | 8];
      const at = { key: key(0), meter: { beats, unit } };
      for (const seed of seeds) {
        const prompt = improvisePrompt(notes, 3, at, randomFrom(seed));
        expect(prompt).toEqual(improvisePrompt(notes, 3, at, randomFrom(seed)));
        expect(prompt.rhythm.reduce((a, b) => a + b, 0)).toBe(eighths);
        const first = notes.indexOf(prompt.notes[0] ?? note('C4'));
        expect(prompt.notes.map(pitchText)).toEqual(notes.slice(first, first + 3).map(pitchText));
      }
    }
  });

  it('knows which of the notes are home: the key note, else those of its chord', () => {
    const at = { key: key(0), meter: { beats: 4, unit: 4 as const } };
    const restsOf = (...names: string[]) => improvisePrompt(names.map(note), 5, at, randomFrom(1)).rests.map(pitchText);
    expect(restsOf('C4', 'D4')).toEqual(['C4']);
    expect(restsOf('D4', 'E4', 'F4')).toEqual(['E4']);
    expect(restsOf('D4', 'F4')).toEqual([]);
    expect(improvisePrompt([note('C4')], 5, at, randomFrom(1)).notes.length).toBe(1);
  });
});
