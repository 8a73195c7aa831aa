import 'reflect-metadata';
import {
  type KitView,
  minutesIn,
  type PracticeDayView,
  type PupilView,
  reportSections,
  type AssignmentView,
} from '@cifra/contract';
import { DEFAULT_CONVENTIONS, DEFAULT_TEACHING, type Exercise, summarizeLine } from '@cifra/core';
import { line as lineOf } from '@cifra/core/testing';
import { reasonsWords } from '../../words/classWords';
import { aheadOfSchedule } from './aheadOfSchedule';
import { notesOverTime, playersOf, readiness, tempoOverTime } from './chartData';
import { weighedLines } from './useTrouble';
import { pupilRecords } from './pupilRecords';
import { readHolidays } from './readHolidays';
import { readNotes } from './readNotes';
import { toWash } from './toWash';

const line: Exercise = { owner: 'trumpet', source: lineOf('C4 D4 E4 F#4'), partChoices: {} };
const lines = [{ id: 'e1', title: 'Four notes', summary: summarizeLine(line) }];
const group = {
  instruments: ['trumpet', 'tuba'] as const,
  known: [{ instrument: 'trumpet' as const, notes: ['C4', 'D4', 'E4', 'F4', 'G4', 'A4'] }],
};
const CLASS = { ...group, instruments: [...group.instruments] };
const pupil = (id: string, more: Partial<PupilView> = {}): PupilView => ({
  id,
  version: 1,
  name: id,
  instrument: 'trumpet',
  ...more,
});
const work = (more: Partial<AssignmentView> = {}): AssignmentView => ({
  id: 'w1',
  exerciseId: 'e1',
  title: 'Four notes',
  for: 'class',
  rungs: [],
  goalPercent: 80,
  due: '2026-10-09',
  createdAt: '2026-10-01T00:00:00Z',
  ...more,
});
const day = (pupilId: string, on: string, bestPercent: number, minutes: number): PracticeDayView => ({
  pupilId,
  exerciseId: 'e1',
  instrument: 'trumpet',
  day: on,
  bestPercent,
  cleanRuns: 0,
  minutes,
});

describe('days off from a calendar (RFC 5545)', () => {
  const calendar = (...events: string[]): string =>
    [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//x//EN',
      ...events.flatMap((e) => ['BEGIN:VEVENT', `UID:${e.length}@x.example`, ...e.split('\n'), 'END:VEVENT']),
      'END:VCALENDAR',
    ].join('\r\n');
  it('takes events of whole days, their end not counted, words unfolded and unescaped; others not', () => {
    expect(
      readHolidays(
        calendar(
          'DTSTART;VALUE=DATE:20261026\nDTEND;VALUE=DATE:20261031\nSUMMARY:Half\\, ter\n m',
          'DTSTART;VALUE=DATE:20260907\nSUMMARY:Labour',
          'DTSTART:20261001T090000Z\nDTEND:20261001T100000Z\nSUMMARY:Concert',
          'DTSTART;VALUE=DATE:20261225',
        ),
      ),
    ).toEqual([
      { from: '2026-09-07', to: '2026-09-07', name: 'Labour' },
      { from: '2026-10-26', to: '2026-10-30', name: 'Half, term' },
      { from: '2026-12-25', to: '2026-12-25', name: 'a day off' },
    ]);
  });
  it('says of anything else that it is none', () => {
    for (const text of ['', 'name,instrument', 'BEGIN:VCARD\r\nEND:VCARD']) expect(readHolidays(text)).toBeUndefined();
  });
});

describe('notes that are typed', () => {
  it('are read with signs and in small letters; what is none is said', () => {
    expect(readNotes('c4, F♯4  b♭3;c4')).toEqual({ notes: ['C4', 'F#4', 'Bb3'], wrong: [] });
    expect(readNotes('H4 C G4').wrong).toEqual(['H4', 'C']);
  });
});

