import type { Exercise, InstrumentId, Result, Teaching } from '@cifra/core';
import type { LineChoice, LineFormat, Reading } from '@cifra/formats';
import type { BandDto, BandRowName, PaperName } from '@cifra/contract';

/** What the worker threads do: everything that is heavy or touches a stranger's file. */
export type Task =
  | { readonly kind: 'read'; readonly bytes: Uint8Array; readonly choice?: LineChoice }
  | { readonly kind: 'pdf'; readonly exercise: Exercise; readonly instruments: readonly InstrumentId[]; readonly teaching: Teaching; readonly band: BandDto; readonly paper: PaperName; readonly strip: boolean }
  | { readonly kind: 'chart'; readonly instrument: InstrumentId; readonly teaching: Teaching; readonly exercise: Exercise | undefined; readonly rows: readonly BandRowName[]; readonly paper: PaperName }
  | { readonly kind: 'file'; readonly format: LineFormat; readonly exercise: Exercise; readonly of: FileOf }
  | { readonly kind: 'zip'; readonly exercise: Exercise; readonly instruments: readonly InstrumentId[]; readonly teaching: Teaching; readonly band: BandDto; readonly paper: PaperName; readonly strip: boolean };

/** What a file holds: an instrument's part as a class is taught, or the line itself, as it was read or as it sounds. */
export type FileOf =
  | { readonly kind: 'part'; readonly instrument: InstrumentId; readonly teaching: Teaching; readonly figures: boolean }
  | { readonly kind: 'line'; readonly pitch: 'written' | 'concert'; readonly line: number };

export interface TaskResult {
  readonly read: Result<Reading>;
  readonly pdf: Uint8Array;
  readonly chart: Uint8Array;
  readonly file: Uint8Array;
  readonly zip: Uint8Array;
}
