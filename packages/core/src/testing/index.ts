export { arbitraryExercise, arbitraryPitch, arbitraryScore } from './arbitraryScore';
export { midiNotes } from './midiNotes';
export { line } from './line';
export { noteAt, notesIn, wholeRange } from './notes';