describe('what goes from one mouth to another', () => {
  const loan = (id: string, pupilId: string, from: string, settled?: string): KitView => ({
    id,
    kind: 'loan',
    what: 'school horn',
    number: 'H-1',
    pupilId,
    from,
    ...(settled !== undefined && { settled }),
  });
  const washed = (settled: string): KitView => ({
    id: 'w',
    kind: 'washed',
    what: 'mouthpiece',
    number: 'h-1 ',
    from: settled,
    settled,
  });
  it('is said until a washing is written down that came after it was given back', () => {
    const [before, now] = [loan('a', 'ada', '2026-09-01', '2026-10-01'), loan('b', 'ben', '2026-10-02')];
    expect(toWash([before, now])).toEqual([{ before, now }]);
    expect(toWash([before, now, washed('2026-09-30')])).toHaveLength(1);
    expect(toWash([before, now, washed('2026-10-01')])).toEqual([]);
    // The same player again, another number, or one that is back already: nobody else's mouth.
    expect(toWash([before, loan('c', 'ada', '2026-10-02')])).toEqual([]);
    expect(toWash([before, { ...now, number: 'H-2' }])).toEqual([]);
    expect(toWash([before, { ...now, settled: '2026-10-03' }])).toEqual([]);
  });
});

describe('charts', () => {
  it('count the notes known from now back', () => {
    const met = [
      { batch: 'x', day: '2026-10-05', instrument: 'trumpet' as const, notes: ['A4'] },
      { batch: 'y', day: '2026-10-06', pupilId: 'p', instrument: 'trumpet' as const, notes: ['B4'] },
    ];
    expect(notesOverTime(CLASS, met, '2026-10-20', DEFAULT_CONVENTIONS)).toEqual({
      heads: ['Day', 'Trumpet', 'Tuba'],
      rows: [
        ['2026-10-04', 5, 5],
        ['2026-10-05', 6, 5],
        ['2026-10-20', 6, 5],
      ],
    });
  });
  it('show slowest, middle and fastest of those for whom it is set; who has not played counts as 0', () => {
    const days = [
      day('a', '2026-10-01', 50, 10),
      day('b', '2026-10-02', 90, 5),
      day('a', '2026-10-03', 80, 30),
      day('d', '2026-10-03', 120, 1),
    ];
    expect(
      tempoOverTime(
        work({ for: 'pupils', pupilIds: ['a', 'b', 'c'] }),
        ['a', 'b', 'c', 'd'].map((p) => pupil(p)),
        days,
      ).rows,
    ).toEqual([
      ['2026-10-01', 0, 0, 50, 0],
      ['2026-10-02', 0, 50, 90, 1],
      ['2026-10-03', 0, 80, 90, 2],
    ]);
  });
  it("say who is ready: by a pupil's own notes where there are some", () => {
    const players = playersOf(
      [pupil('a'), pupil('b', { known: [{ instrument: 'trumpet', notes: ['C4', 'D4', 'E4', 'F#4'] }] })],
      CLASS,
    );
    expect(readiness(lines, players, DEFAULT_TEACHING).rows).toEqual([['Four notes', 1, 1, 0, 0]]);
  });
  it('weigh what was set, else what is on the shelf', () => {
    const shelf = Array.from({ length: 20 }, (_u, i) => ({ id: `e${i}` }));
    expect(weighedLines(shelf, [work({ exerciseId: 'e2' })])).toEqual([{ id: 'e2' }]);
    expect(weighedLines(shelf, [])).toEqual(shelf.slice(0, 12));
  });
});

describe('what runs ahead', () => {
  const plan = {
    from: '2026-09-07',
    to: '2026-12-18',
    holidays: [],
    schedule: [
      { instrument: 'trumpet' as const, week: 1, notes: ['C4', 'D4', 'E4'] },
      { instrument: 'trumpet' as const, week: 9, notes: ['F#4'] },
      { instrument: 'tuba' as const, week: 1, notes: ['Bb1', 'C2', 'D2', 'E2'] },
    ],
  };
  it('is named with its week, for whom it is set, until that week; without a term there is none', () => {
    expect([...aheadOfSchedule([work()], lines, [pupil('a')], plan, CLASS, DEFAULT_TEACHING)]).toEqual([
      ['w1', 'Trumpet F♯4 (week 9)'],
    ]);
    expect(
      aheadOfSchedule([work({ due: '2026-11-06' })], lines, [pupil('a')], plan, CLASS, DEFAULT_TEACHING).size,
    ).toBe(0);
    expect(
      aheadOfSchedule(
        [work({ for: 'pupils', pupilIds: ['nobody'] })],
        lines,
        [pupil('a')],
        plan,
        CLASS,
        DEFAULT_TEACHING,
      ).size,
    ).toBe(0);
    expect(
      aheadOfSchedule([work()], lines, [pupil('a')], { holidays: [], schedule: [] }, CLASS, DEFAULT_TEACHING).size,
    ).toBe(0);
  });
});

