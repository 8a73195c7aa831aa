import type { ClassView, ExerciseView } from '@cifra/contract';
import { DEFAULT_PAGE } from '@cifra/core';

/** An id that nothing ever had. */
export const NEVER = '11111111-1111-4111-8111-111111111111';

export type Kind = 'open' | 'link' | 'own' | 'anybody';
/** The ids of somebody's things, by the parameter that takes them. */
export type Ids = Readonly<Record<string, string>>;
/** A line and a class of the owner's. */
export interface Owned {
  readonly group: ClassView;
  readonly line: ExerciseView;
}
interface Rule {
  /** `open` needs nothing, `link` a pupil's open link, `own` the owner's session and ids, `anybody` any session. */
  readonly for: Kind;
  readonly body?: (ids: Ids, own: Owned) => object;
  readonly query?: (ids: Ids) => string;
  /** What the owner is answered; nothing for 200. */
  readonly answers?: number;
}

const PLAN = { holidays: [], schedule: [] };
export const DAY = '2026-09-01';
const CLASS = (_ids: Ids, { group }: Owned): object => ({
  name: 'Again',
  instruments: ['flute'],
  conventions: {},
  stage: 'first-year',
  page: group.page,
  paper: 'a4',
});
export const WORK = (ids: Ids): object => ({
  exerciseId: ids.exercise,
  for: 'class',
  rungs: [],
  due: DAY,
});
export const KIT = { kind: 'loan', what: 'a horn', from: DAY };

/**
 * Every route with who may use it and what it is sent, in an order in which nothing is deleted before it was looked at.
 */
