export {
  ChangePasswordDto, CreateExerciseDto, MAX_ABC_LENGTH, PAPER_NAMES, type PaperName, PresenceDto, ReadTextDto, SaveExerciseDto, ClefSentencesDto, MAX_SENTENCE_LENGTH, MIN_PASSWORD, SaveProfileDto, SentencesDto, SchoolsDto, SignInDto,
} from './dto';
export { PageSetupDto, PlanStepDto, PupilPageDto, RowDto, RowsDto } from './pageDto';
export { MAX_KNOWN_NOTES } from './checks';
export { KnownDto, ListedPupilDto, MAX_CLASSES, MAX_PUPILS, SaveClassDto, SavePupilDto, SavePupilsDto } from './classDto';
export {
  DRILL_NAMES, type DrillName, DrillScoreDto, HandInDto, type HandInView, MAX_HAND_IN_BYTES, MAX_HAND_INS, PracticeDayDto, type PracticeDayView, PracticeSetupDto, type PracticeView, SavePracticeDto, SOUND_TYPES, type SoundType,
} from './practiceDto';
export { ClassPlanDto, HolidayDto, IntroductionDto, MAX_WEEKS, MetEntryDto, type MetView, REPORT_PARTS, ReportDto, type ReportPart, RubricDto, SaveMetDto } from './planDto';
export { LINK_DAYS, MakeLinkDto, MakeLinksDto, MakeSetDto, SET_KINDS, type SetKind } from './setDto';
export {
  DeleteAccountDto, KIT_KINDS, type KitKind, type KitView, LogEntryDto, type LogView, MarkDto, MAX_NOTE_LENGTH, SaveKitDto, SaveLogDto, SaveWorkDto, type WorkView,
} from './workDto';
export {
  type AccountClass, type AccountFile, type CandidateView, type ClassView, type ExerciseView, type LinkedLine, type LinkView, type OpenedLinkView, type PresenceView, type PupilView, type ReadingView, type RefusalView, type RevisionDocumentView, type RevisionView,
  type SessionView, type SetView, type SignInOptions, type TeacherView,
} from './view';
export { type ClassRecords, minutesIn, notesKnown, practisedIn, REPORT_WORDS, reportDay, type ReportFacts, type ReportSection, reportSections } from './reportSections';
export { problemSentence } from './problemWords';
