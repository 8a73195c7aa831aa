import type {
  Changes,
  Exercise,
  LineSummary,
  InstrumentId,
  PageOwner,
  PageSetup,
  Problem,
  ConventionOverrides,
  Teaching,
  Handout,
} from '@cifra/core';
import type { ListedPupilDto, SaveClassDto } from './classDto';
import type { PaperName, SentencesDto } from './dto';
import type { TermDto, MetView } from './termDto';
import type { HandInView, PracticeDayView, PracticeSetupDto, PracticeView, SayHandInDto } from './practiceDto';
import type { PrintSetKind } from './printSetDto';
import type { KitView, LogView, AssignmentView } from './assignmentDto';

/** What the server answers with. */
export interface TeacherView {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  /** The teacher's profile: where they do otherwise than the defaults. */
  readonly conventions: ConventionOverrides;
  /** Memory sentences for lines and spaces. */
  readonly sentences: SentencesDto;
  /** The teacher's own order of practice, and how often clean is enough. */
  readonly practice: PracticeSetupDto;
  /** Months after which records of pupils are deleted; 0 for never. */
  readonly keepMonths: number;
  readonly version: number;
}

export interface SignInOptions {
  readonly demo: boolean;
}

/** One of a teacher's open sessions. */
export interface SessionView {
  readonly since: string;
  /** Whether it is the one that asks. */
  readonly here: boolean;
}

/** Who else has a line open. */
export interface PresenceView {
  /** Other windows, on this machine or another. */
  readonly others: number;
  /** The version that stands. */
  readonly version: number;
}

/** What is told of an exercise everywhere. */
interface ExerciseHead {
  readonly id: string;
  readonly title: string;
  readonly version: number;
  readonly createdAt: string;
  readonly updatedAt: string;
}

export interface ExerciseView extends ExerciseHead {
  readonly document: Exercise;
}

/** An exercise on the shelf: what is needed to draw its first bars, to find it and to say who can play it. */
export interface ListedExerciseView extends ExerciseHead {
  readonly summary: LineSummary;
}

export interface ClassView extends SaveClassDto {
  readonly id: string;
  readonly version: number;
}

export interface RevisionView {
  readonly id: string;
  readonly version: number | null;
  readonly baseVersion: number | null;
  readonly title: string;
  readonly refused: boolean;
  readonly createdAt: string;
  /** A save with a name is kept for ever. */
  readonly name?: string;
  /** Against the version before it; absent for the first. */
  readonly changes?: Changes;
}

/** Some saves, the newest first, and whether there are older ones. */
export interface RevisionListView {
  readonly revisions: readonly RevisionView[];
  readonly more: boolean;
}

/** One save with the line as it was then. */
export interface RevisionDocumentView extends RevisionView {
  readonly document: Exercise;
}

export interface CandidateView {
  readonly part: number;
  readonly voice: string;
  readonly partName: string;
  readonly measures: number;
  readonly notes: number;
  readonly unusable?: string;
}

/** A reading: the line and what could not be taken, or the parts to choose from. */
export type ImportView =
  | {
      readonly kind: 'choose';
      readonly format: string;
      readonly candidates: readonly CandidateView[];
      readonly problems: readonly Problem[];
    }
  | {
      readonly kind: 'line';
      readonly format: string;
      readonly source: Exercise['source'];
      readonly suggestedOwner: PageOwner;
      readonly candidate: CandidateView;
      readonly grid?: string;
      readonly problems: readonly Problem[];
    }
  | {
      readonly kind: 'exercise';
      readonly format: string;
      readonly exercise: Exercise;
      readonly problems: readonly Problem[];
    };

/** Every refusal has this shape. */
export interface RefusalView {
  readonly code: string;
  readonly detail: string;
  readonly problems?: readonly (Problem & { readonly detail: string })[];
  /** On a conflict: what is stored now, as its own view, and where the refused side was kept. */
  readonly current?: unknown;
  readonly keptAs?: string;
}

