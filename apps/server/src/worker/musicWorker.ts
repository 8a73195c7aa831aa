import { chartWords } from '@cifra/contract/words';
import { annotate, chartNotes, chartPart, instrumentOf, notesUsed, taughtAs } from '@cifra/core';
import '@cifra/core/figures/all';
import { type Engine, engraveChart, engravePart, instrumentTitle, type Page } from '@cifra/engrave';
import { LINE_FORMATS, readFile } from '@cifra/formats';
import { zipSync } from 'fflate';
import { makeFile } from './lineFile';
import { partOf } from './partOf';
import { writePdf } from './pdf';
import type { Task } from './task';

let engine: Promise<Engine> | undefined;

async function loadEngine(): Promise<Engine> {
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([import('verovio/wasm'), import('verovio/esm')]);
  return new VerovioToolkit(await createModule());
}

async function makePdf(task: Extract<Task, { kind: 'pdf' }>): Promise<Uint8Array> {
  engine ??= loadEngine();
  const loaded = await engine;
  const parts: { title: string; pages: Page[] }[] = [];
  for (const id of task.instruments) {
    const part = partOf(task.exercise, id, task.teaching);
    const pages = engravePart(loaded, part, annotate(part), { rows: task.band[part.instrument.family], paper: task.paper, strip: task.strip });
    parts.push({ title: instrumentTitle(part.instrument), pages });
  }
  return writePdf(task.exercise.source.title, parts);
}

/** Everything for a class in one file: each part to print and for other programs, and the line itself. */
async function makeZip(task: Extract<Task, { kind: 'zip' }>): Promise<Uint8Array> {
  const { exercise, instruments, teaching } = task;
  const entries: Record<string, Uint8Array> = {};
  for (const [i, instrument] of instruments.entries()) {
    const name = `${String(i + 1).padStart(2, '0')} ${instrumentOf(instrument).name}`.replace(/[\\/:*?"<>|]/g, ' ');
    entries[`${name}.pdf`] = await engraved(() => makePdf({ ...task, kind: 'pdf', instruments: [instrument] }));
    entries[`${name}.musicxml`] = makeFile({ kind: 'file', format: 'musicxml', exercise, of: { kind: 'part', instrument, teaching, figures: true } });
  }
  for (const format of LINE_FORMATS) if (format !== 'mxl') entries[`line.${format}`] = makeFile({ kind: 'file', format, exercise, of: { kind: 'line', pitch: 'written', line: 0 } });
  return zipSync(entries, { level: 6 });
}

async function makeChart({ instrument, teaching, exercise, rows, paper }: Extract<Task, { kind: 'chart' }>): Promise<Uint8Array> {
  engine ??= loadEngine();
  const taught = taughtAs(instrument, teaching.schools);
  const page = exercise === undefined ? undefined : partOf(exercise, instrument, teaching);
  const part = chartPart(taught, page === undefined ? chartNotes(taught, teaching.stage) : notesUsed(page), teaching, page?.decisions.clef.clef);
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
    case 'read': return readFile(task.bytes, task.choice);
    case 'file': return makeFile(task);
    case 'zip': return makeZip(task);
    case 'pdf': return engraved(() => makePdf(task));
    case 'chart': return engraved(() => makeChart(task));
  }
}
