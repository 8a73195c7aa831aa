import { chartWords } from '@cifra/contract/words';
import { annotate, chartNotes, chartPart, derivePart, type Exercise, type InstrumentId, invert, notesUsed, realize, taughtAs, type Teaching } from '@cifra/core';
import '@cifra/core/figures/all';
import { type Engine, engraveChart, engravePart, instrumentTitle, type Page } from '@cifra/engrave';
import { readFile, writeAbc, writeMusicXml } from '@cifra/formats';
import { writePdf } from './pdf';
import type { Task } from './task';

let engine: Promise<Engine> | undefined;

async function loadEngine(): Promise<Engine> {
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([import('verovio/wasm'), import('verovio/esm')]);
  return new VerovioToolkit(await createModule());
}

const partOf = (exercise: Exercise, id: InstrumentId, teaching: Teaching) =>
  derivePart(realize(exercise, exercise.partChoices[id]?.line), taughtAs(id, teaching.schools), exercise.owner, exercise.partChoices[id] ?? {}, teaching);

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
    case 'musicxml': {
      const part = partOf(task.exercise, task.instrument, task.teaching);
      return writeMusicXml({ score: part.score, partName: part.instrument.name, toConcert: invert(part.instrument.toWritten) });
    }
    case 'abc': return writeAbc(partOf(task.exercise, task.instrument, task.teaching).score);
    case 'pdf': return engraved(() => makePdf(task));
    case 'chart': return engraved(() => makeChart(task));
  }
}
