import { strToU8, zipSync } from 'fflate';

const CONTAINER =
  '<?xml version="1.0" encoding="UTF-8"?>\n<container><rootfiles><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>\n';

/** MusicXML text as a compressed `.mxl` file. @see MusicXML 4.0, compressed files */
export const writeMxl = (musicXml: string): Uint8Array =>
  zipSync({
    mimetype: [strToU8('application/vnd.recordare.musicxml'), { level: 0 }],
    'META-INF/container.xml': strToU8(CONTAINER),
    'score.musicxml': strToU8(musicXml),
  });
