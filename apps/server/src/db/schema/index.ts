export { teachers } from './teacher';
export { requestCounts, sessions, signInFailures } from './session';
export { classes, pupils } from './class';
export { exercises, presence, revisions } from './exercise';
export { links, pageSets } from './pages';
export { handIns, practice, practiceDays } from './practice';
export { kit, lessonLog, work } from './work';
export { met } from './met';
