import 'reflect-metadata';
import { DEFAULT_PAGE, type Problem, PROBLEM_CODES } from '@cifra/core';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { SaveClassDto } from './classDto';
import { CreateExerciseDto, SignInDto } from './dto';
import { problemSentence } from './problemWords';

/** The facts that the readers give with each code. */
const FACTS: Readonly<Partial<Record<Problem['code'], Record<string, string | number>>>> = {
  'lyrics-over': { text: 'and once more' },
  'too-large': { limit: 5 },
  'broken-xml': { detail: 'unclosed tag' },
  'not-musicxml': { element: 'html' },
  'zip-too-many-entries': { limit: 64 },
  'zip-too-large': { limit: 20 },
  'too-many-measures': { measures: 5000, limit: 1024 },
  'too-many-notes': { limit: 96 },
  'too-many-slurs': { slurs: 5000, limit: 2048 },
  'line-too-long': { notes: 5000, limit: 2048 },
  'percussion-part': { part: 'Drums' },
  'tablature-part': { part: 'Guitar' },
  'measure-too-long': { filled: '5', full: '4' },
  'measure-too-short': { filled: '3', full: '4' },
  'two-voices': { voices: '2' },
  'short-value': { value: '64th' },
  clef: { clef: 'C1' },
  'meter-sum': { written: '3+2/8', taken: '5/8' },
  'repeat-times': { times: 3 },
  jump: { mark: 'D.C.' },
  ornament: { mark: 'trill' },
  dynamics: { mark: 'ppppp' },
  text: { text: 'metronome mark' },
  'other-element': { element: 'figured-bass' },
  'abc-warning': { detail: 'Unknown character' },
  'broken-json': { detail: 'unexpected end' },
  'newer-version': { version: 2 },
  'midi-moved': { count: 3, notes: 20 },
  'midi-lost': { count: 2, notes: 20 },
  'part-order': { order: 'AABB' },
  transposed: { part: 'Clarinet in A' },
  'abc-octave-accidental': { letter: 'C' },
  'bad-document': { path: 'source', detail: 'wrong' },
};

describe('the words for problems', () => {
  it('says what is wrong with a signature that is none', () => {
    const facts = { signs: 'B♭ F♯', faults: 'mixed order', fifths: -1 };
    expect(problemSentence({ code: 'key-custom', severity: 'repaired', measure: 1, facts })).toBe(
      'Bar 1: the key signature, B♭ F♯, is none: it mixes sharps and flats, its signs are out of order. Its signs now stand at the notes. The nearest proper one is one flat.',
    );
  });

  it.each(PROBLEM_CODES)('%s has a whole sentence', (code) => {
    const sentence = problemSentence({ code, severity: 'error', facts: FACTS[code] ?? {} });
    expect(sentence).toMatch(/^\S.{8,}\.?$/);
    expect(sentence).not.toMatch(/undefined|\[object/);
    for (const fact of Object.values(FACTS[code] ?? {}))
      expect(sentence.toLowerCase()).toContain(String(fact).toLowerCase());
  });

  it('puts the place in front', () => {
    expect(problemSentence({ code: 'chord', severity: 'left-out', measure: 3 })).toBe(
      'Bar 3: a chord: its top note was taken.',
    );
    expect(
      problemSentence({ code: 'measure-too-short', severity: 'notice', measure: 2, facts: { filled: '3', full: '4' } }),
    ).toBe('Bar 2 has 3 beats of a quarter and should have 4: too short. It is kept as it is.');
    expect(problemSentence({ code: 'broken-xml', severity: 'error', line: 7, facts: { detail: 'x' } })).toMatch(
      /^Line 7: /,
    );
    expect(problemSentence({ code: 'lyrics', severity: 'left-out' })).toBe('Words to sing were left out.');
  });
});

describe('the forms that web and server share', () => {
  const sentences = (e: ValidationError): string[] => [
    ...Object.values(e.constraints ?? {}),
    ...(e.children ?? []).flatMap(sentences),
  ];
  const messages = <T extends object>(type: new () => T, value: object): string[] =>
    validateSync(plainToInstance(type, value)).flatMap(sentences);
  const group = {
    name: 'Year 5',
    instruments: ['flute'],
    conventions: { recorder: 'baroque' },
    stage: 'first-year',
    page: {
      ...DEFAULT_PAGE,
      rows: { woodwind: [{ row: 'name', size: 'large', fade: 'new' }], brass: [] },
      fades: [{ from: '2026-09-01', step: 'every' }],
    },
    paper: 'a4',
  };

  it('take what is right', () => {
    expect(messages(SignInDto, { email: 'a@b.example', password: 'x' })).toEqual([]);
    expect(messages(SaveClassDto, group)).toEqual([]);
    expect(messages(CreateExerciseDto, { title: 'A', document: {} })).toEqual([]);
  });

  it.each<[string, object, RegExp]>([
    ['no instrument', { ...group, instruments: [] }, /Choose at least one instrument/],
    ['an unknown instrument', { ...group, instruments: ['kazoo'] }, /must be one of/],
    ['an instrument twice', { ...group, instruments: ['flute', 'flute'] }, /unique/],
    ['a blank name', { ...group, name: ' ' }, /Give the class a name/],
    [
      'an unknown row',
      { ...group, page: { ...group.page, rows: { woodwind: [{ row: 'colour' }], brass: [] } } },
      /must be one of/,
    ],
    [
      'a row twice',
      { ...group, page: { ...group.page, rows: { woodwind: [{ row: 'name' }, { row: 'name' }], brass: [] } } },
      /unique/,
    ],
    [
      'a plan without a day',
      { ...group, page: { ...group.page, fades: [{ from: 'soon', step: 'new' }] } },
      /year-month-day/,
    ],
    ['a note that is none', { ...group, known: [{ instrument: 'flute', notes: ['H4'] }] }, /must match/],
    ['an unknown paper', { ...group, paper: 'napkin' }, /must be one of/],
  ])('refuse a class with %s', (_what, value, message) =>
    expect(messages(SaveClassDto, value).join(' ')).toMatch(message),
  );

  it('say what to write', () => {
    expect(messages(SignInDto, { email: 'nobody', password: '' })).toEqual(
      expect.arrayContaining(['Write a whole e-mail address, such as name@school.example.', 'Write your password.']),
    );
  });
});
