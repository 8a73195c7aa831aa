export { type FileImport, GRIDS, type LineChoice } from './import/fileImport';
export { MAX_FILE_BYTES } from './import/limits';
export { readFile } from './readFile';
export { readAbc } from './abc/readAbc';
export { writeAbc } from './abc/writeAbc';
export { readMusicXml } from './musicxml/readMusicXml';
export { type MusicXmlPart, writeMusicXml } from './musicxml/writeMusicXml';
export { writeMxl } from './musicxml/writeMxl';
export { writeMidi } from './midi/writeMidi';

export { writeCifraFile } from './json/cifraFile';
export { LINE_FORMATS, type LineFormat, type Loss, notCarried } from './notCarried';
