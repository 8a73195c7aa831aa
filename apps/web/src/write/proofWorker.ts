import { derivePart, type Exercise, type Finding, type InstrumentId, linesOf, prove, realize, taughtAs, type Teaching } from '@cifra/core';
import { expose } from 'comlink';

const api = {
  /** Proves one line for a class: each instrument that plays it is looked at with its own page. */
  prove(exercise: Exercise, line: number, instruments: readonly InstrumentId[], teaching: Teaching): Finding[] {
    const concert = realize(exercise, line);
    const several = linesOf(exercise).length > 1;
    const playing = instruments.filter((id) => !several || (exercise.partChoices[id]?.line ?? 0) === line);
    const empty = concert.measures.every((m) => m.events.every((e) => e.kind === 'rest'));
    const parts = empty ? [] : playing.map((id) => derivePart(concert, taughtAs(id, teaching.schools), exercise.owner, exercise.partChoices[id] ?? {}, teaching));
    return prove(exercise, { line, stage: teaching.stage, parts });
  },
};

export type ProofApi = typeof api;
expose(api);
