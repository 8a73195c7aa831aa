export { StripDto } from './stripDto';
export {
  ChangePasswordDto,
  CreateExerciseDto,
  MAX_EXERCISES,
  PAPER_NAMES,
  type PaperName,
  PresenceDto,
  ImportTextDto,
  NameRevisionDto,
  SaveExerciseDto,
  MAX_SENTENCE_LENGTH,
  MIN_PASSWORD,
  SESSION_DAYS,
  SaveProfileDto,
  SentencesDto,
  ConventionsDto,
  SignInDto,
} from './dto';
export { PageSetupDto, PupilPageDto } from './pageDto';
export { HandoutDto, MOST_KNOWN, toHandout } from './handoutDto';

export {
  KEEP_TAKEN_BACK_DAYS,
  KnownDto,
  ListedPupilDto,
  MAX_CLASSES,
  MAX_PUPILS,
  SaveClassDto,
  SavePupilsDto,
} from './classDto';
export {
  DRILL_NAMES,
  type DrillName,
  DrillScoreDto,
  HandInDto,
  HandInMarkDto,
  SayHandInDto,
  type HandInView,
  MAX_HAND_IN_BYTES,
  MAX_HAND_INS,
  PracticeDayDto,
  type PracticeDayView,
  PracticeSetupDto,
  type PracticeView,
  SavePracticeDto,
  SOUND_TYPES,
  type SoundType,
} from './practiceDto';
export {
  TermDto,
  HolidayDto,
  MetEntryDto,
  type MetView,
  REPORT_PARTS,
  ReportDto,
  type ReportPart,
  RubricDto,
  SaveMetDto,
} from './termDto';
export {
  LINK_DAYS,
  MAX_LINKS,
  MakeLinkDto,
  MakeLinksDto,
  MakePrintSetDto,
  PRINT_SET_KINDS,
  type PrintSetKind,
} from './printSetDto';
export {
  DeleteAccountDto,
  KIT_KINDS,
  type KitKind,
  type KitView,
  LogEntryDto,
  type LogView,
  MarkDto,
  SaveKitDto,
  SaveLogDto,
  SaveAssignmentDto,
  type AssignmentView,
} from './assignmentDto';
export {
  type AccountClass,
  type AccountFile,
  type CandidateView,
  type ClassView,
  type ExerciseView,
  type ListedExerciseView,
  type RevisionListView,
  type LinkedLine,
  type LinkView,
  type FirstView,
  type OpenedLinkView,
  type PresenceView,
  type PupilView,
  type ImportView,
  type RefusalView,
  type RevisionDocumentView,
  type RevisionView,
  type SessionView,
  type PrintSetView,
  type SignInOptions,
  type TeacherView,
} from './view';
export { type ClassRecords, minutesIn, notesKnown, REPORT_WORDS, reportDay, reportSections } from './reportSections';
export { problemSentence } from './problemWords';
export { filledIn } from './filledIn';