export interface PupilView extends ListedPupilDto {
  readonly id: string;
  readonly version: number;
}

/** Pages that are being made, or have been. */
export interface PrintSetView {
  readonly id: string;
  /** What was made instead of the parts. */
  readonly handout?: Handout;
  readonly exerciseId: string;
  readonly classId: string;
  readonly kind: PrintSetKind;
  readonly state: 'working' | 'done' | 'cancelled' | 'failed';
  /** So many pages' parts of all. */
  readonly done: number;
  readonly total: number;
  readonly fileName: string;
  /** What went wrong, in words. */
  readonly detail?: string;
  readonly createdAt: string;
}

/** A link by which a pupil opens one part. */
export interface LinkView {
  readonly id: string;
  readonly token: string;
  readonly exerciseId: string;
  readonly classId: string;
  readonly instrument: InstrumentId;
  readonly pupilId?: string;
  readonly createdAt: string;
  readonly expiresAt: string;
}

/** What a pupils' link shows: one part and how it is taught, nothing of the class. */
/** A line that a pupil's own link opens. */
export interface LinkedLine {
  readonly title: string;
  /** What it is asked for by. */
  readonly line: string;
  readonly due?: string;
  /** Whether it is the one that is open. */
  readonly here: boolean;
}

/** What the page of a pupil's link already holds when it comes: what the link shows, and the part as one strip. */
export interface FirstView {
  /** Of which day and how wide the strip is, in hundredths of a millimetre; its drawing stands in the page. */
  readonly strip: { readonly today: string; readonly width: number; readonly height: number };
  readonly token: string;
  /** The line that was asked for. */
  readonly line?: string;
  readonly opened: OpenedLinkView;
}
export interface OpenedLinkView {
  readonly title: string;
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly page: PageSetup;
  readonly paper: PaperName;
  readonly known?: readonly string[];
  /** How the teacher has lines and spaces remembered. */
  readonly sentences?: SentencesDto;
  /** The class's other instruments, which can be heard with it; copies that a phone kept before have none. */
  readonly along?: readonly InstrumentId[];
  /** How the teacher lets it be practised. */
  readonly practice: PracticeSetupDto;
  /** What is set of this line for whoever has the link, the nearest day first. */
  readonly assignments: readonly Pick<AssignmentView, 'due' | 'fromBar' | 'toBar' | 'rungs' | 'goalPercent' | 'note'>[];
  /** Whether it is one pupil's own link: only then there is a record to keep. */
  readonly own: boolean;
  /**
   * On a pupil's own link every line that is set for them, the nearest day first, and the link's own line; nothing on a
   * class's.
   */
  readonly lines: readonly LinkedLine[];
  /** What the pupil handed in of this line, the newest first, with what the teacher says of it. */
  readonly handedIn: readonly (SayHandInDto & { readonly at: string; readonly percent: number })[];
  readonly expiresAt: string;
}

/** Everything of an account, as it is taken away and brought back; in its zip lines and classes are files. */
export interface AccountFile {
  readonly cifra: 'account';
  readonly version: 3;
  readonly teacher: Pick<TeacherView, 'name' | 'conventions' | 'sentences' | 'practice' | 'keepMonths'>;
  readonly exercises: readonly { readonly id: string; readonly title: string; readonly document: Exercise }[];
  readonly classes: readonly AccountClass[];
}

export interface AccountClass {
  readonly settings: SaveClassDto;
  readonly pupils: readonly PupilView[];
  readonly assignments: readonly AssignmentView[];
  readonly log: readonly LogView[];
  readonly kit: readonly KitView[];
  readonly term: TermDto;
  readonly met: readonly MetView[];
  readonly practice: readonly PracticeView[];
  readonly practiceDays: readonly PracticeDayView[];
  /** Takes; the sound of one is the file of that name under `sounds`. */
  readonly handIns: readonly (Omit<HandInView, 'hasSound'> & { readonly sound?: string })[];
}
