import { Chord, Note } from 'tonal';
import { realize } from '../exercise/realize';
import { sightLine } from '../drill/sightLine';
import { instrumentOf } from '../instrument/instrumentOf';
import { key, tonic } from '../key/key';
import type { Meter } from '../meter/meter';
import { type Concert, letterName, midi } from '../pitch/pitch';
import { toNumber } from '../rational/rational';
import { type ChordSymbol, chordText, plainChordText } from '../score/chordSymbol';
import type { Score } from '../score/score';
import { placeEvents, placeMeasures } from '../score/walk';
import { line } from '../testing/line';
import { oddLine } from '../testing/oddLine';
import { runs } from '../testing/share';
import { chordSteps } from './chordTones';
import { chordsOf, withChords, writtenChords } from './chordsOf';
import { harmonize, type PlacedChord } from './harmonize';
import { heardKey } from './keyChords';

const chords = (score: Score<Concert>): string => {
  const bars = new Map<number, string[]>();
  for (const c of harmonize(score)) bars.set(c.bar, [...(bars.get(c.bar) ?? []), chordText(c.chord)]);
  return [...bars].map(([bar, names]) => `${bar + 1} ${names.join(' ')}`).join(' | ');
};
const of = (text: string, head: Parameters<typeof line>[1] = {}): string => chords(line<Concert>(text, head));
const with1 = (score: Score<Concert>, change: object): Score<Concert> => ({
  ...score,
  measures: score.measures.map((m, i) => (i === 0 ? { ...m, ...change } : m)),
});
const slowly = { tempo: { mark: { value: 'quarter' as const, dots: 0, perMinute: 60 } } };
const quickly = { tempo: { mark: { value: 'quarter' as const, dots: 0, perMinute: 160 } } };

const CHROMA = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 } as const;
/** The notes of a chord as the library tonal has them (npm, MIT), as places among the twelve. */
const theirs = (name: string): number[] => Chord.get(name).notes.map((n) => Note.chroma(n));

describe('the notes of a chord', () => {
  it.each([
    ...['', 'm', '7', 'm7', 'maj7', 'm7b5', 'dim', 'dim7', 'aug', '6', 'm6'],
    ...['sus4', 'sus2', '9', 'm9', 'maj9', 'add9', '7sus4', '13', '6/9'],
  ])('C%s are those that the library tonal gives', (kind) => {
    const found = theirs(`C${kind.replace('6/9', '69')}`);
    expect(found.length).toBeGreaterThan(2);
    // A thirteenth leaves its eleventh out there.
    expect(chordSteps(kind).filter((s) => kind !== '13' || s !== 5)).toEqual(found.sort((a, b) => a - b));
  });
  it.each([
    ...[['ø', 'm7b5'] as const, ['°7', 'dim7'] as const, ['°', 'dim'] as const, ['+', 'aug'] as const],
    ...[['mi7', 'm7'] as const, ['-7', 'm7'] as const, ['min', 'm'] as const, ['sus', 'sus4'] as const],
    ...[['ma7', 'maj7'] as const, ['M7', 'maj7'] as const, ['Δ7', 'maj7'] as const],
  ])('%s are those of %s', (one, other) => expect(chordSteps(one)).toEqual(chordSteps(other)));
});

describe('chords for a line', () => {
  it('hold its strong notes, and come home over the fifth', () => {
    expect(of('C4 E4 G4 E4 | D4 B3 G3 B3 | C4:w')).toBe('1 C | 2 G7 | 3 C');
    expect(of('C4 E4 G4 C5 | A4 F4 C5 A4 | G4 B4 D5 G4 | C5:w')).toBe('1 C | 2 F | 3 G7 | 4 C');
  });
  it('follow signature, mode and what a line ends on', () => {
    expect(of('Bb4 D5 F5 D5 | C5 A4 F4 A4 | Bb4:w', { fifths: -2 })).toBe('1 B♭ | 2 F7 | 3 B♭');
    expect(of('A4 C5 E5 C5 | B4 G#4 E4 G#4 | A4:w')).toBe('1 Am | 2 E7 | 3 Am');
    const dorian = line<Concert>('D4 F4 A4 F4 | G4 B4 D5 B4 | A4 E4 C5 E4 | D4:w');
    expect(chords(with1(dorian, { key: key(0, 'dorian') }))).toBe('1 Dm | 2 G | 3 Am | 4 Dm');
  });
  it('change twice in a slow bar where the notes ask for it, once in a quick one, and not in a pickup', () => {
    const text = 'C4:h G4:h | A4 F4 G4 B4 | C4:w';
    expect(chords(with1(line<Concert>(text), slowly))).toBe('1 C | 2 F G7 | 3 C');
    expect(
      chords(with1(line<Concert>(text), quickly))
        .split(' | ')[1]
        ?.split(' '),
    ).toHaveLength(2);
    expect(chords(with1(line<Concert>('G4 | C5 E5 G5 E5 | C5:w'), { pickup: true }))).toBe('2 C');
  });
  it('lead to a chord of the key where a note is borrowed', () => {
    expect(of('C4 E4 G4 E4 | D4 F#4 A4 F#4 | G4 B4 D5 B4 | C4:w')).toBe('1 C | 2 D7 | 3 G7 | 4 C');
  });
  it('are the written ones where there are any', () => {
    const score = line<Concert>('C4 E4 G4 E4 | C4:w');
    expect(chordsOf(score).areWritten).toBe(false);
    const chord: ChordSymbol = { root: { step: 'A', alter: 0 }, kind: 'm7' };
    const written = with1(score, {
      events: score.measures[0]?.events.map((e, i) => (i === 2 ? { ...e, chord } : e)),
    });
    expect(chordsOf(written)).toEqual({
      areWritten: true,
      chords: [{ at: 'n3', bar: 0, onset: { n: 2, d: 1 }, chord }],
    });
    // What the rules give is put in their place.
    expect(writtenChords(withChords(written))).toEqual(harmonize(score));
  });
  it('are none for a line without notes', () => {
    expect(harmonize({ title: '', measures: [], slurs: [], hairpins: [] })).toEqual([]);
    expect(of('R:w | R:w')).toBe('');
    expect(of('R:w | C4 E4 G4 E4 | R:w')).toBe('1 C');
  });
});

