import { filledIn, type ListedPupilDto, MAX_PUPILS } from '@cifra/contract';
import type { InstrumentId } from '@cifra/core';
import Papa from 'papaparse';
import { instrumentNamed } from './instrumentNamed';
import { TEXT_COLUMNS } from './pupilColumns';

export interface ReadTable {
  readonly rows: readonly ListedPupilDto[];
  /** Words that name no instrument, and lines that could not be taken. */
  readonly problems: readonly string[];
}

/** What a table can say of a pupil, in the order of its columns where it has no headings. */
const COLUMNS = ['name', 'instrument', 'second', ...TEXT_COLUMNS.map((c) => c.name)] as const;
type Column = (typeof COLUMNS)[number];

const HEADS = new Map<string, Column>([
  ...['name', 'pupil', 'first name', 'initials'].map((h) => [h, 'name'] as const),
  ...['instrument', 'plays'].map((h) => [h, 'instrument'] as const),
  ...['second', 'second instrument', 'also'].map((h) => [h, 'second'] as const),
  ...TEXT_COLUMNS.flatMap((c) => c.heads.map((h) => [h, c.name] as const)),
]);
const MOST_NAME = 40;

const DELIMITERS = [',', ';', '\t'];

/** The cells of a text: of one table, or of a list by hand whose lines are divided each in its own way. */
function cellsOf(text: string): readonly (readonly string[])[] {
  const options = { skipEmptyLines: 'greedy' as const, delimitersToGuess: DELIMITERS };
  const whole = Papa.parse<string[]>(text.trim(), options);
  const divided = (cells: readonly string[]): boolean =>
    cells.length > 1 || !DELIMITERS.some((d) => cells[0]?.includes(d));
  if (whole.errors.every((e) => e.type === 'Delimiter') && whole.data.every(divided)) return whole.data;
  return text
    .trim()
    .split(/\r?\n/)
    .flatMap((line) => Papa.parse<string[]>(line, options).data);
}

/**
 * Reads a table of pupils: CSV or pasted cells, with a line of headings or without, in the order name, instrument,
 * second instrument, seat, note.
 * @param otherwise the instrument of a line that names none
 * @param own instruments of the teacher's own that may be named
 */
export function readPupilTable(text: string, otherwise: InstrumentId, own: readonly InstrumentId[] = []): ReadTable {
  const data = cellsOf(text);
  const [head] = data;
  const named = (head ?? []).map((h) => HEADS.get(h.trim().toLowerCase()));
  const hasHead = named.includes('name');
  const columns = hasHead ? named : COLUMNS;
  const problems: string[] = [];
  const rows = data.slice(hasHead ? 1 : 0).flatMap((cells, i): ListedPupilDto[] => {
    const cell = (name: Column): string => (cells[columns.indexOf(name)] ?? '').trim();
    const name = cell('name').slice(0, MOST_NAME);
    if (name === '') {
      problems.push(`line ${i + (hasHead ? 2 : 1)} has no name`);
      return [];
    }
    const instrument = (word: string): InstrumentId | undefined => {
      const found = instrumentNamed(word, own);
      if (found === undefined && word !== '') problems.push(`${name}: “${word}” is not known as an instrument`);
      return found;
    };
    const second = instrument(cell('second'));
    const texts = Object.fromEntries(TEXT_COLUMNS.map((c) => [c.name, cell(c.name).slice(0, c.most)]));
    return [filledIn({ name, instrument: instrument(cell('instrument')) ?? otherwise, second, ...texts })];
  });
  if (rows.length > MAX_PUPILS) problems.push(`only the first ${MAX_PUPILS} are taken`);
  return { rows: rows.slice(0, MAX_PUPILS), problems };
}
