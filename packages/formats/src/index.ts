export {
  type Candidate,
  type FileFormat,
  type FileImport,
  type Grid,
  GRIDS,
  type LineChoice,
} from './import/fileImport';
export { MAX_FILE_BYTES } from './import/limits';
export { readFile } from './readFile';
export { readAbc } from './abc/readAbc';
export { writeAbc } from './abc/writeAbc';
export { readMusicXml } from './musicxml/readMusicXml';
export { type MusicXmlPart, writeMusicXml } from './musicxml/writeMusicXml';
export { writeMxl } from './musicxml/writeMxl';
export { writeMidi, type MidiOptions } from './midi/writeMidi';
export { readMidi } from './midi/readMidi';
export { readCifraFile, writeCifraFile } from './json/cifraFile';
export { LINE_FORMATS, type LineFormat, type Loss, LOSSES, notCarried } from './notCarried';
