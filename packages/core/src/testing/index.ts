export { arbitraryExercise, arbitraryPitch, arbitraryScore } from './arbitraryScore';
export { line } from './line';
export { noteAt, notesIn, wholeRange } from './notes';
