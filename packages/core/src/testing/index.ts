export { arbitraryExercise, arbitraryPitch, arbitraryScore } from './arbitraryScore';
export { line } from './line';
