import type { ByInstrument, InstrumentId } from '../instrument/instrument';
import type { Written } from '../pitch/pitch';
import type { Problem } from '../problem/problem';
import type { Clef } from '../key/signature';
import type { NoteId, Score } from '../score/score';

/** Whose page the source line was written on. On a concert page the notes sound as they read. */
export type PageOwner = 'concert' | InstrumentId;

/** How a teacher overrides one part. Whatever is absent is chosen by the rules. */
export interface PartChoice {
  /** Which of several lines the instrument plays, counted from 0. */
  readonly line?: number;
  /** All lines stand on its page, under each other. */
  readonly together?: boolean;
  /** Octaves away from the sounding octave of the source. */
  readonly octaves?: number;
  readonly key?: KeyChoice;
  readonly clef?: Clef;
  /** Notes moved by whole octaves on this page alone, each marked on it as an alternative. */
  readonly alternatives?: Readonly<Record<NoteId, number>>;
  /** Bars, by their ids, that are made easier on this page alone, each with a word over it. */
  readonly easier?: Readonly<Record<string, SimplerBar>>;
}

/**
 * How a bar is made easier: `beats` keeps the notes that start on a beat, each until the next; `held` keeps one note
 * from rest to rest.
 */
export const SIMPLER_BARS = ['beats', 'held'] as const;
export type SimplerBar = (typeof SIMPLER_BARS)[number];

/** `respelled`: the same sounding key with the other letters; `no-signature`: every sign at its note. */
export const KEY_CHOICES = ['transposed', 'respelled', 'no-signature'] as const;
export type KeyChoice = (typeof KEY_CHOICES)[number];

/** One written line, and whose page it is. What a teacher keeps on the shelf. */
export interface Exercise {
  readonly owner: PageOwner;
  /** The line exactly as it stands on that page. */
  readonly source: Score<Written>;
  /** Lines that are played with it, from the second on, at most three, written for the same page. */
  readonly otherLines?: readonly Score<Written>[];
  /** What the file that it was read from had and Cifra could not take, until the teacher has seen to it. */
  readonly notTaken?: readonly Problem[];
  /** What the teacher tells the players on every page of it. */
  readonly note?: string;
  readonly partChoices: ByInstrument<PartChoice>;
  /** The same of single pupils, by their ids: it holds in place of their instrument's. */
  readonly pupilChoices?: Readonly<Record<string, PartChoice>>;
}