describe('words about a pupil', () => {
  it('put several reasons of a kind together', () => {
    const late = (exerciseId: string, days: number) => ({ kind: 'overdue' as const, exerciseId, days });
    expect(reasonsWords([late('A', 3), late('B', 9)], (t) => t)).toBe('A is 3 days late; B is 9 days late');
    expect(
      reasonsWords(
        [
          { kind: 'not-at-home', exerciseId: 'A' },
          { kind: 'not-at-home', exerciseId: 'B' },
        ],
        (t) => t,
      ),
    ).toBe('A and B were not opened at home yet');
    expect(
      reasonsWords([late('A', 3), late('B', 9), late('C', 1), { kind: 'missed-in-a-row', times: 2 }], (t) => t),
    ).toBe('3 lines are late, the longest for 9 days: A, B and C; without the work 2 times in a row');
  });
  it("of a report are only this pupil's, of these days", () => {
    const facts = {
      pupil: pupil('a', { name: 'Ada' }),
      group: CLASS,
      term: { holidays: [], schedule: [], rubric: { criteria: ['Sound'], levels: ['not yet', 'there'] } },
      assignments: [work()],
      met: [{ batch: 'x', day: '2026-10-05', instrument: 'trumpet' as const, notes: ['A4'] }],
      practice: [],
      takes: [],
      kit: [],
      titleOf: () => 'Four notes',
      conventions: DEFAULT_CONVENTIONS,
      days: [day('a', '2026-09-20', 50, 20), day('a', '2026-10-05', 60, 50), day('b', '2026-10-05', 60, 500)],
      log: [
        { id: '1', day: '2026-10-02', pupilId: 'a', done: false },
        { id: '2', day: '2026-10-09', pupilId: 'a', done: true, assignmentId: 'w1', remark: 'well' },
        { id: '3', day: '2026-10-09', pupilId: 'b', done: true, remark: 'another' },
      ],
    };
    const sections = reportSections(facts, {
      parts: ['notes', 'assignments', 'lessons', 'rubric', 'remarks', 'practice', 'kit'],
      from: '2026-10-01',
      to: '2026-10-31',
    });
    expect(sections.map((s) => [s.part, s.lines])).toEqual([
      ['notes', ['Trumpet: 6 notes, as written C4, D4, E4, F4, G4, A4. New in this time: A4.']],
      ['assignments', ['Four notes, due 9 October 2026: there on 9 October 2026']],
      ['lessons', ['With everything that was asked in 1 of 2 lessons.']],
      ['remarks', ['9 October 2026: well']],
      ['practice', ['30 minutes in this time.']],
    ]);
    // Who was absent has neither done nor missed anything.
    const absent = { id: '4', day: '2026-10-16', pupilId: 'a', done: false, absent: true };
    const lessons = reportSections(
      { ...facts, log: [...facts.log, absent] },
      { parts: ['lessons'], from: '2026-10-01', to: '2026-10-31' },
    );
    expect(lessons.map((s) => s.lines)).toEqual([
      ['With everything that was asked in 1 of 2 lessons.', 'Absent from 1 lesson.'],
    ]);
    expect(pupilRecords([facts.pupil], facts.assignments, [absent], [])[0]?.days).toEqual([]);
    expect(
      minutesIn(
        facts.days.filter((d) => d.pupilId === 'a'),
        '2026-09-01',
        '2026-10-31',
      ),
    ).toBe(50);
  });
});
