export { type Candidate, type FileFormat, type LineChoice, MAX_FILE_BYTES, MAX_LISTED_PROBLEMS, MAX_UNPACKED_BYTES, MAX_ZIP_ENTRIES, type Reading } from './reading';
export { readFile } from './readFile';
export { readAbc } from './abc/readAbc';
export { writeAbc } from './abc/writeAbc';
export { readMusicXml } from './musicxml/readMusicXml';
export { writeMusicXml } from './musicxml/writeMusicXml';
