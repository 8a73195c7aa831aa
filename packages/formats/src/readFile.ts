import { failure, type Result, success } from '@cifra/core';
import { readAbc } from './abc/readAbc';
import { decodeText } from './import/decodeText';
import { isCifraFile, readCifraFile } from './json/cifraFile';
import { readMidi } from './midi/readMidi';
import { readMusicXml } from './musicxml/readMusicXml';
import { unpackMxl } from './musicxml/unpack';
import type { FileImport, LineChoice } from './import/fileImport';
import { MAX_FILE_BYTES } from './import/limits';

const startsWith = (bytes: Uint8Array, text: string): boolean =>
  [...text].every((c, i) => bytes[i] === c.charCodeAt(0));

/**
 * Reads a file by what it holds, not by its name: MusicXML, compressed MusicXML, ABC, MIDI, or a file of Cifra's own.
 * @param choice which part and voice, after a first reading asked
 * @returns the line with what could not be taken, or the lines to choose from, or why there is none
 */
export function readFile(bytes: Uint8Array, choice?: LineChoice): Result<FileImport> {
  if (bytes.length === 0) return failure('empty-input');
  if (bytes.length > MAX_FILE_BYTES) return failure('too-large', { facts: { limit: MAX_FILE_BYTES / 1024 / 1024 } });
  if (startsWith(bytes, 'PK\u0003\u0004')) {
    const xml = unpackMxl(bytes);
    return xml.ok ? readMusicXml(xml.value, choice) : xml;
  }
  if (startsWith(bytes, 'MThd')) return readMidi(bytes, choice);
  const text = decodeText(bytes)?.replace(/^\ufeff/, '');
  if (text === undefined) return failure('not-text');
  if (text.trim() === '') return failure('empty-input');
  if (isCifraFile(text)) {
    const file = readCifraFile(text);
    return file.ok ? success({ kind: 'exercise', format: 'cifra', exercise: file.value }) : file;
  }
  if (text.trimStart().startsWith('<')) return readMusicXml(text, choice);
  if (/^[ \t]*[XK]:/m.test(text)) return readAbc(text, choice);
  return failure('unknown-format');
}