/** The chord that holds at each bar's beginning, pickup apart. */
function atBars(score: Score<Concert>): { readonly bar: number; readonly chord: PlacedChord }[] {
  const all = harmonize(score);
  return score.measures.flatMap((_m, bar) => {
    const chord = all.filter((c) => c.bar < bar || (c.bar === bar && c.onset.n === 0)).at(-1);
    return chord === undefined ? [] : [{ bar, chord }];
  });
}
const nameOf = (c: PlacedChord): string => plainChordText(c.chord);

describe('against a second calculation', () => {
  it('the note with which a bar begins is in its chord, wherever a chord of the key has it; the end is home', () => {
    let [held, all] = [0, 0];
    for (let seed = 1; seed <= runs(60); seed++) {
      const score = realize(oddLine(seed).exercise);
      const places = placeMeasures(score);
      for (const { bar, chord } of atBars(score)) {
        const [first] = score.measures[bar]?.events ?? [];
        const k = heardKey(score, places[bar]?.key ?? key(0));
        if (first?.kind !== 'note' || !['major', 'minor'].includes(k.mode)) continue;
        const home = Note.chroma(letterName(tonic(k)).replace('♭', 'b').replace('♯', '#'));
        const own = k.mode === 'major' ? [0, 2, 4, 5, 7, 9, 11] : [0, 2, 3, 5, 7, 8, 10, 11];
        if (!own.includes((midi(first.pitch) - home + 120) % 12)) continue;
        all += 1;
        held += theirs(nameOf(chord)).includes(midi(first.pitch) % 12) ? 1 : 0;
      }
    }
    expect(all).toBeGreaterThan(100);
    expect(held / all).toBe(1);
  });

  it('lines at sight close over the fifth or the fourth, and line and bass do not run in octaves or fifths', () => {
    const meters: readonly Meter[] = [
      { beats: 4, unit: 4 },
      { beats: 3, unit: 4 },
      { beats: 6, unit: 8 },
    ];
    let [lines, closed, authentic, changes, parallel] = [0, 0, 0, 0, 0];
    for (let seed = 1; seed <= runs(60); seed++) {
      const exercise = sightLine({
        instrument: instrumentOf('flute'),
        stage: 'first-year',
        fifths: -(seed % 4),
        meter: meters[seed % 3] ?? { beats: 4, unit: 4 },
        bars: 8,
        seed,
      });
      if (exercise === undefined) throw new Error('no line');
      const score = realize(exercise);
      const found = harmonize(score);
      const home = letterName(tonic(key(-(seed % 4))));
      const [last, before] = [found.at(-1), found.at(-2)].map((c) => (c === undefined ? '' : chordText(c.chord)));
      lines += 1;
      const over = (interval: string) => Note.transpose(home.replace('♭', 'b'), interval).replace('b', '♭');
      authentic += last === home && [over('P5'), `${over('P5')}7`].includes(before ?? '') ? 1 : 0;
      closed += last === home && [over('P5'), `${over('P5')}7`, over('P4')].includes(before ?? '') ? 1 : 0;
      const at = new Map(placeEvents(score).map((e) => [e.event.id, e]));
      found.forEach((c, i) => {
        const [a, b] = [found[i - 1], c].map((x) => {
          const e = x === undefined ? undefined : at.get(x.at)?.event;
          if (x === undefined || e?.kind !== 'note') return undefined;
          const root = CHROMA[x.chord.root.step] + x.chord.root.alter;
          return { note: midi(e.pitch), apart: (midi(e.pitch) - root + 120) % 12 };
        });
        if (a === undefined || b === undefined || a.note === b.note) return;
        changes += 1;
        parallel += a.apart === b.apart && (a.apart === 0 || a.apart === 7) ? 1 : 0;
      });
      for (const c of found) expect(toNumber(c.onset)).toBeLessThan(4);
    }
    // Where the notes before the last leave no fifth, the fourth comes before home.
    expect(authentic / lines).toBeGreaterThan(0.75);
    expect(closed / lines).toBeGreaterThan(0.9);
    expect(changes).toBeGreaterThan(100);
    expect(parallel / changes).toBeLessThan(0.05);
  });
});
