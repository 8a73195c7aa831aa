import type {
  CallChoices,
  Exercise,
  ByInstrument,
  Handout,
  InstrumentId,
  PageSetup,
  Result,
  Teaching,
} from '@cifra/core';
import type { BandRow } from '@cifra/core';
import type { Page } from '@cifra/engrave';
import type { LineChoice, LineFormat, FileImport } from '@cifra/formats';
import type { PaperName } from '@cifra/contract';
import type { ReadAccount } from './readAccount';
import type { WordsPage } from './reportPdf';

/** One printed copy: for whom, and how it is taught and set. */
export interface PageCopy {
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly page: PageSetup;
  /** Written notes that the player has met. */
  readonly known?: readonly string[];
  /** ISO date on which the page is used. */
  readonly today: string;
  /** The pupil's name, where the copy is theirs. */
  readonly name?: string;
  readonly pupilId?: string;
  /** An address to scan. */
  readonly address?: string;
}

/** An engraved copy with the words that find it in a book. */
export interface EngravedCopy {
  readonly title: string;
  readonly pages: readonly Page[];
}

/** What the worker threads do: everything that is heavy or touches a stranger's file. */
export type Task =
  | { readonly kind: 'read'; readonly bytes: Uint8Array; readonly choice?: LineChoice }
  | {
      readonly kind: 'engrave';
      readonly exercise: Exercise;
      readonly copy: PageCopy;
      readonly paper: PaperName;
      /** Made instead of the part. */
      readonly handout?: Handout;
    }
  /** A part as one strip for a screen. */
  | {
      readonly kind: 'strip';
      readonly exercise: Exercise;
      readonly instrument: InstrumentId;
      readonly teaching: Teaching;
      readonly page: PageSetup;
      readonly known: readonly string[] | undefined;
      readonly today: string;
      readonly widthMm100: number;
    }
  | { readonly kind: 'bind'; readonly title: string; readonly copies: readonly EngravedCopy[] }
  | {
      readonly kind: 'sheet';
      readonly exercise: Exercise;
      readonly instruments: readonly InstrumentId[];
      readonly teaching: Teaching;
      readonly known: ByInstrument<readonly string[]>;
      readonly seats: ByInstrument<string>;
      readonly choices: CallChoices;
      readonly paper: PaperName;
    }
  | {
      readonly kind: 'score';
      readonly exercise: Exercise;
      readonly instruments: readonly InstrumentId[];
      readonly teaching: Teaching;
      readonly asItSounds: boolean;
      readonly paper: PaperName;
    }
  | {
      readonly kind: 'chart';
      readonly instrument: InstrumentId;
      readonly teaching: Teaching;
      readonly exercise: Exercise | undefined;
      readonly rows: readonly BandRow[];
      readonly paper: PaperName;
    }
  | { readonly kind: 'file'; readonly format: LineFormat; readonly exercise: Exercise; readonly of: FileOf }
  /** Loads the engraver, so that the first page is as quick as the others. */
  | { readonly kind: 'warm-up' }
  | { readonly kind: 'account'; readonly bytes: Uint8Array }
  | { readonly kind: 'words'; readonly page: WordsPage }
  | { readonly kind: 'zip'; readonly entries: Readonly<Record<string, Uint8Array>> };

/** What a file holds: an instrument's part as a class is taught, or the line itself, as it was read or as it sounds. */
export type FileOf =
  | { readonly kind: 'part'; readonly instrument: InstrumentId; readonly teaching: Teaching; readonly figures: boolean }
  | { readonly kind: 'line'; readonly pitch: 'written' | 'concert'; readonly line: number };

export interface TaskResult {
  readonly read: Result<FileImport>;
  readonly engrave: EngravedCopy;
  readonly strip: Page;
  readonly bind: Uint8Array;
  readonly sheet: Uint8Array;
  readonly score: Uint8Array;
  readonly chart: Uint8Array;
  readonly file: Uint8Array;
  readonly 'warm-up': undefined;
  readonly words: Uint8Array;
  readonly account: ReadAccount;
  readonly zip: Uint8Array;
}
