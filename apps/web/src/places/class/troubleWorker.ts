import {
  classTrouble,
  type ClassTrouble,
  type Exercise,
  type InstrumentId,
  type KnownNotes,
  type Teaching,
} from '@cifra/core';
import { expose } from 'comlink';

export interface TroubleQuestion {
  readonly exercises: readonly Exercise[];
  readonly instruments: readonly InstrumentId[];
  readonly teaching: Teaching;
  readonly known: KnownNotes;
}

/** So many changes stand in the table, the hardest first. */
const MOST_CHANGES = 14;

const api = {
  /** What is hard in some lines, instrument by change. */
  trouble({ exercises, instruments, teaching, known }: TroubleQuestion): ClassTrouble {
    return classTrouble(exercises, instruments, teaching, known, MOST_CHANGES);
  },
};

export type TroubleApi = typeof api;
expose(api);
