import { type ListedPupilDto, MAX_PUPILS } from '@cifra/contract';
import type { InstrumentId, ConventionOverrides, Stage } from '@cifra/core';
import Papa from 'papaparse';
import { instrumentNamed } from './instrumentNamed';

/** A pupil as a row of the table: without an id it is new. */
export interface PupilRow {
  readonly id?: string;
  readonly name: string;
  readonly instrument: InstrumentId;
  readonly second?: InstrumentId | undefined;
  readonly seat?: string | undefined;
  readonly note?: string | undefined;
  readonly stage?: Stage | undefined;
  readonly conventions?: ConventionOverrides | undefined;
}

/** What of a row is sent, from every place where pupils are listed: empty cells are left out. */
export const pupilDto = ({
  id,
  name,
  instrument,
  second,
  seat,
  note,
  stage,
  conventions,
}: PupilRow): ListedPupilDto => ({
  ...(id === undefined ? {} : { id }),
  name: name.trim(),
  instrument,
  ...(second === undefined ? {} : { second }),
  ...(seat === undefined || seat.trim() === '' ? {} : { seat: seat.trim() }),
  ...(note === undefined || note.trim() === '' ? {} : { note: note.trim() }),
  ...(stage === undefined ? {} : { stage }),
  ...(conventions === undefined || Object.keys(conventions).length === 0 ? {} : { conventions }),
});

export interface ReadTable {
  readonly rows: readonly PupilRow[];
  /** Words that name no instrument, and lines that could not be taken. */
  readonly problems: readonly string[];
}

/** What a table can say of a pupil. */
type Column = 'name' | 'instrument' | 'second' | 'seat' | 'note';

const COLUMNS: Readonly<Record<string, Column>> = {
  name: 'name',
  pupil: 'name',
  'first name': 'name',
  initials: 'name',
  instrument: 'instrument',
  plays: 'instrument',
  second: 'second',
  'second instrument': 'second',
  also: 'second',
  seat: 'seat',
  section: 'seat',
  desk: 'seat',
  note: 'note',
  notes: 'note',
  remark: 'note',
};
const ORDER: readonly Column[] = ['name', 'instrument', 'second', 'seat', 'note'];
const MOST = { name: 40, seat: 20, note: 300 };

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
 */
export function readPupilTable(text: string, otherwise: InstrumentId): ReadTable {
  const data = cellsOf(text);
  const [head] = data;
  const named = (head ?? []).map((h) => COLUMNS[h.trim().toLowerCase()]);
  const hasHead = named.includes('name');
  const columns = hasHead ? named : ORDER;
  const problems: string[] = [];
  const rows = data.slice(hasHead ? 1 : 0).flatMap((cells, i): PupilRow[] => {
    const cell = (name: Column): string => (cells[columns.indexOf(name)] ?? '').trim();
    const name = cell('name').slice(0, MOST.name);
    if (name === '') {
      problems.push(`line ${i + (hasHead ? 2 : 1)} has no name`);
      return [];
    }
    const instrument = (word: string): InstrumentId | undefined => {
      const found = instrumentNamed(word);
      if (found === undefined && word !== '') problems.push(`${name}: “${word}” is not known as an instrument`);
      return found;
    };
    const second = instrument(cell('second'));
    const [seat, note] = [cell('seat').slice(0, MOST.seat), cell('note').slice(0, MOST.note)];
    return [
      {
        name,
        instrument: instrument(cell('instrument')) ?? otherwise,
        ...(second === undefined ? {} : { second }),
        ...(seat === '' ? {} : { seat }),
        ...(note === '' ? {} : { note }),
      },
    ];
  });
  if (rows.length > MAX_PUPILS) problems.push(`only the first ${MAX_PUPILS} are taken`);
  return { rows: rows.slice(0, MAX_PUPILS), problems };
}
