// What others who gather notes from elsewhere settle them with, as readers of files do.
export { assembleScore, type Draft } from './import/assembleScore';
export { ProblemList } from './import/problemList';
