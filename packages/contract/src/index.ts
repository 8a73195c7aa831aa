export {
  BAND_ROW_NAMES, BandDto, type BandRowName, CreateExerciseDto, MAX_ABC_LENGTH, PAPER_NAMES, type PaperName, ReadTextDto, SaveClassDto, SaveExerciseDto, SaveProfileDto,
  SchoolsDto, SignInDto,
} from './dto';
export { type CandidateView, type ClassView, type ExerciseView, type ReadingView, type RefusalView, type RevisionDocumentView, type RevisionView, type SignInOptions, type TeacherView } from './view';
export { problemSentence } from './problemWords';
