export { teachers } from './teacher';
export { sessions, signInFailures } from './session';
export { classes } from './class';
export { exercises, revisions } from './exercise';
