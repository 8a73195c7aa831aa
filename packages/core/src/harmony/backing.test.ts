import { Chord, Note } from 'tonal';
import { realize } from '../exercise/realize';
import { playSequence } from '../performance/playSequence';
import { takeTurns } from '../performance/turns';
import type { Meter } from '../meter/meter';
import { type Concert, midi } from '../pitch/pitch';
import { plainChordText, readChordSymbol } from '../score/chordSymbol';
import type { Score } from '../score/score';
import { notesOf } from '../score/walk';
import { line } from '../testing/line';
import { oddLine } from '../testing/oddLine';
import { runs } from '../testing/share';
import { type BackingNote, planBacking } from './backing';
import { ACCOMPANIMENT_STYLES, type AccompanimentStyle, stylesFor } from './accompanimentStyle';
import { chordsOf } from './chordsOf';

const PLAIN = { speed: 1, repeats: true, countIn: false, subdivide: false };
const FOUR: Meter = { beats: 4, unit: 4 };
const at60 = (text: string, meter: Meter = FOUR): Score<Concert> => {
  const score = line<Concert>(text, { meter });
  const tempo = { mark: { value: 'quarter' as const, dots: 0, perMinute: 60 } };
  return { ...score, measures: score.measures.map((m, i) => (i === 0 ? { ...m, tempo } : m)) };
};
const rangeOf = (score: Score<Concert>) => {
  const all = notesOf(score).map((n) => midi(n.pitch));
  return { low: Math.min(...all), high: Math.max(...all) };
};
const accompaniment = (
  score: Score<Concert>,
  style?: AccompanimentStyle,
  sequence = playSequence(score, PLAIN),
): BackingNote[] =>
  planBacking(score, sequence, {
    drone: false,
    accompaniment: { style, chords: chordsOf(score).chords },
    part: rangeOf(score),
  });
const by = (notes: readonly BackingNote[], voice: BackingNote['voice']): [number, number][] =>
  notes.filter((n) => n.voice === voice).map((n) => [n.at, n.midi % 12]);

describe('an accompaniment', () => {
  it('marches: bass on one and three, root and fifth, the chord between', () => {
    const notes = accompaniment(at60('C5 E5 G5 E5 | C5:w'));
    expect(by(notes, 'bass').slice(0, 2)).toEqual([
      [0, 0],
      [2, 7],
    ]);
    expect(by(notes, 'piano').slice(0, 6)).toEqual([...[0, 4, 7].map((c) => [1, c]), ...[0, 4, 7].map((c) => [3, c])]);
  });
  it('waltzes, and swings long and short', () => {
    const waltz = accompaniment(at60('C5 E5 G5 | C5:h.', { beats: 3, unit: 4 }));
    expect(by(waltz, 'bass').map(([at]) => at)).toEqual([0, 3]);
    expect([...new Set(by(waltz, 'piano').map(([at]) => at))]).toEqual([1, 2, 4, 5]);
    const hats = by(accompaniment(at60('C5 E5 G5 E5 | C5:w'), 'swing'), 'drums').map(([at]) => at.toFixed(2));
    expect(hats.slice(0, 6)).toEqual(['0.00', '1.00', '1.67', '2.00', '3.00', '3.67']);
  });
  it('holds the key note where that is wanted alone', () => {
    const score = at60('Bb4:w | F4:h C5:h | Bb4:w');
    const drone = planBacking(score, playSequence(score, PLAIN), {
      drone: true,
      accompaniment: undefined,
      part: rangeOf(score),
    });
    expect(drone.map((b) => [b.voice, b.at, b.seconds])).toEqual([0, 4, 8].map((at) => ['drone', at, 4]));
  });
  it('has the root in the bass as soon as a chord comes, and another bass where it is written', () => {
    const score = at60('C5 D5 E5 F5 | C5:w');
    const over = (text: string, i: number) => ({ i, chord: readChordSymbol(text) });
    const chords = [over('C', 0), over('G7/B', 2), over('F', 3)];
    const events = (score.measures[0]?.events ?? []).map((e, i) => ({
      ...e,
      ...chords.find((c) => c.i === i && { chord: c }),
    }));
    const written = {
      ...score,
      measures: score.measures.map((m, i) =>
        i === 0 ? { ...m, events: events.map(({ i: _i, ...e }) => e as (typeof m.events)[number]) } : m,
      ),
    };
    expect(by(accompaniment(written), 'bass').slice(0, 3).sort()).toEqual([
      [0, 0],
      [2, 11],
      [3, 5],
    ]);
  });
  it('comes again with repeats and turns, and waits in a pickup and where the beat waits', () => {
    const score = at60('C5 E5 G5 E5 | C5:w');
    const sequence = playSequence(score, PLAIN);
    const once = accompaniment(score);
    const turns = accompaniment(
      score,
      undefined,
      takeTurns(sequence, () => true),
    );
    expect(turns.length).toBe(2 * once.length);
    const pickup = {
      ...score,
      measures: [...at60('G4').measures.map((m) => ({ ...m, pickup: true })), ...at60('C5 E5 G5 E5').measures],
    };
    expect(Math.min(...accompaniment(pickup).map((n) => n.at))).toBeCloseTo(1);
    const held = {
      ...score,
      measures: score.measures.map((m, b) => ({
        ...m,
        events: m.events.map((e, i) => (b === 0 && i === 1 ? { ...e, fermata: true } : e)),
      })),
    };
    // The second quarter is held for two: what follows comes a quarter later.
    expect(by(accompaniment(held), 'bass').map(([at]) => at)).toEqual([0, 3, 5, 7]);
  });

  it('fits any meter, plays only what its chord has, leaves the part its room, and stays in time', () => {
    const letters = (chord: string): number[] => Chord.get(chord).notes.map((n) => Note.chroma(n));
    for (let seed = 1; seed <= runs(80); seed++) {
      const score = realize(oddLine(seed).exercise);
      const part = rangeOf(score);
      const chords = chordsOf(score);
      const allowed = new Set(chords.chords.flatMap((c) => letters(plainChordText(c.chord).replace(/\/.*/, ''))));
      for (const style of ACCOMPANIMENT_STYLES) {
        const sequence = playSequence(score, { ...PLAIN, speed: 0.5 + (seed % 3) / 2 });
        const notes = planBacking(score, sequence, {
          drone: false,
          accompaniment: { style, chords: chords.chords },
          part,
        });
        const wrong = notes.filter(
          (n) =>
            n.at < sequence.starts - 1e-6 ||
            n.at + n.seconds > sequence.seconds + 1e-6 ||
            n.seconds <= 0 ||
            (n.voice === 'piano' && n.midi >= part.low && n.midi <= part.high) ||
            (n.voice === 'piano' && !chords.areWritten && !allowed.has(n.midi % 12)) ||
            (n.voice === 'bass' && part.low >= 36 && n.midi >= part.low),
        );
        expect([seed, style, wrong]).toEqual([seed, style, []]);
      }
    }
  });
});

it('every meter has a style that fits, and none that does not', () => {
  expect(stylesFor(FOUR)).toEqual(['march', 'ballad', 'swing']);
  expect(stylesFor({ beats: 6, unit: 8 })).toEqual(['six-eight']);
  expect(stylesFor({ beats: 5, unit: 4 })).toEqual(['ballad']);
  expect(stylesFor({ beats: 2, unit: 2 })).toEqual(['march', 'ballad']);
});
