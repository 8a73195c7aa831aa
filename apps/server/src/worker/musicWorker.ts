import { annotate, derivePart, type Exercise, type InstrumentId, invert, realize, taughtAs, type Teaching } from '@cifra/core';
import '@cifra/core/figures/all';
import { type Engine, engravePart, instrumentTitle, type Page } from '@cifra/engrave';
import { readFile, writeMusicXml } from '@cifra/formats';
import { writePdf } from './pdf';
import type { Task } from './task';

let engine: Promise<Engine> | undefined;

async function loadEngine(): Promise<Engine> {
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([import('verovio/wasm'), import('verovio/esm')]);
  return new VerovioToolkit(await createModule());
}

const partOf = (exercise: Exercise, id: InstrumentId, teaching: Teaching) =>
  derivePart(realize(exercise), taughtAs(id, teaching.schools), exercise.owner, exercise.partChoices[id] ?? {}, teaching);

async function makePdf(task: Extract<Task, { kind: 'pdf' }>): Promise<Uint8Array> {
  engine ??= loadEngine();
  const loaded = await engine;
  const parts: { title: string; pages: Page[] }[] = [];
  for (const id of task.instruments) {
    const part = partOf(task.exercise, id, task.teaching);
    const pages = engravePart(loaded, part, annotate(part), { rows: task.band[part.instrument.family], paper: task.paper });
    parts.push({ title: instrumentTitle(part.instrument), pages });
  }
  return writePdf(task.exercise.source.title, parts);
}

/** Runs one task. A throw ends in a new engine: after a trap its memory cannot be trusted. */
export default async function run(task: Task): Promise<unknown> {
  switch (task.kind) {
    case 'read': return readFile(task.bytes, task.choice);
    case 'musicxml': {
      const part = partOf(task.exercise, task.instrument, task.teaching);
      return writeMusicXml({ score: part.score, partName: part.instrument.name, toConcert: invert(part.instrument.toWritten) });
    }
    case 'pdf':
      try {
        return await makePdf(task);
      } catch (e) {
        engine = undefined;
        throw e;
      }
  }
}
