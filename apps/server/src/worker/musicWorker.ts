import 'reflect-metadata';
import { chartWords } from '@cifra/contract/words';
import {
  annotate,
  callSheet,
  chartNotes,
  chartPart,
  notesUsed,
  partOf,
  planPages,
  taughtAs,
  forPupil,
} from '@cifra/core';
import { type Engine, engraveCallSheet, engraveChart, engravePart, instrumentTitle } from '@cifra/engrave';
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
async function engraveCopy({ exercise, copy, paper }: Extract<Task, { kind: 'engrave' }>): Promise<EngravedCopy> {
  engine ??= loadEngine();
  const loaded = await engine;
  const { instrument, teaching, page, known, today, name, address, pupilId } = copy;
  const plans = planPages(forPupil(exercise, pupilId, instrument), instrument, teaching, page, { today, known });
  const pages = engravePart(loaded, plans, {
    paper,
    name,
    note: exercise.note,
    code: address === undefined ? undefined : qrRows(address),
  });
  const title = instrumentTitle(taughtAs(instrument, teaching.conventions));
  return { title: name === undefined ? title : `${name}, ${title}`, pages };
}

async function makeSheet({
  exercise,
  instruments,
  teaching,
  known,
  seats,
  paper,
}: Extract<Task, { kind: 'sheet' }>): Promise<Uint8Array> {
  engine ??= loadEngine();
  const sheet = callSheet(exercise, instruments, teaching, known, seats);
  return writePdf(`${exercise.source.title}, call sheet`, [
    { title: 'Call sheet', pages: engraveCallSheet(await engine, sheet, paper) },
  ]);
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
      return void (await (engine ??= loadEngine()));
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
    case 'words':
      return writeWords(task.page);
    case 'bind':
      return writePdf(task.title, task.copies);
    case 'sheet':
      return engraved(() => makeSheet(task));
    case 'chart':
      return engraved(() => makeChart(task));
  }
}
