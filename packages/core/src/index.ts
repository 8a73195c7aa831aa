export { failure, type Problem, PROBLEM_CODES, type ProblemCode, type Result, success } from './problem/problem';
export {
  add,
  compare,
  divide,
  equal,
  formatRational,
  multiply,
  type Rational,
  rational,
  subtract,
  sum,
  toNumber,
  ZERO,
} from './rational/rational';
export {
  type Concert,
  diatonic,
  letterName,
  midi,
  parsePitch,
  type Pitch,
  pitch,
  pitchText,
  samePitch,
  type Step,
  stepAt,
  STEPS,
  type Written,
} from './pitch/pitch';
export { enharmonic } from './pitch/enharmonic';
export { hertzOf, midiOf } from './pitch/hertz';
export { spellSounding } from './pitch/spellSounding';
export { isWritable } from './pitch/writable';
export {
  addIntervals,
  ENHARMONIC_DOWN,
  ENHARMONIC_UP,
  type Interval,
  interval,
  type IntervalName,
  intervalBetween,
  invert,
  nameInterval,
  letterSteps,
  parseInterval,
  semitones,
  transpose,
  UNISON,
} from './pitch/interval';
export {
  type Key,
  key,
  keyOf,
  type Mode,
  MODES,
  signatureAlter,
  signatureLetters,
  tonic,
  transposeKey,
} from './key/key';
export {
  BOTTOM_LINE,
  type Clef,
  CLEFS,
  diagnoseSignature,
  type SignatureDiagnosis,
  type SignatureFault,
  signaturePlaces,
  type TypedSign,
} from './key/signature';
export { checkSentence, type SentenceFault, STAFF_KINDS, staffLetters, type StaffKind } from './key/staffSentence';
export { scaleDegree, solmization } from './key/noteName';
export {
  DEFAULT_CONVENTIONS,
  CONVENTION_CHOICES,
  CONVENTION_QUESTIONS,
  type ConventionOverrides,
  type ConventionQuestion,
  type Conventions,
  conventionsOf,
} from './convention/conventions';
export { beatQuarters, isCompound, type Meter, measureQuarters, METERS, meterText } from './meter/meter';
export { countIn } from './meter/counting';
export {
  type Duration,
  durationQuarters,
  NOTE_VALUES,
  type NoteValue,
  splitQuarters,
  valueForQuarters,
} from './score/duration';
export {
  type Articulation,
  type Dynamic,
  DYNAMICS,
  isDynamic,
  NAVIGATION_SIGNS,
  type NavigationSign,
  type Hairpin,
  type Measure,
  type MusicEvent,
  type Note,
  type NoteId,
  type Rest,
  type Score,
  type Span,
  type Syllable,
  type Tempo,
} from './score/score';
export {
  CHORD_KIND,
  type ChordSymbol,
  chordText,
  type Letter,
  MAX_CHORD_KIND,
  plainChordText,
  readChordSymbol,
} from './score/chordSymbol';
export {
  heldSyllables,
  placeSyllables,
  readSyllables,
  type SungToken,
  sungNotes,
  syllablesText,
  typedSyllable,
  withSyllables,
} from './score/syllables';
export { mapPitches, notesOf, openingOf, type PlacedMeasure, placeEvents, placeMeasures } from './score/walk';
export { type Accidental, accidentalsInForce } from './score/accidental';

export { type BeatPlace, beatPlace, placedNotes, placedNotesById } from './score/placedNotes';

export { excerpt } from './score/excerpt';
export { systemsOfPage } from './score/pageSystems';

