import { type ConventionOverrides, conventionsOf, DEFAULT_CONVENTIONS } from '../convention/conventions';
import type { InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { DEFAULT_TEACHING } from '../part/teaching';
import { midi, parsePitch, pitchText } from '../pitch/pitch';
import { line as lineOf } from '../testing/line';
import type { Exercise } from '../exercise/exercise';
import { classTrouble } from '../fit/classTrouble';
import { summarizeLine } from '../fit/lineSummary';
import { newNotes, playersReady, readinessKind } from '../fit/playersReady';
import { knownOrFirst } from '../page/callSheet';
import { aheadOf, scheduleOf, usualSchedule } from './schedule';
import { isOff, lessonWeek, termWeeks } from './term';

describe('the usual order of notes', () => {
  it.each(INSTRUMENTS.map((i) => i.id))(
    '%s: begins with its first notes, and every note of the first year comes once',
    (id) => {
      const made = usualSchedule(id, DEFAULT_CONVENTIONS);
      const notes = made.flatMap((i) => i.notes).map((n) => midi(parsePitch(n)));
      const { low, high } = instrumentOf(id).ranges['first-year'];
      expect(made.slice(0, instrumentOf(id).firstNotes.length).flatMap((i) => i.notes)).toEqual(
        instrumentOf(id).firstNotes.map(pitchText),
      );
      expect(new Set(notes).size).toBe(notes.length);
      for (let n = midi(low); n <= midi(high); n++) expect(notes).toContain(n);
      expect(made.every((i, k) => i.week >= (made[k - 1]?.week ?? 1) && i.notes.length <= 2)).toBe(true);
    },
  );

  it('goes on within the B flat scale: a trumpet meets A before F sharp', () => {
    const order = usualSchedule('trumpet', DEFAULT_CONVENTIONS).flatMap((i) => i.notes);
    expect(order.indexOf('A4')).toBeLessThan(order.indexOf('F#4'));
    expect(scheduleOf('trumpet', [], DEFAULT_CONVENTIONS)).toEqual(usualSchedule('trumpet', DEFAULT_CONVENTIONS));
    expect(
      scheduleOf(
        'trumpet',
        [
          { instrument: 'trumpet', week: 1, notes: ['G4'] },
          { instrument: 'flute', week: 1, notes: ['B4'] },
        ],
        DEFAULT_CONVENTIONS,
      ),
    ).toEqual([{ instrument: 'trumpet', week: 1, notes: ['G4'] }]);
  });

  // Both beginnings, and both clefs: common practice, no source.
  it('begins where the instrument is begun, in the clef that it is taught in', () => {
    const first = (id: InstrumentId, conventions: ConventionOverrides): string =>
      usualSchedule(id, conventionsOf(conventions))
        .slice(0, 5)
        .flatMap((i) => i.notes)
        .join(' ');
    expect(first('tenor-saxophone', {})).toBe('C5 D5 E5 F5 G5');
    expect(first('tenor-saxophone', { bFlatSaxophones: 'as-the-alto' })).toBe('G4 A4 B4 C5 D5');
    expect(first('alto-saxophone', { bFlatSaxophones: 'as-the-alto' })).toBe('G4 A4 B4 C5 D5');
    expect(first('euphonium', {})).toBe('Bb2 C3 D3 Eb3 F3');
    expect(first('euphonium', { euphonium: 'treble-clef' })).toBe('C4 D4 E4 F4 G4');
    expect(knownOrFirst([], 'euphonium', conventionsOf({ euphonium: 'treble-clef' }))).toEqual([
      'C4',
      'D4',
      'E4',
      'F4',
      'G4',
    ]);
    expect(knownOrFirst([{ instrument: 'tuba', notes: ['Bb1'] }], 'tuba', DEFAULT_CONVENTIONS)).toEqual(['Bb1']);
  });

  it('says what runs ahead, with its week, but for what was met already', () => {
    const schedule = [
      { instrument: 'trumpet', week: 1, notes: ['C4'] },
      { instrument: 'trumpet', week: 4, notes: ['Bb4'] },
    ] as const;
    const notes = ['C4', 'A#4', 'F5', 'F5'].map((n) => parsePitch(n));
    expect(aheadOf(notes, schedule, 3)).toEqual([
      { note: 'A#4', week: 4 },
      { note: 'F5', week: undefined },
    ]);
    expect(aheadOf(notes, schedule, 4, ['F5'])).toEqual([]);
  });
});

describe('a term', () => {
  const half = { from: '2026-10-26', to: '2026-10-30', name: 'half term' };
  const weeks = termWeeks('2026-10-14', '2026-11-08', [half, { from: '2026-11-03', to: '2026-11-03', name: 'a day' }]);
  it('counts weeks of lessons and leaves out those that are off', () => {
    expect(weeks.map((w) => [w.monday, w.lesson, w.off.length])).toEqual([
      ['2026-10-12', 1, 0],
      ['2026-10-19', 2, 0],
      ['2026-10-26', undefined, 1],
      ['2026-11-02', 3, 1],
    ]);
  });
  it('knows the week of a day', () => {
    expect(
      ['2026-10-01', '2026-10-14', '2026-10-28', '2026-11-05', '2027-01-01'].map((d) => lessonWeek(d, weeks)),
    ).toEqual([0, 1, 2, 3, 3]);
    expect([isOff('2026-10-30', [half]), isOff('2026-10-31', [half])]).toEqual([true, false]);
  });
});

describe('a line and its players', () => {
  const line: Exercise = { owner: 'trumpet', source: lineOf('C4 D4 E4 F#4'), partChoices: {} };
  it('is ready for who knows its notes, nearly for who lacks two, and later for who lacks more', () => {
    const players = [
      { id: 'a', instrument: 'trumpet', known: ['C4', 'D4', 'E4', 'Gb4'] },
      { id: 'b', instrument: 'trumpet', known: undefined },
      { id: 'c', instrument: 'trumpet', known: ['C4'] },
    ] as const;
    const fits = playersReady(summarizeLine(line), players, DEFAULT_TEACHING);
    expect(fits.map((f) => [f.id, f.fresh, readinessKind(f)])).toEqual([
      ['a', [], 'ready'],
      ['b', ['F#4'], 'nearly'],
      ['c', ['D4', 'E4', 'F#4'], 'later'],
    ]);
    expect(
      newNotes(summarizeLine(line), ['trumpet', 'clarinet'], DEFAULT_TEACHING, (id) =>
        id === 'clarinet' ? ['C4', 'D4', 'E4', 'F#4', 'C5', 'D5', 'E5', 'F#5'] : undefined,
      ),
    ).toEqual([{ instrument: 'trumpet', notes: ['F#4'] }]);
  });
  it('has its hardest changes named as they sound, the same for every instrument', () => {
    const { changes, rows } = classTrouble([line], ['trumpet', 'trombone'], DEFAULT_TEACHING, {}, 2);
    expect(changes).toHaveLength(2);
    expect(['B♭–C', 'C–D', 'D–E']).toEqual(expect.arrayContaining([...changes]));
    expect(rows.map((r) => [r.instrument, r.costs.length])).toEqual([
      ['trumpet', 2],
      ['trombone', 2],
    ]);
    const total = (k: number): number => rows.reduce((sum, r) => sum + (r.costs[k] ?? 0), 0);
    expect(total(0)).toBeGreaterThanOrEqual(total(1));
  });
});
