import 'reflect-metadata';
import type { LogView, PupilView, AssignmentView } from '@cifra/contract';
import { isAssignedTo } from '@cifra/core';
import { assignedToWords, dueWords } from '../words/classWords';
import { readPupilTable } from './readPupilTable';
import { assignmentCalendar, byWeeks } from '../places/class/assignments';
import { pupilRecords } from '../places/class/pupilRecords';

const work = (more: Partial<AssignmentView> = {}): AssignmentView => ({
  id: 'w1',
  exerciseId: 'e1',
  title: 'Harbour Steps',
  for: 'class',
  rungs: ['count'],
  due: '2026-11-27',
  createdAt: '2026-11-20T10:00:00Z',
  ...more,
});
const pupil = (id: string, instrument: PupilView['instrument'], more: Partial<PupilView> = {}): PupilView => ({
  id,
  version: 1,
  name: id,
  instrument,
  ...more,
});

describe('a table of pupils', () => {
  it('is read from CSV with headings in any order, quotes and all', () => {
    const { rows, problems } = readPupilTable(
      'Seat,Instrument,Name,Note\n"row 2, 3",Trumpet,Ada,"reads well, ""slowly"""\n,tuba,Ben,\n',
      'flute',
    );
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      { name: 'Ada', instrument: 'trumpet', seat: 'row 2, 3', note: 'reads well, "slowly"' },
      { name: 'Ben', instrument: 'tuba' },
    ]);
  });

  it('is read from pasted cells without headings, tabs or semicolons', () => {
    expect(readPupilTable('Ada\tclarinet\talto saxophone\nBen\thorn', 'flute').rows).toEqual([
      { name: 'Ada', instrument: 'clarinet', second: 'alto-saxophone' },
      { name: 'Ben', instrument: 'horn' },
    ]);
    expect(readPupilTable('Ada;oboe', 'flute').rows).toEqual([{ name: 'Ada', instrument: 'oboe' }]);
  });

  it('says what it cannot take, by name or line, and takes the rest', () => {
    const { rows, problems } = readPupilTable('name,instrument\nAda,kazoo\n,flute\nBen,flute', 'tuba');
    expect(rows.map((r) => [r.name, r.instrument])).toEqual([
      ['Ada', 'tuba'],
      ['Ben', 'flute'],
    ]);
    expect(problems).toEqual(['Ada: “kazoo” is not known as an instrument', 'line 3 has no name']);
    expect(readPupilTable(Array.from({ length: 130 }, (_u, i) => `P${i}, flute`).join('\n'), 'flute')).toMatchObject({
      problems: ['only the first 120 are taken'],
    });
    expect(readPupilTable('', 'flute').rows).toEqual([]);
    expect(readPupilTable('x'.repeat(80), 'flute').rows[0]?.name).toHaveLength(40);
  });

  it('knows instruments by name, short name, or the plainest that begins so; each line may be divided in its own way', () => {
    expect(readPupilTable('Ada, flute\nBen; B flat bass\r\n"Cem"\tTpt.\n\nDee, clari\nEda', 'tuba').rows).toEqual([
      { name: 'Ada', instrument: 'flute' },
      { name: 'Ben', instrument: 'b-flat-bass' },
      { name: 'Cem', instrument: 'trumpet' },
      { name: 'Dee', instrument: 'clarinet' },
      { name: 'Eda', instrument: 'tuba' },
    ]);
  });
});

describe('what is set', () => {
  it('is for a class, for who plays in a section, also as a second instrument, or for some by name', () => {
    const horn = pupil('h', 'horn', { second: 'flute' });
    expect([
      isAssignedTo(work(), horn),
      isAssignedTo(work({ for: 'section', section: 'flutes' }), horn),
      isAssignedTo(work({ for: 'section', section: 'trumpets' }), horn),
      isAssignedTo(work({ for: 'pupils', pupilIds: ['x'] }), horn),
      isAssignedTo(work({ for: 'pupils', pupilIds: ['h'] }), horn),
    ]).toEqual([true, true, false, false, true]);
    expect(
      assignedToWords(work({ for: 'pupils', pupilIds: ['a', 'b', 'c', 'd', 'e'] }), (id) => id.toUpperCase()),
    ).toBe('A, B, C and 2 more');
  });

  it('stands by weeks that begin on Monday', () => {
    expect(
      byWeeks([work(), work({ id: 'w2', due: '2026-12-01' }), work({ id: 'w3', due: '2026-11-24' })]).map(
        ([monday, all]) => [monday, all.map((w) => w.id)],
      ),
    ).toEqual([
      ['2026-11-30', ['w2']],
      ['2026-11-23', ['w1', 'w3']],
    ]);
    expect([
      dueWords('2026-11-25', '2026-11-25'),
      dueWords('2026-11-26', '2026-11-25'),
      dueWords('2026-11-20', '2026-11-25'),
      dueWords('2026-12-24', '2026-11-25'),
    ]).toEqual(['today', 'tomorrow', '5 days late', '24 Dec 2026']);
  });

  it('becomes a calendar of whole days (RFC 5545): one event each, on its day', () => {
    const text = assignmentCalendar([work({ note: 'Bring it, please; twice' })], 'Year 5', () => 'the whole class');
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/);
    expect(text).toContain('DTSTART;VALUE=DATE:20261127');
    expect(text).toContain('SUMMARY:Harbour Steps: the whole class');
    // Commas and semicolons are escaped, as the standard asks.
    expect(text).toContain('DESCRIPTION:Bring it\\, please\\; twice');
    expect(text.match(/BEGIN:VEVENT/g)?.length).toBe(1);
  });

  it('is put together with what was written down and done at home', () => {
    const log: LogView[] = [
      { id: 'l1', pupilId: 'a', assignmentId: 'w1', day: '2026-11-24', done: true },
      { id: 'l2', pupilId: 'b', assignmentId: 'w1', day: '2026-11-24', done: false },
    ];
    const [a, b] = pupilRecords(
      [pupil('a', 'flute'), pupil('b', 'tuba')],
      [work(), work({ id: 'w2', for: 'section', section: 'flutes' })],
      log,
      [],
    );
    expect(a?.set.map((s) => [s.assignmentId, s.done])).toEqual([
      ['w1', true],
      ['w2', false],
    ]);
    expect(b?.set.map((s) => [s.assignmentId, s.done])).toEqual([['w1', false]]);
    expect(b?.days).toEqual([{ day: '2026-11-24', done: false }]);
  });
});