export const RULES: Readonly<Record<string, Rule>> = {
  'get /health': { for: 'open' },
  'get /api/session/options': { for: 'open' },
  'post /api/session': {
    for: 'open',
    body: () => ({ email: 'nobody@school.example', password: 'wrong' }),
    answers: 401,
  },
  'post /api/session/demo': { for: 'open' },
  'get /api/session': { for: 'anybody' },
  'put /api/session/profile': { for: 'anybody', body: () => ({ conventions: {} }) },
  'get /api/session/everywhere': { for: 'anybody' },
  'delete /api/session/elsewhere': { for: 'anybody', answers: 204 },
  'put /api/session/password': {
    for: 'anybody',
    body: () => ({ current: 'wrong', next: 'a long and quiet one' }),
    answers: 400,
  },
  'get /api/links/open/{token}': { for: 'link' },
  'get /api/links/open/{token}/strip': {
    for: 'link',
    query: () => `as=${encodeURIComponent(JSON.stringify({ page: DEFAULT_PAGE, widthMm100: 8200 }))}`,
  },
  'put /api/links/open/{token}/practice': {
    for: 'link',
    body: () => ({ rungs: [], bestPercent: 0, cleanRuns: 0, peeks: 0, minutes: 0 }),
    answers: 204,
  },
  'post /api/links/open/{token}/hand-ins': { for: 'link', query: () => 'percent=50&summary=told', answers: 204 },
  'get /api/exercises': { for: 'anybody' },
  'post /api/exercises': {
    for: 'anybody',
    body: (_ids, { line }) => ({ title: 'New', document: line.document }),
    answers: 201,
  },
  'get /api/exercises/{id}': { for: 'own' },
  'put /api/exercises/{id}': {
    for: 'own',
    body: (_ids, { line }) => ({ version: line.version, title: 'Secret Harbour', document: line.document }),
  },
  'put /api/exercises/{id}/windows/{window}': { for: 'own', body: () => ({ hidden: false }) },
  'delete /api/exercises/{id}/windows/{window}': { for: 'own', answers: 204 },
  'post /api/exercises/{id}/duplicate': { for: 'own', answers: 201 },
  'get /api/exercises/{id}/revisions': { for: 'own' },
  'get /api/exercises/{id}/revisions/{revision}': { for: 'own' },
  'put /api/exercises/{id}/revisions/{revision}': { for: 'own', body: () => ({ name: 'secret name' }) },
  'get /api/exercises/{id}/parts/{instrument}.pdf': { for: 'own', query: (i) => `class=${i.class ?? ''}` },
  'get /api/exercises/{id}/handouts/{instrument}.pdf': {
    for: 'own',
    query: (i) => `class=${i.class ?? ''}&handout=${encodeURIComponent('{"kind":"two-ways"}')}`,
  },
  'get /api/exercises/{id}/score.pdf': { for: 'own', query: (i) => `class=${i.class ?? ''}` },
  'get /api/exercises/{id}/call-sheet.pdf': { for: 'own', query: (i) => `class=${i.class ?? ''}` },
  'get /api/exercises/{id}/parts/{instrument}.{format}': { for: 'own' },
  'get /api/exercises/{id}/line.{format}': { for: 'own' },
  'get /api/exercises/{id}/practice': { for: 'own' },
  'get /api/exercises/{id}/hand-ins': { for: 'own' },
  'post /api/exercises/{id}/print-sets': {
    for: 'own',
    body: (i) => ({ classId: i.class, kind: 'book' }),
    answers: 201,
  },
  'get /api/exercises/{id}/print-sets': { for: 'own' },
  'get /api/print-sets/{id}': { for: 'own' },
  'get /api/print-sets/{id}/file': { for: 'own' },
  'delete /api/print-sets/{id}': { for: 'own' },
  'get /api/hand-ins/{id}/sound': { for: 'own' },
  'put /api/hand-ins/{id}': { for: 'own', body: () => ({ remark: 'Well counted' }), answers: 204 },
  'delete /api/hand-ins/{id}': { for: 'own', answers: 204 },
  'get /api/classes': { for: 'anybody' },
  'post /api/classes': { for: 'anybody', body: CLASS, answers: 201 },
  'put /api/classes/{id}': { for: 'own', body: CLASS },
  'get /api/classes/{id}/pupils': { for: 'own' },
  'post /api/classes/{id}/pupils/{pupil}/restore': { for: 'own' },
  'put /api/classes/{id}/pupils/{pupil}/page': { for: 'own', body: () => ({}) },
  'post /api/classes/{id}/pupils/{pupil}/report': {
    for: 'own',
    body: () => ({ parts: ['notes'], from: DAY, to: DAY }),
  },
  'get /api/classes/{id}/assignments': { for: 'own' },
  'post /api/classes/{id}/assignments': { for: 'own', body: WORK, answers: 201 },
  'put /api/classes/{id}/assignments/{assignment}': { for: 'own', body: WORK },
  'post /api/classes/{id}/assignments/{assignment}/restore': { for: 'own' },
  'get /api/classes/{id}/log': { for: 'own' },
  'put /api/classes/{id}/log': { for: 'own', body: (i) => ({ day: DAY, entries: [{ pupilId: i.pupil, done: true }] }) },
  'get /api/classes/{id}/kit': { for: 'own' },
  'post /api/classes/{id}/kit': { for: 'own', body: () => KIT, answers: 201 },
  'put /api/classes/{id}/kit/{item}': { for: 'own', body: () => KIT },
  'get /api/classes/{id}/practice': { for: 'own' },
  'get /api/classes/{id}/practice-days': { for: 'own' },
  'get /api/classes/{id}/hand-ins': { for: 'own' },
  'get /api/classes/{id}/term': { for: 'own' },
  'put /api/classes/{id}/term': { for: 'own', body: () => PLAN },
  'get /api/classes/{id}/met': { for: 'own' },
  'post /api/classes/{id}/met': {
    for: 'own',
    body: () => ({ day: DAY, entries: [{ instrument: 'flute', notes: ['A6'] }] }),
    answers: 201,
  },
  'delete /api/classes/{id}/met/{batch}': { for: 'own', answers: 204 },
  'get /api/classes/{id}/links': { for: 'own' },
  'post /api/classes/{id}/links': { for: 'own', body: () => ({ days: 7 }), answers: 201 },
  'get /api/links': { for: 'own', query: (i) => `exercise=${i.exercise ?? ''}` },
  'post /api/links': {
    for: 'own',
    body: (i) => ({ exerciseId: i.exercise, classId: i.class, instrument: 'flute', days: 7 }),
    answers: 201,
  },
  'get /api/charts/{instrument}.pdf': { for: 'own', query: (i) => `exercise=${i.exercise ?? ''}` },
  'post /api/imports/file': { for: 'anybody', answers: 422 },
  'post /api/imports/text': { for: 'anybody', body: () => ({ text: 'X:1\nK:C\nCDEF|' }) },
  'get /api/account/file': { for: 'anybody' },
  'post /api/account/file': { for: 'anybody', answers: 422 },
  'delete /api/classes/{id}/assignments/{assignment}': { for: 'own', answers: 204 },
  'delete /api/classes/{id}/kit/{item}': { for: 'own', answers: 204 },
  'delete /api/links/{id}': { for: 'own', answers: 204 },
  'delete /api/classes/{id}/pupils/{pupil}': { for: 'own', answers: 204 },
  'put /api/classes/{id}/pupils': { for: 'own', body: () => ({ pupils: [] }) },
  'delete /api/classes/{id}': { for: 'own', answers: 204 },
  'delete /api/exercises/{id}': { for: 'own', answers: 204 },
  'post /api/exercises/{id}/restore': { for: 'own' },
  'delete /api/account': { for: 'anybody', body: () => ({ email: 'wrong@school.example' }), answers: 400 },
  'delete /api/session': { for: 'anybody', answers: 204 },
};

/** Which of the owner's ids stands for a path's `{id}`. */
export const ID_OF: readonly (readonly [RegExp, string])[] = [
  [/^\/api\/exercises/, 'exercise'],
  [/^\/api\/classes/, 'class'],
  [/^\/api\/print-sets/, 'set'],
  [/^\/api\/hand-ins/, 'handIn'],
  [/^\/api\/links/, 'link'],
];

/** Ids of nothing. */
export const NOWHERE = {
  exercise: NEVER,
  class: NEVER,
  set: NEVER,
  handIn: NEVER,
  link: NEVER,
  pupil: NEVER,
  assignment: NEVER,
  item: NEVER,
  batch: NEVER,
  revision: NEVER,
};
