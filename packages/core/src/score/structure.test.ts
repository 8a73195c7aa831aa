import fc from 'fast-check';
import { key } from '../key/key';
import { midi, type Written } from '../pitch/pitch';
import { rational } from '../rational/rational';
import { arbitraryScore } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { planBreaths } from './breath';
import { noteCounts } from './counts';
import { NoteTable } from './noteTable';
import type { Measure, Score } from './score';
import { keepStructure, structureOf, workedOut } from './structure';
import { tonesOf } from './tones';
import { mapPitches, notesOf, openingOf, placeEvents } from './walk';

const pickup = (score: Score<Written>): Score<Written> => ({
  ...score,
  measures: score.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)),
});
const change = (
  score: Score<Written>,
  changes: Readonly<Record<number, Partial<Measure<Written>>>>,
): Score<Written> => ({ ...score, measures: score.measures.map((m, i) => ({ ...m, ...changes[i] })) });

describe('the structure of a line', () => {
  it('places notes by bar and beat, and weighs the place', () => {
    const { places } = structureOf(pickup(line<Written>('C4 | C4 C4:e C4:e C4:h')));
    expect(places.map((p) => `${p.measure}:${p.beat} ${p.strength}`)).toEqual([
      '0:4 weak',
      '1:1 strong',
      '1:2 weak',
      '1:2 1/2 off',
      '1:3 medium',
    ]);
  });

  it('follows a new meter', () => {
    const score = change(line<Written>('C4:h C4:h | C4:q. C4:q.'), { 1: { meter: { beats: 6, unit: 8 } } });
    expect(structureOf(score).places.map((p) => `${p.beat} ${p.strength}`)).toEqual([
      '1 strong',
      '3 medium',
      '1 strong',
      '2 weak',
    ]);
    expect(structureOf(score).onsets).toEqual([rational(0), rational(2), rational(0), rational(3, 2)]);
  });

  it('says what is tied, held over, followed by a rest and reminded of', () => {
    const s = structureOf(line<Written>('R C4~ C4 R | D4 D4 R:h'));
    expect([[...s.tiedOn], [...s.heldOver], [...s.restAfter], [...s.courtesy], [...s.measureOf]]).toEqual([
      [1, 0, 0, 0],
      [0, 1, 0, 0],
      [0, 1, 0, 1],
      [0, 0, 0, 0],
      [0, 0, 1, 1],
    ]);
    expect(s.quarters).toEqual([1, 1, 1, 1].map((n) => rational(n)));
    expect([...s.indexOf]).toEqual([
      ['n2', 0],
      ['n3', 1],
      ['n5', 2],
      ['n6', 3],
    ]);
  });

  it('of a line without notes is empty', () => {
    const s = structureOf(line<Written>('R:w'));
    expect([s.noteIds, [...s.heldOver], s.indexOf.size]).toEqual([[], [], 0]);
    expect(structureOf(line<Written>('C4:w')).heldOver).toEqual(new Uint8Array(1));
  });

  it('is kept, can be lent to a moved line, and remembers what was worked out of it', () => {
    const score = line<Written>('C4 D4 E4 F4');
    const s = structureOf(score);
    expect(structureOf(score)).toBe(s);
    const other = { ...score };
    keepStructure(other, s);
    expect(structureOf(other)).toBe(s);
    let made = 0;
    expect([workedOut(s, 'x', () => ++made), workedOut(s, 'x', () => ++made), workedOut(s, 'y', () => ++made)]).toEqual(
      [1, 1, 2],
    );
  });
});

describe('a table of notes', () => {
  it('is reached by id, by place and in order', () => {
    const table = new NoteTable(structureOf(line<Written>('C4 D4 R E4')), ['a', 'b', 'c']);
    expect([
      table.size,
      table.get('n2'),
      table.get('n3'),
      table.has('n4'),
      table.has('n3'),
      table.at(2),
      table.at(3),
      [...table.values()],
    ]).toEqual([3, 'b', undefined, true, false, 'c', undefined, ['a', 'b', 'c']]);
    expect([...table]).toEqual([
      ['n1', 'a'],
      ['n2', 'b'],
      ['n4', 'c'],
    ]);
  });
});

