export {
  type Candidate,
  type FileFormat,
  type LineChoice,
  MAX_FILE_BYTES,
  MAX_LISTED_PROBLEMS,
  MAX_UNPACKED_BYTES,
  MAX_ZIP_ENTRIES,
  type FileImport,
} from './fileImport';
export { readFile } from './readFile';
export { readAbc } from './abc/readAbc';
export { writeAbc } from './abc/writeAbc';
export { readMusicXml } from './musicxml/readMusicXml';
export { type MusicXmlPart, writeMusicXml } from './musicxml/writeMusicXml';
export { writeMxl } from './musicxml/writeMxl';
export { writeMidi, type MidiOptions } from './midi/writeMidi';
export { readMidi } from './midi/readMidi';
export { type Grid, GRIDS } from './midi/quantise';
export { readCifraFile, writeCifraFile } from './json/cifraFile';
export { LINE_FORMATS, type LineFormat, type Loss, LOSSES, notCarried } from './notCarried';
