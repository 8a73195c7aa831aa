import 'reflect-metadata';
import { chartWords } from '@cifra/contract/words';
import {
  annotate,
  callSheet,
  chartNotes,
  chartPart,
  fullScore,
  notesUsed,
  DEFAULT_PAGE,
  DEFAULT_TEACHING,
  pitch,
  type Written,
  partOf,
  planPages,
  taughtAs,
  forPupil,
} from '@cifra/core';
import {
  type Engine,
  engraveCallSheet,
  engraveChart,
  engraveHandout,
  engravePart,
  engraveScorePages,
  engraveScroll,
  instrumentTitle,
  type Page,
} from '@cifra/engrave';
import { readFile } from '@cifra/formats';
import { zipSync } from 'fflate';
import { makeFile } from './lineFile';
import { writePdf } from './pdf';
import { writeWords } from './reportPdf';
import { readAccount } from './readAccount';
import { qrRows } from './qrRows';
import type { EngravedCopy, Task } from './task';

let engine: Promise<Engine> | undefined;

async function loadEngine(): Promise<Engine> {
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([
    import('verovio/wasm'),
    import('verovio/esm'),
  ]);
  return new VerovioToolkit(await createModule());
}

/** A copy's pages: its plan goes by the day on which it is used. */
async function engraveCopy(task: Extract<Task, { kind: 'engrave' }>): Promise<EngravedCopy> {
  const { exercise, copy, paper, handout } = task;
  engine ??= loadEngine();
  const loaded = await engine;
  const { instrument, teaching, page, known, today, name, address, pupilId } = copy;
  const own = forPupil(exercise, pupilId, instrument);
  const pages =
    handout === undefined
      ? engravePart(loaded, planPages(own, instrument, teaching, page, { today, known }), {
          paper,
          name,
          note: exercise.note,
          code: address === undefined ? undefined : qrRows(address),
        })
      : engraveHandout(loaded, handout, { exercise: own, instrument, teaching, paper, name, known, today });
  const title = instrumentTitle(taughtAs(instrument, teaching.conventions));
  return { title: name === undefined ? title : `${name}, ${title}`, pages };
}

/** A line of nothing but bars: drawn once, so that whoever asks first waits no longer than the others. */
const WARM_UP: Extract<Task, { kind: 'strip' }> = {
  kind: 'strip',
  exercise: {
    owner: 'concert',
    source: {
      title: '',
      slurs: [],
      hairpins: [],
      measures: Array.from({ length: 8 }, (_u, i) => ({
        id: `m${i}`,
        events: [0, 1, 2, 3].map((n) => ({
          kind: 'note' as const,
          id: `n${i}-${n}`,
          pitch: pitch<Written>('B', 0, 4),
          duration: { value: 'quarter' as const, dots: 0 },
        })),
      })),
    },
    partChoices: {},
  },
  instrument: 'clarinet',
  teaching: DEFAULT_TEACHING,
  page: DEFAULT_PAGE,
  known: undefined,
  today: '2026-01-01',
  widthMm100: 8200,
};

/** A part as a pupil's screen shows it: as many bars to a line as fit. */
async function makeStrip(task: Extract<Task, { kind: 'strip' }>): Promise<Page> {
  const { exercise, instrument, teaching, page, known, today, widthMm100 } = task;
  engine ??= loadEngine();
  const plans = planPages(exercise, instrument, teaching, page, { today, known });
  return engraveScroll(await engine, plans, widthMm100);
}

async function makeSheet({
  exercise,
  instruments,
  teaching,
  known,
  seats,
  choices,
  paper,
}: Extract<Task, { kind: 'sheet' }>): Promise<Uint8Array> {
  engine ??= loadEngine();
  const sheet = callSheet(exercise, instruments, teaching, known, seats, choices);
  return writePdf(`${exercise.source.title}, call sheet`, [
    { title: 'Call sheet', pages: engraveCallSheet(await engine, sheet, paper) },
  ]);
}

async function makeScore({
  exercise,
  instruments,
  teaching,
  asItSounds,
  paper,
}: Extract<Task, { kind: 'score' }>): Promise<Uint8Array> {
  engine ??= loadEngine();
  const lines = fullScore(
    instruments.map((id) => partOf(exercise, id, teaching)),
    asItSounds,
  );
  const { title } = exercise.source;
  return writePdf(`${title}, score`, [{ title: 'Score', pages: engraveScorePages(await engine, title, lines, paper) }]);
}

async function makeChart({
  instrument,
  teaching,
  exercise,
  rows,
  paper,
}: Extract<Task, { kind: 'chart' }>): Promise<Uint8Array> {
  engine ??= loadEngine();
  const taught = taughtAs(instrument, teaching.conventions);
  const page = exercise === undefined ? undefined : partOf(exercise, instrument, teaching);
  const part = chartPart(
    taught,
    page === undefined ? chartNotes(taught, teaching.stage) : notesUsed(page),
    teaching,
    page?.decisions.clef.clef,
  );
  const words = chartWords(exercise === undefined ? { stage: teaching.stage } : { exercise: exercise.source.title });
  const pages = engraveChart(await engine, part, annotate(part, { alone: true }), { rows, paper, words });
  return writePdf(`${words.title}, ${instrumentTitle(taught)}`, [{ title: instrumentTitle(taught), pages }]);
}

/** A throw ends in a new engine: after a trap its memory cannot be trusted. */
async function engraved<T>(make: () => Promise<T>): Promise<T> {
  try {
    return await make();
  } catch (e) {
    engine = undefined;
    throw e;
  }
}

/** Runs one task. */
export default async function run(task: Task): Promise<unknown> {
  switch (task.kind) {
    case 'warm-up':
      return void (await makeStrip(WARM_UP));
    case 'read':
      return readFile(task.bytes, task.choice);
    case 'file':
      return makeFile(task);
    case 'account':
      return readAccount(task.bytes);
    case 'zip':
      return zipSync({ ...task.entries }, { level: 6 });
    case 'engrave':
      return engraved(() => engraveCopy(task));
    case 'strip':
      return engraved(() => makeStrip(task));
    case 'words':
      return writeWords(task.page);
    case 'bind':
      return writePdf(task.title, task.copies);
    case 'sheet':
      return engraved(() => makeSheet(task));
    case 'score':
      return engraved(() => makeScore(task));
    case 'chart':
      return engraved(() => makeChart(task));
  }
}
