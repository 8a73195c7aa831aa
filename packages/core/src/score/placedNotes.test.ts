import fc from 'fast-check';
import { key } from '../key/key';
import type { CountingSystem } from '../meter/counting';
import { midi, type Written } from '../pitch/pitch';
import { rational } from '../rational/rational';
import { arbitraryScore } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { breathMarks } from './breath';
import { noteCount } from './counts';
import { beatPlace, placedNotes, placedNotesById } from './placedNotes';
import type { Measure, Score } from './score';
import { mapPitches, notesOf, openingOf, placeEvents } from './walk';

const pickup = (score: Score<Written>): Score<Written> => ({
  ...score,
  measures: score.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)),
});
const change = (
  score: Score<Written>,
  changes: Readonly<Record<number, Partial<Measure<Written>>>>,
): Score<Written> => ({ ...score, measures: score.measures.map((m, i) => ({ ...m, ...changes[i] })) });

describe('the notes of a line, placed', () => {
  const places = (score: Score<Written>): string[] =>
    placedNotes(score)
      .map(beatPlace)
      .map((p) => `${p.measure}:${p.beat} ${p.strength}`);

  it('by bar and beat, with the weight of the place', () => {
    expect(places(pickup(line<Written>('C4 | C4 C4:e C4:e C4:h')))).toEqual([
      '0:4 weak',
      '1:1 strong',
      '1:2 weak',
      '1:2 1/2 off',
      '1:3 medium',
    ]);
  });

  it('follow a new meter and a new key', () => {
    const score = change(line<Written>('C4:h C4:h | C4:q. C4:q.'), {
      1: { meter: { beats: 6, unit: 8 }, key: key(2) },
    });
    expect(places(score)).toEqual(['1:1 strong', '1:3 medium', '2:1 strong', '2:4 weak']);
    const placed = placedNotes(score);
    expect(placed.map((n) => n.onset)).toEqual([rational(0), rational(2), rational(0), rational(3, 2)]);
    expect(placed.map((n) => n.key.fifths)).toEqual([0, 0, 2, 2]);
  });

  it('say what is held over and what follows a rest', () => {
    const placed = placedNotes(line<Written>('R C4~ C4 R | D4 D4 R:h'));
    expect(placed.map((n) => [n.note.id, n.index, n.measureIndex, n.tiedFrom, n.restBefore])).toEqual([
      ['n2', 0, 0, undefined, true],
      ['n3', 1, 0, 'n2', false],
      ['n5', 2, 1, undefined, true],
      ['n6', 3, 1, undefined, false],
    ]);
    expect(placed.map((n) => n.quarters)).toEqual([1, 1, 1, 1].map((n) => rational(n)));
  });

  it('are all the notes of the line, and found by their ids', () => {
    expect(placedNotes(line<Written>('R:w'))).toEqual([]);
    fc.assert(
      fc.property(arbitraryScore(), (score) => {
        const placed = placedNotes(score);
        expect(placed.map((n) => n.note)).toEqual(notesOf(score));
        const byId = placedNotesById(score);
        expect([byId.size, placed.every((n) => byId.get(n.note.id)?.index === n.index)]).toEqual([placed.length, true]);
      }),
    );
  });
});

describe('walking a score', () => {
  it('opens with clef, key and meter, or with what is usual', () => {
    expect(openingOf({ title: '', measures: [], slurs: [], hairpins: [] })).toEqual({
      clef: 'treble',
      key: key(0),
      meter: { beats: 4, unit: 4 },
      tempo: undefined,
      count: rational(1),
    });
    expect(openingOf(line<Written>('C4', { fifths: 3, meter: { beats: 3, unit: 4 } }))).toEqual({
      clef: 'treble',
      key: key(3),
      meter: { beats: 3, unit: 4 },
      tempo: undefined,
      count: rational(1),
    });
  });

  it('finds every event with its onset, and moves pitches and keys alone', () => {
    expect(placeEvents(line<Written>('C4:h R D4')).map((p) => `${p.event.kind} ${p.onset.n}`)).toEqual([
      'note 0',
      'rest 2',
      'note 3',
    ]);
    const score = change(line<Written>('C4 R:h. | D4:w'), { 1: { key: key(1) } });
    const moved = mapPitches<Written, Written>(
      score,
      (p) => ({ ...p, octave: 5 }),
      (k) => key(k.fifths + 2),
    );
    expect(notesOf(moved).map((n) => midi(n.pitch))).toEqual([72, 74]);
    expect(moved.measures.map((m) => m.key?.fifths)).toEqual([2, 3]);
    expect(moved.measures[0]?.events[1]).toBe(score.measures[0]?.events[1]);
  });
});