describe('tones', () => {
  it('are the pitches of a line under their signatures', () => {
    const score = change(line<Written>('C4 D4 C4 D4 | C4 D4 E4 R', { fifths: -1 }), { 1: { key: key(2) } });
    const { tones, of } = tonesOf(score);
    expect(tones.map((t) => `${t.pitch.step}${t.fifths}`)).toEqual(['C-1', 'D-1', 'C2', 'D2', 'E2']);
    expect([...of]).toEqual([0, 1, 0, 1, 2, 3, 4]);
    expect(tonesOf(score)).toBe(tonesOf(score));
  });

  it('give every note its pitch back', () => {
    fc.assert(
      fc.property(arbitraryScore(), (score) => {
        const { tones, of } = tonesOf(score);
        expect([...of].map((t) => tones[t]?.pitch)).toEqual(notesOf(score).map((n) => n.pitch));
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
    });
    expect(openingOf(line<Written>('C4', { fifths: 3, meter: { beats: 3, unit: 4 } }))).toEqual({
      clef: 'treble',
      key: key(3),
      meter: { beats: 3, unit: 4 },
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
  it('are said at each note; what is held over stands in brackets; a pickup ends its bar', () => {
    expect(noteCounts(line<Written>('C4:h D4~ D4 | R C4 D4:h'), 'numbers')).toEqual([
      '1 (2)',
      '3',
      '(4)',
      '2',
      '3 (4)',
    ]);
    expect(noteCounts(pickup(line<Written>('C4:e D4:e | C4:h. R')), 'numbers')).toEqual(['4', '&', '1 (2 3)']);
    expect(noteCounts(line<Written>('C4:h~ C4 D4'), 'du')).toEqual(['du-u', '(du)', 'du']);
    expect(noteCounts(line<Written>('C4:h D4 E4'), 'ta')).toEqual(['ta-a', 'ta', 'ta']);
    const score = line<Written>('C4:w');
    expect(noteCounts(score, 'ta')).toBe(noteCounts(score, 'ta'));
  });

  it('follow the meter', () => {
    expect(
      noteCounts(
        change(line<Written>('C4:q. C4:q. | C4:h C4:e C4:e C4', { meter: { beats: 6, unit: 8 } }), {
          1: { meter: { beats: 4, unit: 4 } },
        }),
        'numbers',
      ),
    ).toEqual(['1 (2 3)', '4 (5 6)', '1 (2)', '3', '&', '4']);
  });
});

// A breath every four bars, or at the rests: common practice, no source.
describe('breaths', () => {
  const bars = (text: string): Score<Written> => line<Written>(text);
  const plan = (score: Score<Written>): string[] => [...planBreaths(score, 'every-four-bars')];
  const EIGHT = 'C4:w | C4:w | C4:w | C4:w | C4:w | C4:w | C4:w | C4:w | C4:w';

  it('come after every fourth full bar, not at the end', () => {
    expect(plan(bars(EIGHT))).toEqual(['n4', 'n8']);
    expect(plan(bars(EIGHT.split(' | ').slice(0, 8).join(' | ')))).toEqual(['n4']);
    expect(plan(pickup(bars(EIGHT)))).toEqual(['n5']);
    expect([...planBreaths(bars(EIGHT), 'own-marks')]).toEqual([]);
  });

  it('give way to a rest or a mark in that bar, and to a tie or slur over its line', () => {
    expect(plan(bars('C4:w | C4:w | C4:w | C4:h R:h | C4:w'))).toEqual([]);
    expect(plan(bars('C4:w | C4:w | C4:w | R:h C4:h | C4:w'))).toEqual([]);
    expect(plan(bars('C4:w | C4:w | C4:w | C4:w~ | C4:w'))).toEqual([]);
    expect(plan({ ...bars(EIGHT), slurs: [{ from: 'n4', to: 'n5' }] })).toEqual(['n8']);
    expect(plan({ ...bars(EIGHT), slurs: [{ from: 'n3', to: 'n4' }] })).toEqual(['n4', 'n8']);
    const marked = change(bars(EIGHT), {
      3: { events: bars(EIGHT).measures[3]?.events.map((e) => ({ ...e, breathAfter: true })) ?? [] },
    });
    expect(plan(marked)).toEqual(['n8']);
  });
});
