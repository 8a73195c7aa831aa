import type { Exercise, InstrumentId, Result, Teaching } from '@cifra/core';
import type { LineChoice, Reading } from '@cifra/formats';
import type { BandDto, BandRowName, PaperName } from '@cifra/contract';

/** What the worker threads do: everything that is heavy or touches a stranger's file. */
export type Task =
  | { readonly kind: 'read'; readonly bytes: Uint8Array; readonly choice?: LineChoice }
  | { readonly kind: 'pdf'; readonly exercise: Exercise; readonly instruments: readonly InstrumentId[]; readonly teaching: Teaching; readonly band: BandDto; readonly paper: PaperName; readonly strip: boolean }
  | { readonly kind: 'chart'; readonly instrument: InstrumentId; readonly teaching: Teaching; readonly exercise: Exercise | undefined; readonly rows: readonly BandRowName[]; readonly paper: PaperName }
  | { readonly kind: 'abc'; readonly exercise: Exercise; readonly instrument: InstrumentId; readonly teaching: Teaching }
  | { readonly kind: 'musicxml'; readonly exercise: Exercise; readonly instrument: InstrumentId; readonly teaching: Teaching };

export interface TaskResult {
  readonly read: Result<Reading>;
  readonly pdf: Uint8Array;
  readonly chart: Uint8Array;
  readonly abc: string;
  readonly musicxml: string;
}