describe('counts of a line', () => {
  const counts = (score: Score<Written>, system: CountingSystem): string[] =>
    placedNotes(score).map((n) => noteCount(n, system));

  it('are said at each note; what is held over stands in brackets; a pickup ends its bar', () => {
    expect(counts(line<Written>('C4:h D4~ D4 | R C4 D4:h'), 'numbers')).toEqual(['1 (2)', '3', '(4)', '2', '3 (4)']);
    expect(counts(pickup(line<Written>('C4:e D4:e | C4:h. R')), 'numbers')).toEqual(['4', '&', '1 (2 3)']);
    expect(counts(line<Written>('C4:h~ C4 D4'), 'du')).toEqual(['du-u', '(du)', 'du']);
    expect(counts(line<Written>('C4:h D4 E4'), 'ta')).toEqual(['ta-a', 'ta', 'ta']);
  });

  it('follow the meter', () => {
    const score = change(line<Written>('C4:q. C4:q. | C4:h C4:e C4:e C4', { meter: { beats: 6, unit: 8 } }), {
      1: { meter: { beats: 4, unit: 4 } },
    });
    expect(counts(score, 'numbers')).toEqual(['1 (2 3)', '4 (5 6)', '1 (2)', '3', '&', '4']);
  });
});

// A breath every four bars, or at the rests: common practice, no source.
describe('breaths', () => {
  const bars = (text: string): Score<Written> => line<Written>(text);
  const plan = (score: Score<Written>): string[] => [...breathMarks(score, 10)];
  const EIGHT = 'C4:w | C4:w | C4:w | C4:w | C4:w | C4:w | C4:w | C4:w | C4:w';

  it('come after every fourth full bar, not at the end', () => {
    expect(plan(bars(EIGHT))).toEqual(['n4', 'n8']);
    expect(plan(bars(EIGHT.split(' | ').slice(0, 8).join(' | ')))).toEqual(['n4']);
    expect(plan(pickup(bars(`C4 | ${EIGHT}`)))).toEqual(['n3', 'n5', 'n9']);
  });

  it('give way to a rest or a mark in that bar, and to a tie or slur over its line', () => {
    expect(plan(bars('C4:w | C4:w | C4:w | C4:h R:h | C4:w'))).toEqual([]);
    expect(plan(bars('C4:w | C4:w | C4:w | R:h C4:h | C4:w'))).toEqual([]);
    expect(plan(bars('C4:w | C4:w | C4:w | C4:w~ | C4:w'))).toEqual(['n2']);
    expect(plan({ ...bars(EIGHT), slurs: [{ from: 'n4', to: 'n5' }] })).toEqual(['n3', 'n6', 'n8']);
    expect(plan({ ...bars(EIGHT), slurs: [{ from: 'n3', to: 'n4' }] })).toEqual(['n4', 'n8']);
    const marked = change(bars(EIGHT), {
      3: { events: bars(EIGHT).measures[3]?.events.map((e) => ({ ...e, breathAfter: true })) ?? [] },
    });
    expect(plan(marked)).toEqual(['n8']);
  });

  it('come sooner where the players have less air, at the best place there is', () => {
    // At 92 quarters a minute four bars last ten and a half seconds.
    expect([...breathMarks(bars(EIGHT), 8)]).toEqual(['n2', 'n4', 'n6', 'n8']);
    expect([...breathMarks(bars('C4:w~ | C4:h D4:h~ | D4:h E4 F4 | G4:w | A4:w'), 6)]).toEqual(['n2', 'n6', 'n7']);
  });

  it('end a phrase before the next pickup, and stand nowhere between a pickup and its downbeat', () => {
    const tune = (text: string) => plan(pickup(bars(text)));
    // The fourth bar ends with the pickup of the fifth.
    expect(tune('C4 | D4 D4 D4 D4 | E4:w | F4:w | G4:h. C4 | D4:w | E4:w')).toEqual(['n8']);
    // A note is held over the place of the pickup: the bar line ends the phrase.
    expect(tune('C4 | D4 D4 D4 D4 | E4:w | F4:w | G4:w | D4:w | E4:w')).toEqual(['n6', 'n8']);
  });
});