export { signCount } from './score/rewrite';
export { beamGroups } from './score/beam';
export { settleTuplets } from './score/tuplets';
export { filledQuarters, findMeasureFaults } from './score/measureSum';
export {
  type Alternate,
  ALTERNATE_REASONS,
  type AlternateReason,
  countedTouch,
  type Figure,
  figureText,
  type FingerCount,
  type Fingering,
  type Intonation,
  type KeyFigure,
  type Playable,
  type PreferredReason,
  type Remedy,
  slideNumber,
  type SlideFigure,
  type ValveFigure,
} from './fingering/figure';
export { type BetterCause } from './fingering/better';
export { figureChange, slidePlace } from './fingering/change';
export { type Finger, TOUCHES, type Woodwind, WOODWINDS } from './fingering/touch.data';
export {
  breathSeconds,
  type ByInstrument,
  type CatalogueId,
  type Caution,
  type Instrument,
  INSTRUMENT_IDS,
  type InstrumentId,
  type Range,
  type Section,
  SECTIONS,
  type Stage,
  STAGES,
} from './instrument/instrument';
export { INSTRUMENTS } from './instrument/instrument.data';
export { inScoreOrder, instrumentOf, instrumentsWith, isInstrumentId, likeOf } from './instrument/instrumentOf';
export {
  MAX_OWN_NAME,
  type OwnInstrument,
  type OwnProblem,
  ownId,
  ownProblem,
  readOwnId,
  widestRange,
} from './instrument/ownInstrument';
export { finger, isOpenOnly } from './instrument/finger';
export { figureQuestion, figureConvention, taughtAs } from './instrument/taught';
export { type Exercise, type KeyChoice, type PageOwner, type PartChoice } from './exercise/exercise';
export {
  MAX_EVENTS_PER_MEASURE,
  MAX_MEASURES,
  MAX_NOTES,
  MAX_SYLLABLE_LENGTH,
  MAX_TEXT_LENGTH,
  notesIn,
  sizeFault,
} from './exercise/limits';
export { readExercise } from './exercise/exerciseSchema';
export { realize, toPage } from './exercise/realize';
export { linesOf, MAX_LINES, withLine, withLines } from './exercise/lines';
export {
  type Caret,
  type CaretMove,
  clampCaret,
  type EditState,
  eventAt,
  moveCaret,
  noteBefore,
  placeBefore,
  selectedPlaces,
  targetPlaces,
} from './edit/caret';
export { FIRST_PEN, type Pen, TRIPLET, type WriteMode } from './edit/pen';
export { letterPitch } from './edit/letterPitch';
export { type Command } from './edit/command';

export { copySelection } from './edit/clip';
export { type KeyMove } from './edit/keyChange';

export { type Changes, changesBetween } from './edit/changes';
export { type Clash, mergeExercises } from './edit/merge';
export {
  addLine,
  changeExercise,
  chooseLine,
  doCommand,
  type EditSession,
  type EditStep,
  editOf,
  hasBeen,
  openSession,
  placeCaret,
  redo,
  removeLine,
  rename,
  selectBetween,
  undo,
} from './edit/session';
export { transposeExercise } from './exercise/transposeExercise';
export { DEFAULT_TEACHING, taughtTo, type Teaching } from './part/teaching';
export { type PageTransposition, pageTransposition, transposedToPage } from './part/pageTransposition';
export { derivePart, type Part } from './part/derivePart';

export { type OctaveReason } from './part/octave';
export { betterOctaves, isBeyondAll, listMisfits, type Misfit } from './part/misfit';
export { type ClassKeyOffer, offerClassKeys } from './part/classKey';
export { annotate, keyNoteFifths, type Annotations, type NoteAnnotation } from './part/annotate';
export { chartId, chartNotes, chartPart, notesUsed, readNoteSlug } from './part/chart';
export { explain } from './part/explain';
export { type Fact, FACT_KINDS } from './part/fact';
export { type StaffPlace, staffPlace } from './part/staffPlace';

export { sourceId } from './performance/writeOut';
export type { CauseShare } from './trouble/changeCost';
export { TROUBLE_CAUSES, type TroubleCause } from './trouble/weights.data';

