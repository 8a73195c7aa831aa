export { writeAbc } from './abc/writeAbc';
