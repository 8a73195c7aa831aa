export { writeAbc } from './abc/writeAbc';
export { LINE_FORMATS, type LineFormat, type Loss, LOSSES, notCarried } from './notCarried';