export { type BuildUp, buildUp, changeNames } from './trouble/buildUp';
export { barHeat, hardChanges } from './trouble/heat';
export { buildUpPage, type BuildUpWords } from './page/buildUpPage';
export { beginsTurn, phraseStarts } from './performance/phrases';
export { lineTempo } from './performance/lineTempo';
export { addTap, tappedTempo } from './performance/tempoTap';
export {
  DEFAULT_SOUNDS,
  type BarRange,
  type PlaySetup,
  type SoundSwitches,
  type Turns,
  TURNS,
} from './practice/playSetup';
export { isRung, RUNG_SETUP, rungsInOrder } from './practice/rungs';
export {
  searchShelf,
  SHELF_ORDERS,
  type Shelved,
  type ShelfOrder,
  type ShelfQuery,
  WHOLE_SHELF,
} from './fit/shelfSearch';
export { type Change, partChanges, troubleSpots, WORTH_A_MARK } from './trouble/partTrouble';
export { FADE_STEPS, type FadeSchedule, type FadeStep, fadeStepOf, stepOn } from './page/fadeSchedule';
export {
  BAND_ROWS,
  BAR_NUMBERS,
  BARS_PER_SYSTEM,
  type BandRow,
  type BarsPerSystem,
  CHART_ROWS,
  DEFAULT_PAGE,
  PAGE_SIZES,
  type PageSetup,
  type PageSize,
  REPEATS,
  ROW_SIZES,
  type RowSetup,
  type RowSize,
  withSetup,
} from './page/pageSetup';
export {
  type PagePlan,
  type PlannedRow,
  type PageFor,
  planPage,
  planPages,
  rowsAt,
  saysSomething,
  soundsAsWritten,
} from './page/pagePlan';
export { lookFirst, type LookFirst } from './page/lookFirst';
export { type KeyFitness, type FitQuestion, fitKeys, type OctaveFitness, rankKeys } from './fit/classFit';
export { type EasierOffer, offerEasier } from './fit/easier';
export { type RhythmLevel, RHYTHMS } from './fit/lineTraits';
export { type LineSummary, pageNotes, summarizeLine } from './fit/lineSummary';
export { type Readiness, readinessOf } from './fit/readiness';
export { firstBars } from './score/firstBars';
export {
  type LetterAgainst,
  type Lookalike,
  type LookSheet,
  lookSheet,
  type NoteUsed,
  USUAL_FIFTHS,
} from './page/lookSheet';
export { lineSigns, SIGN_KINDS, type SignKind, type SignUsed } from './analysis/lineSigns';
export { lineValues, type TiedSum, tiedSums, type ValueUsed } from './analysis/lineValues';
export { type BarRelation } from './analysis/barRelations';
export { plannedBreaths, type PlannedBreath } from './analysis/plannedBreaths';
export { type Cell } from './analysis/cells';
export { type BarAsPlayed, barsAsPlayed } from './analysis/barsAsPlayed';
export {
  type BarDifference,
  compareBars,
  compareLines,
  differenceInterval,
  type Length,
  type PlayedMark,
} from './analysis/compareBars';
export { type CellSpan, type Patterns, findPatterns } from './analysis/patterns';
export { lineFacts, type LineFacts } from './analysis/lineFacts';
export {
  callSheet,
  type CallRow,
  type CallSheet,
  knownMidi,
  type KnownNotes,
  knownNotes,
  knownOrFirst,
  type CallChoices,
  DEFAULT_CALL,
} from './page/callSheet';
export { seatsOf } from './page/seats';
export { fullScore, type ScoreLine } from './page/fullScore';
export {
  CARD_NOTES,
  type CardNotes,
  cardNotes,
  type Handout,
  HANDOUT_KINDS,
  twoWays,
  WORK,
  type Work,
  type WorksheetPlan,
  worksheetPlan,
  wrongSignature,
} from './page/handout';
export { partOf } from './page/pageParts';
export { forPupil } from './exercise/forPupil';
export type { BarSum, Finding, FindingCode, FindingFacts, FindingOf, Repair, Weight } from './proof/finding';
export { prove } from './proof/prove';
export { applyRepair } from './proof/repair';
export {
  type Click,
  type Cue,
  playSequence,
  type PlayOptions,
  type PlaySequence,
  type Said,
} from './performance/playSequence';
export { takeTurns, type TurnSequence } from './performance/turns';
export { climb, type Stairs } from './practice/stairs';
export { type Random, randomFrom } from './random/random';
export { type Frame, type HeardNote, joinFrames, median } from './listen/heard';
export { type Asked, compareTake, isClean, type Take, type Tolerance, type Verdict } from './listen/compareTake';
export { askedNotes, lowestListened, partRaise } from './listen/askedNotes';
export {
  type FaultKind,
  type Faults,
  NO_FAULTS,
  otherPartial,
  type SimulatedNote,
  simulatePlayer,
  soundTake,
} from './listen/simulatedPlayer';
export { STAGE_CENTS, toleranceFor } from './listen/tolerance';
export { type TakeCause, takeCauses } from './listen/takeCauses';
export { explainWrong, writtenMidi } from './listen/explainWrong';
export { spellWritten } from './listen/spellWritten';

