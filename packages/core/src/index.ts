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
  stepIndex,
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
  fifthsOf,
  type Interval,
  interval,
  intervalBetween,
  type IntervalName,
  invert,
  letterSteps,
  nameInterval,
  octavesUp,
  parseInterval,
  semitones,
  spellFifths,
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
  proposeSignatures,
  type SignatureDiagnosis,
  type SignatureFault,
  signaturePlaces,
  type SignatureProposal,
  type SignatureSign,
  type TypedSign,
} from './key/signature';
export { checkSentence, type SentenceFault, STAFF_KINDS, staffLetters, type StaffKind } from './key/staffSentence';
export { noteName, scaleDegree, solmization } from './key/noteName';
export {
  DEFAULT_CONVENTIONS,
  CONVENTION_CHOICES,
  CONVENTION_QUESTIONS,
  type ConventionOverrides,
  type ConventionQuestion,
  type Conventions,
  conventionsOf,
} from './convention/conventions';
export {
  beamQuarters,
  beatQuarters,
  countedQuarters,
  isCompound,
  type Meter,
  measureQuarters,
  METERS,
  meterText,
} from './meter/meter';
export { beatCount, meterKind, type Strength, strengthAt } from './meter/strength';
export { countIn, type CountingSystem, countText, type CountWord, countWords } from './meter/counting';
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
  ARTICULATIONS,
  type Dynamic,
  DYNAMICS,
  type Hairpin,
  type Measure,
  type MusicEvent,
  type Note,
  type NoteId,
  type Rest,
  type Score,
  type Span,
  type Tempo,
} from './score/score';
export {
  type InForce,
  mapPitches,
  notesOf,
  openingOf,
  type PlacedEvent,
  type PlacedMeasure,
  placeEvents,
  placeMeasures,
} from './score/walk';
export { type Accidental, type AccidentalSource, accidentalsInForce } from './score/accidental';
export { type ReminderPolicy } from './score/reminders';
export { type BeatPlace, beatPlace, type PlacedNote, placedNotes, placedNotesById } from './score/placedNotes';
export { slurredOn } from './score/slurs';
export { breathMarks } from './score/breath';
export { excerpt } from './score/excerpt';
export { systemsOfPage } from './score/pageSystems';
export { noteCount } from './score/counts';
export { playedBefore } from './score/playedBefore';
export { type KeyProposal, proposeKeys, signCount, withoutSignature, withSignature } from './score/rewrite';
export { beamGroups } from './score/beam';
export { settleTuplets } from './score/tuplets';
export { filledQuarters, findMeasureFaults, type MeasureFault } from './score/measureSum';
export {
  type Alternate,
  ALTERNATE_REASONS,
  type AlternateReason,
  type BrassOrigin,
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
  type SlideFigure,
  type ValveFigure,
} from './fingering/figure';
export { type BetterCause, type BetterFigure } from './fingering/better';
export { type FigureChange, figureChange, slidePlace } from './fingering/change';
export { type Finger, type Touch, TOUCHES, type Woodwind, WOODWINDS } from './fingering/touch.data';
export {
  type Caution,
  CAUTIONS,
  type FingeringSystem,
  type Instrument,
  INSTRUMENT_IDS,
  type InstrumentId,
  type Range,
  type Section,
  SECTIONS,
  type Stage,
  STAGES,
} from './instrument/instrument';
export { instrumentOf, INSTRUMENTS, isInstrumentId } from './instrument/instrument.data';
export { finger } from './instrument/finger';
export { figureQuestion, figureConvention, taughtAs } from './instrument/taught';
export {
  type Exercise,
  KEY_CHOICES,
  type KeyChoice,
  MAX_EVENTS_PER_MEASURE,
  MAX_MEASURES,
  MAX_TEXT_LENGTH,
  type PageOwner,
  type PartChoice,
  SIMPLER_BARS,
  type SimplerBar,
} from './exercise/exercise';
export { readExercise } from './exercise/exerciseSchema';
export { realize, toPage } from './exercise/realize';
export { linesOf, MAX_LINES, withLine, withLines } from './exercise/lines';
export {
  type Caret,
  type CaretMove,
  clampCaret,
  compareCarets,
  type EditState,
  eventAt,
  isFull,
  moveCaret,
  noteBefore,
  placeAfter,
  placeBefore,
  selectedPlaces,
  selectionEnds,
  settleCaret,
  targetPlaces,
} from './edit/caret';
export { FIRST_PEN, type Pen, penDuration, TRIPLET, WRITE_MODES, type WriteMode } from './edit/pen';
export { letterPitch } from './edit/letterPitch';
export { type Command, type CommandKind } from './edit/command';
export { applyCommand } from './edit/applyCommand';
export { copySelection } from './edit/clip';
export { KEY_MOVES, type KeyMove } from './edit/keyChange';
export { type PitchChange } from './edit/pitches';
export { applyPatch, diffExercise, type LinePatch, type Patch, revertPatch } from './edit/patch';
export { type Changes, changesBetween } from './edit/changes';
export { type Clash, mergeExercises, type Merged } from './edit/merge';
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
export { type PartDecisions } from './part/decidePart';
export { type KeyOption, type KeyReason, SIGNATURE_LIMIT } from './part/keyDecision';
export { type OctaveOption, type OctaveReason } from './part/octave';
export { alternativeTo, betterOctaves, listMisfits, type Misfit, type MisfitSide } from './part/misfit';
export { type ClassKeyOffer, offerClassKeys } from './part/classKey';
export { annotate, type Annotations, type NoteAnnotation } from './part/annotate';
export { chartId, chartNotes, chartPart, noteSlug, notesUsed, readNoteSlug } from './part/chart';
export { explain } from './part/explain';
export { type Fact, FACT_KINDS, type Trail } from './part/fact';
export { type StaffPlace, staffPlace } from './part/staffPlace';
export { canSimplify, simplify, SIMPLER_WORD } from './performance/simplify';
export { sourceId, writeOut } from './performance/writeOut';
export { TROUBLE_CAUSES, type TroubleCause, WEIGHTS } from './trouble/weights.data';
export { type CauseShare, changeCost, type ChangeCost } from './trouble/changeCost';
export { type BuildUp, buildUp, buildUpPart, buildUpSource, changeNames } from './trouble/buildUp';
export { barHeat } from './trouble/heat';
export { type BuildUpPage, buildUpPage, type BuildUpWords } from './page/buildUpPage';
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
export { isRung, type RungSetup, RUNG_SETUP, rungsInOrder } from './practice/rungs';
export {
  searchShelf,
  SHELF_ORDERS,
  type Shelved,
  type ShelfOrder,
  type ShelfQuery,
  WHOLE_SHELF,
} from './fit/shelfSearch';
export { type Change, partChanges, troubleSpots, WORTH_A_MARK } from './trouble/partTrouble';
export { FADE_STEPS, type FadeSchedule, type FadeStep, fadeStepOf, type FadeChange, stepOn } from './page/fadeSchedule';
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
export { type PageFor, type PagePlan, type PlannedRow, planPage, planPages, rowsAt } from './page/pagePlan';
export { lookFirst, type LookFirst } from './page/lookFirst';
export {
  type KeyFitness,
  type FitQuestion,
  fitKeys,
  type InstrumentFitness,
  KEY_WEIGHTS,
  keyCost,
  type OctaveFitness,
  rankKeys,
} from './fit/classFit';
export { type EasierOffer, offerEasier } from './fit/easier';
export { type LineTraits, lineTraits, type RhythmLevel, RHYTHMS } from './fit/lineTraits';
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
export { type BarRelation, barRelations } from './analysis/barRelations';
export { BREATH_SECONDS, plannedBreaths, type PlannedBreath } from './analysis/plannedBreaths';
export { type Cell } from './analysis/cells';
export { type BarDifference, compareBars, compareLines, differenceInterval } from './analysis/compareBars';
export { type Patterns, type LearningStep, findPatterns } from './analysis/patterns';
export { lineFacts, type LineFacts, playedRuns } from './analysis/lineFacts';
export {
  callSheet,
  type CallRow,
  type CallSheet,
  knownMidi,
  type KnownNotes,
  knownNotes,
  knownOrFirst,
} from './page/callSheet';
export { seatsOf } from './page/seats';
export { pageParts, partOf } from './page/pageParts';
export type { BarSum, Finding, FindingCode, FindingFacts, FindingOf, Repair, Weight } from './proof/finding';
export { prove, type ProofOptions } from './proof/prove';
export { applyRepair } from './proof/repair';
export {
  type Click,
  type Cue,
  type SequencedBar,
  playSequence,
  type PlayOptions,
  type PlaySequence,
  type Said,
  type Sounding,
} from './performance/playSequence';
export { takeTurns, type TurnSequence } from './performance/turns';
export { climb, type Stairs, type StairsGoal } from './practice/stairs';
export { type Random, randomFrom } from './random/random';
export { type Frame, type HeardNote, joinFrames, median } from './listen/heard';
export {
  type Asked,
  compareTake,
  isClean,
  type PitchVerdict,
  type Take,
  type TimeVerdict,
  type Tolerance,
  type Verdict,
} from './listen/compareTake';
export { askedNotes, lowestListened, partRaise } from './listen/askedNotes';
export {
  type FaultKind,
  type Faults,
  NO_FAULTS,
  otherPartial,
  type SimulatedNote,
  simulatePlayer,
  type SimulatedTake,
  soundTake,
} from './listen/simulatedPlayer';
export { STAGE_CENTS, toleranceFor } from './listen/tolerance';
export { explainWrong, type WrongBecause, writtenMidi } from './listen/explainWrong';
export { spellWritten } from './listen/spellWritten';
export { playOrder, type PlayedMeasure } from './performance/playOrder';
export {
  DEFAULT_BEATS_A_MINUTE,
  perform,
  type Performance,
  type PlayedBar,
  type PlayedNote,
  quartersAMinute,
} from './performance/perform';
export { sightLine, type SightLineWish, sightScale } from './drill/sightLine';
export { type Choices } from './drill/choices';
export { type FigureCard, figureCards, type FigureVerdict, judgeFigure, nameFigure } from './drill/figureDrill';
export { type ReadingCard, readingCards, type TenorSteps, tenorSteps } from './drill/readingDrill';
export {
  AGAIN_PLACES,
  type AgainPlace,
  checkPlaced,
  type FormedQuestion,
  type FromNotesQuestion,
  type HoldsQuestion,
  type LettersQuestion,
  type PlaceQuestion,
  SIGNATURE_KINDS,
  type SignatureKind,
  signatureQuestion,
  type SignatureQuestion,
} from './drill/signatureDrill';
export {
  beatsText,
  judgeTaps,
  RHYTHM_KINDS,
  type RhythmKind,
  rhythmQuestion,
  type RhythmQuestion,
  type TapVerdict,
} from './drill/rhythmDrill';
export { earQuestion, type EarQuestion, improvisePrompt, type ImprovisePrompt } from './drill/earDrill';
export { type BackingNote, BACKING_VOICES, type BackingVoice, planBacking } from './performance/backing';
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
export { type Ahead, aheadOf, type Introduction, scheduleOf, usualSchedule } from './term/schedule';
export { type DaysOff, isOff, lessonWeek, type TermWeek, termWeeks } from './term/term';
export {
  NEARLY_READY,
  newNotes,
  type Player,
  type PlayerFit,
  playersReady,
  READINESS,
  readinessKind,
  type ReadinessKind,
} from './fit/playersReady';
export { type ClassTrouble, classTrouble } from './fit/classTrouble';
