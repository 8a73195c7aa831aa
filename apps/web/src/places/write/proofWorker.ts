import {
  derivePart,
  type Exercise,
  type Finding,
  type InstrumentId,
  type PageTransposition,
  linesOf,
  prove,
  realize,
  transposedToPage,
  taughtAs,
  type Teaching,
  withLines,
} from '@cifra/core';
import { expose } from 'comlink';

const api = {
  /**
   * Proves one line for a class, in the letters of the page that is shown: each instrument that plays it is looked at
   * with its own page.
   */
  prove(
    exercise: Exercise,
    line: number,
    lens: PageTransposition,
    instruments: readonly InstrumentId[],
    teaching: Teaching,
  ): Finding[] {
    const concert = realize(exercise, line);
    const several = linesOf(exercise).length > 1;
    const playing = instruments.filter((id) => !several || (exercise.partChoices[id]?.line ?? 0) === line);
    const empty = concert.measures.every((m) => m.events.every((e) => e.kind === 'rest'));
    const parts = empty
      ? []
      : playing.map((id) =>
          derivePart(
            concert,
            taughtAs(id, teaching.conventions),
            exercise.owner,
            exercise.partChoices[id] ?? {},
            teaching,
          ),
        );
    const shown = withLines(
      exercise,
      linesOf(exercise).map((l) => transposedToPage(l, lens)),
    );
    const { fifths } = lens.interval;
    // A signature is set on the source page: the proposal is brought back from the page that is shown.
    return prove(shown, { line, stage: teaching.stage, breath: teaching.conventions.breath, parts }).map((f) => ({
      ...f,
      repairs: f.repairs.map((r) =>
        r.kind === 'signature' ? { ...r, key: { ...r.key, fifths: r.key.fifths - fifths } } : r,
      ),
    }));
  },
};

export type ProofApi = typeof api;
expose(api);