export { perform, type Performance, type PlayedNote } from './performance/perform';
export { hasSign, jumpOf, NAVIGATION_TEXT, standsAtStart, withoutNavigation } from './score/navigation';
export { quartersAMinute } from './score/tempo';
export { WARM_UP_FIFTHS, WARM_UPS, type WarmUp, warmUp } from './drill/warmUp';
export { FEWEST_NOTES, sightLine } from './drill/sightLine';

export { type FigureCard, figureCards, judgeFigure, nameFigure, noteOfFigure } from './drill/figureDrill';
export { type AnswerTimes, addAnswerTime, quickness } from './drill/answerTimes';
export type { Choices } from './drill/choices';
export { madePhrases } from './drill/phrases';
export { readingCards, tenorSteps } from './drill/readingDrill';
export {
  type AgainPlace,
  checkPlaced,
  SIGNATURE_KINDS,
  type SignatureKind,
  signatureQuestion,
  type SignatureQuestion,
} from './drill/signatureDrill';
export { judgeTaps, RHYTHM_KINDS, type RhythmKind, rhythmQuestion, type RhythmQuestion } from './drill/rhythmDrill';
export { type BackingNote, type BackingVoice, planBacking } from './harmony/backing';
export { ACCOMPANIMENT_STYLES, type AccompanimentStyle, stylesFor } from './harmony/accompanimentStyle';
export { chordsOf, withChords } from './harmony/chordsOf';
export { harmonize, type PlacedChord } from './harmony/harmonize';
export { earQuestion, type ImprovisePrompt, improvisePrompt } from './drill/earDrill';
export { CLEAN_GOAL, LADDER_RUNGS, type LadderRung, MOST_CLEAN_GOAL } from './practice/ladder';
export {
  type NextReason,
  type NextStep,
  type PupilRecord,
  type SectionalGroup,
  sectionals,
  whatNext,
} from './practice/whatNext';
export { isAssignedTo, ASSIGNED_TO, type AssignedTo } from './practice/assignedTo';
export { addDays, daysBetween, mondayOf } from './practice/days';
export {
  barsNumbered,
  type PracticeStart,
  slowPiece,
  type TodayItem,
  todaysWork,
  type TodayWork,
  type WorkDone,
  type WorkSet,
} from './practice/today';
export { type Ahead, aheadOf, type Introduction, scheduleOf, usualSchedule } from './term/schedule';
export { type DaysOff, lessonWeek, termWeeks } from './term/term';
export { newNotes, type Player, playersReady, READINESS, readinessKind, type ReadinessKind } from './fit/playersReady';
export { READABLE_SIGNS } from './fit/classFit';
export { type ClassTrouble, classTrouble } from './fit/classTrouble';
