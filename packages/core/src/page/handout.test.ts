import type { Exercise } from '../exercise/exercise';
import type { InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { key, signatureAlter } from '../key/key';
import { DEFAULT_TEACHING } from '../part/teaching';
import { midi, pitchText, type Written } from '../pitch/pitch';
import { notesOf, openingOf } from '../score/walk';
import { line } from '../testing/line';
import { partOf } from './pageParts';
import { fullScore } from './fullScore';
import {
  cardNotes,
  type Handout,
  knownLine,
  metNotes,
  twoWays,
  type Work,
  worksheetPlan,
  wrongSignature,
} from './handout';

const TODAY = { today: '2026-11-28' };
const concert = (text: string, fifths = 0): Exercise => ({
  owner: 'concert',
  source: line<Written>(text, { fifths }),
  partChoices: {},
});
const tune = concert('Bb4 C5 Eb5 D5 | F4 G4 A4 Bb4', -2);
const sheet = (
  id: InstrumentId,
  work: readonly Work[],
  more: Partial<Extract<Handout, { kind: 'worksheet' }>> = {},
  exercise = tune,
) => worksheetPlan(exercise, id, DEFAULT_TEACHING, TODAY, { kind: 'worksheet', work, answers: false, ...more });

describe('a worksheet', () => {
  it('has a row of boxes for what is asked: woodwinds shade their fingers, brass write them', () => {
    expect(sheet('trumpet', ['names', 'figures', 'concert']).plan.rows.map((r) => [r.row, r.blank])).toEqual([
      ['name', 'empty'],
      ['figure', 'empty'],
      ['sounds', 'empty'],
    ]);
    expect(sheet('clarinet', ['figures'], { answers: true }).plan.rows.map((r) => [r.row, r.blank])).toEqual([
      ['diagram', 'answered'],
    ]);
  });

  it('asks nothing that there is nothing of', () => {
    // A flute sounds as it is written; C major has no sign; the part without signature has none to find.
    expect(sheet('flute', ['concert', 'names']).work).toEqual(['names']);
    expect(sheet('trumpet', ['signature'], {}, concert('Bb4 C5', -2)).work).toEqual([]);
    expect(sheet('flute', ['wrong-signature'], { known: 3 }).work).toEqual([]);
    // A signature that is wrong is not missing as well.
    expect(sheet('flute', ['signature', 'wrong-signature']).work).toEqual(['wrong-signature']);
  });

  it('leaves the signature out, or sets one that is wrong by one sign; the key has the right one', () => {
    const shown = (work: Work, answers: boolean) =>
      openingOf(sheet('flute', [work], { answers }).plan.part.score).key.fifths;
    expect([shown('signature', false), shown('signature', true)]).toEqual([0, -2]);
    expect([shown('wrong-signature', false), shown('wrong-signature', true)]).toEqual([-1, -2]);
    for (let fifths = -6; fifths <= 6; fifths++) expect(Math.abs(wrongSignature(fifths) - fifths)).toBe(1);
    for (const answers of [true, false])
      expect(
        notesOf(sheet('flute', ['signature'], { answers }).plan.part.score).map((n) => pitchText(n.pitch)),
      ).toEqual(notesOf(partOf(tune, 'flute', DEFAULT_TEACHING).score).map((n) => pitchText(n.pitch)));
  });

  it('names the key that is right, minor as minor', () => {
    const source = line<Written>('D4 E4 F4 G4', { fifths: -1 });
    const minor: Exercise = {
      ...tune,
      source: { ...source, measures: source.measures.map((m, i) => (i === 0 ? { ...m, key: key(-1, 'minor') } : m)) },
    };
    expect(sheet('flute', ['wrong-signature'], {}, minor).key).toEqual(key(-1, 'minor'));
  });

  it('hides bar lines, and their numbers with them, until they are answered', () => {
    const { plan } = sheet('tuba', ['bar-lines']);
    expect([plan.hideBarLines, plan.setup.barNumbers]).toEqual([true, 'none']);
    expect(sheet('tuba', ['bar-lines'], { answers: true }).plan.hideBarLines).toBeUndefined();
  });

  it.each(INSTRUMENTS.map((i) => i.id))(
    '%s: sixteen known notes alone, each near the one before, others for another number',
    (id) => {
      const notes = metNotes(id, DEFAULT_TEACHING, undefined);
      const played = (seed: number): number[] =>
        notesOf(knownLine(id, notes, seed).source).map((n) => midi(n.pitch as Written));
      const allowed = new Set(notes.map(midi));
      for (const seed of [1, 2, 30]) {
        expect(played(seed)).toHaveLength(16);
        expect(played(seed).every((m) => allowed.has(m))).toBe(true);
        expect(played(seed)).toEqual(played(seed));
      }
      expect(played(1)).not.toEqual(played(2));
      // Read by its own player, the notes are those that were chosen.
      const { plan } = sheet(id, ['names'], { known: 1 });
      expect(notesOf(plan.part.score).map((n) => midi(n.pitch))).toEqual(played(1));
    },
  );
});

describe('the two ways', () => {
  it('say the same notes with a signature and with signs, and ring what stands in one way alone', () => {
    const ways = twoWays(tune, 'trombone', DEFAULT_TEACHING, TODAY);
    const [signed, plain] = ways.map((w) => w.part.score);
    if (signed === undefined || plain === undefined) throw new Error('no two ways');
    expect([openingOf(signed).key.fifths, openingOf(plain).key.fifths]).toEqual([-2, 0]);
    expect(notesOf(plain).map((n) => pitchText(n.pitch))).toEqual(notesOf(signed).map((n) => pitchText(n.pitch)));
    // Second way: by the rule itself. A note that the signature alters needs a sign the first time in its bar.
    const altered = notesOf(signed).filter((n) => signatureAlter(-2, n.pitch.step) !== 0).length;
    expect(ways.map((w) => w.circled.length)).toEqual([altered, altered]);
    expect(twoWays(concert('C4 D4 E4 F4'), 'tuba', DEFAULT_TEACHING, TODAY).flatMap((w) => w.circled)).toEqual([]);
  });
});

it('cards are made for the notes of the line, of the stage, or those that were met', () => {
  const of = (notes: 'line' | 'stage' | 'known', known?: string[]) =>
    cardNotes(tune, 'trumpet', DEFAULT_TEACHING, known, notes).map(pitchText);
  // An octave lower than it is written in the line: there every note suits beginners.
  expect(of('line')).toEqual(['G3', 'A3', 'B3', 'C4', 'D4', 'E4', 'F4']);
  expect(of('known', ['D4', 'C4'])).toEqual(['C4', 'D4']);
  expect(of('stage').length).toBeGreaterThan(of('known').length);
});

describe('the score', () => {
  const withChord: Exercise = {
    ...tune,
    source: {
      ...tune.source,
      measures: tune.source.measures.map((m) => ({
        ...m,
        events: m.events.map((e, i) =>
          e.kind === 'note' && i === 0 ? { ...e, chord: { root: { step: 'B', alter: -1 }, kind: '' } } : e,
        ),
      })) as typeof tune.source.measures,
    },
  };
  const parts = (['clarinet', 'horn', 'tuba'] as const).map((id) => partOf(withChord, id, DEFAULT_TEACHING));

  it('has the chord symbols once, on top, as they sound', () => {
    const chords = fullScore(parts, false).map(({ score }) =>
      score.measures.flatMap((m) =>
        m.events.flatMap((e) => (e.kind === 'note' && e.chord !== undefined ? [e.chord.root] : [])),
      ),
    );
    expect(chords).toEqual([
      [
        { step: 'B', alter: -1 },
        { step: 'B', alter: -1 },
      ],
      [],
      [],
    ]);
  });

  it('has the chord symbols over rests there, too, and nowhere else', () => {
    const rested: Exercise = {
      ...withChord,
      source: {
        ...withChord.source,
        measures: withChord.source.measures.map((m) => ({
          ...m,
          events: m.events.map((e, i): typeof e => {
            if (i !== 0) return e;
            const { id, duration, chord } = e;
            return { kind: 'rest', id, duration, ...(chord !== undefined && { chord }) };
          }),
        })),
      },
    };
    const over = fullScore(
      (['clarinet', 'horn'] as const).map((id) => partOf(rested, id, DEFAULT_TEACHING)),
      false,
    ).map(({ score }) => score.measures.flatMap((m) => m.events.flatMap((e) => e.chord?.root ?? [])));
    expect(over[0]?.length).toBeGreaterThan(0);
    expect([new Set(over[0]?.map((r) => `${r.step} ${r.alter}`)), over[1]]).toEqual([new Set(['B -1']), []]);
  });

  it('has one key for all as it sounds, and each player’s as it is read', () => {
    const keys = (asItSounds: boolean) => fullScore(parts, asItSounds).map(({ score }) => openingOf(score).key.fifths);
    expect([keys(false), keys(true)]).toEqual([
      [0, -1, -2],
      [-2, -2, -2],
    ]);
  });
});
