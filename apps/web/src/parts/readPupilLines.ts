import { INSTRUMENTS, type InstrumentId } from '@cifra/core';

/** A pupil as the list is being written: without an id it is new. */
export interface ListedPupil {
  readonly id?: string;
  readonly name: string;
  readonly instrument: InstrumentId;
}

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');

/** The instrument that a word means: by its name, its short name or the start of its name, the plainest first. */
export function instrumentNamed(word: string): InstrumentId | undefined {
  const wanted = plain(word);
  if (wanted === '') return undefined;
  const names = INSTRUMENTS.map((i) => ({ id: i.id, names: [plain(i.name), plain(i.shortName), plain(i.id)] }));
  const exact = names.find((i) => i.names.includes(wanted));
  return (exact ?? names.filter((i) => i.names.some((n) => n.startsWith(wanted))).sort((a, b) => (a.names[0]?.length ?? 0) - (b.names[0]?.length ?? 0))[0])?.id;
}

/**
 * Reads a pasted list, one pupil a line: a name, then an instrument after a comma, semicolon or tab.
 * @param otherwise the instrument of a line that names none, or one that is not known
 * @example readPupilLines('Ada, flute', 'tuba').pupils // [{ name: 'Ada', instrument: 'flute' }]
 */
export function readPupilLines(text: string, otherwise: InstrumentId): { readonly pupils: readonly ListedPupil[]; readonly unknown: readonly string[] } {
  const pupils: ListedPupil[] = [];
  const unknown: string[] = [];
  for (const line of text.split(/\r?\n/)) {
    const [name = '', word = ''] = line.split(/[,;\t]/).map((s) => s.trim().replace(/^"|"$/g, ''));
    if (name === '') continue;
    const instrument = instrumentNamed(word);
    if (instrument === undefined && word !== '') unknown.push(word);
    pupils.push({ name: name.slice(0, 40), instrument: instrument ?? otherwise });
  }
  return { pupils, unknown };
}
