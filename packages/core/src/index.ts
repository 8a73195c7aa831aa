export { failure, type Problem, PROBLEM_CODES, type ProblemCode, type Result, success } from './problem/problem';
export { add, compare, divide, equal, formatRational, multiply, type Rational, rational, subtract, sum, toNumber, ZERO } from './rational/rational';
export { type Concert, diatonic, letterName, midi, parsePitch, type Pitch, pitch, pitchText, samePitch, type Step, stepAt, stepIndex, STEPS, type Written } from './pitch/pitch';
export {
  addIntervals, ENHARMONIC_DOWN, ENHARMONIC_UP, fifthsOf, type Interval, interval, intervalBetween, type IntervalName, invert, letterSteps, nameInterval,
  octavesUp, parseInterval, semitones, spellFifths, transpose, UNISON,
} from './pitch/interval';
export { type Key, key, keyOf, type Mode, MODES, signatureAlter, signatureLetters, tonic, transposeKey } from './key/key';
export { beamQuarters, beatQuarters, isCompound, type Meter, measureQuarters, METERS, meterText } from './meter/meter';
export { type Duration, durationQuarters, NOTE_VALUES, type NoteValue, splitQuarters, valueForQuarters } from './score/duration';
export {
  type Articulation, ARTICULATIONS, type Clef, CLEFS, type Dynamic, DYNAMICS, type Hairpin, type Measure, type MusicEvent, type Note, type NoteId,
  type Rest, type Score, type Span, type Tempo,
} from './score/score';
export { type InForce, mapPitches, notesOf, openingOf, type PlacedEvent, type PlacedMeasure, placeEvents, placeMeasures } from './score/walk';
export { type AccidentalReading, type AccidentalSource, readAccidentals } from './score/accidental';
export { type BeatPlace, beatPlace } from './score/beatPlace';
export { beamGroups } from './score/beam';
export { filledQuarters, findMeasureFaults, type MeasureFault } from './score/measureSum';
export { type Alternate, ALTERNATE_REASONS, type AlternateReason, type BrassOrigin, type Figure, figureText, type Fingering, type KeyFigure, type SlideFigure, type ValveFigure } from './fingering/figure';
export { DEFAULT_SCHOOLS, type Schools } from './fingering/schools';
export { type Finger, type Touch, TOUCHES, type Woodwind, WOODWINDS } from './fingering/touch.data';
export { type FingeringSystem, type Instrument, INSTRUMENT_IDS, type InstrumentId, type Range } from './instrument/instrument';
export { instrumentOf, INSTRUMENTS, isInstrumentId } from './instrument/instrument.data';
export { finger } from './instrument/finger';
export { type Exercise, KEY_CHOICES, type KeyChoice, MAX_EVENTS_PER_MEASURE, MAX_MEASURES, MAX_TEXT_LENGTH, type PageOwner, type PartChoice } from './exercise/exercise';
export { readExercise } from './exercise/exerciseSchema';
export { realize, toPage } from './exercise/realize';
export { derivePart, type KeyOption, type KeyReason, type Part, type PartDecisions, SIGNATURE_LIMIT } from './part/derivePart';
export { type OctaveOption, type OctaveReason } from './part/octave';
export { annotate, type Annotations, type NoteAnnotation } from './part/annotate';
export { explain, type Fact, type StaffPlace, staffPlace } from './part/explain';
