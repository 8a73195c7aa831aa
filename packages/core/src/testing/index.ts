export { arbitraryExercise, arbitraryPitch, arbitraryScore } from './arbitraryScore';
export { midiNotes } from './midiNotes';
export { line } from './line';
export { noteAt, notesIn, wholeRange } from './notes';
export { PLANTED, withBars } from './planted';
export { blank, shown, typed } from './typing';
export { arbitraryCaret, arbitraryCommand, arbitraryPen } from './arbitraryCommand';
export { IS_FULL, runs, SHARE_OF_INSTRUMENTS } from './share';
export { type OddLine, oddLine } from './oddLine';
