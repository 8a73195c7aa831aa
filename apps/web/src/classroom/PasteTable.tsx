import type { ListedPupilDto } from '@cifra/contract';
import { instrumentOf, type InstrumentId } from '@cifra/core';
import { Button } from '../ui/Button';
import { TEXT_COLUMNS } from './pupilColumns';
import { readPupilTable } from './readPupilTable';
import { useOwnInstruments } from './useInstruments';

interface Props {
  readonly text: string;
  readonly onText: (text: string) => void;
  /** The instrument of a line that names none. */
  readonly otherwise: InstrumentId;
  readonly onPut: (pupils: readonly ListedPupilDto[]) => void;
}

const MOST_PROBLEMS = 6;
const MOST_NAMES = 5;
const COLUMNS = ['name', 'instrument', 'second instrument', ...TEXT_COLUMNS.map((c) => c.head.toLowerCase())].join(
  ', ',
);

/** A table of pupils as text, with what is read from it and what cannot be taken. */
export function PasteTable({ text, onText, otherwise, onPut }: Props) {
  const own = useOwnInstruments();
  const { rows, problems } = readPupilTable(text, otherwise, own);
  return (
    <div className="space-y-2 rounded-md bg-panel p-3">
      <label htmlFor="pupil-table" className="block text-[13px] font-medium">
        One pupil a line: {COLUMNS}. A line of headings may come first.
      </label>
      <textarea
        id="pupil-table"
        rows={5}
        // Below a long list it would open out of sight.
        autoFocus
        value={text}
        onChange={(e) => onText(e.target.value)}
        placeholder={'Ada, flute\nBen, trumpet, horn, row 2'}
        className="w-full rounded-md border border-[#8a97ab] bg-white p-2"
      />
      {problems.length > 0 && (
        <ul className="text-[13px] text-warning">
          {problems.slice(0, MOST_PROBLEMS).map((p) => (
            <li key={p}>{p}</li>
          ))}
        </ul>
      )}
      {rows.length > 0 && (
        <p className="text-[13px] text-secondary">
          {rows
            .slice(0, MOST_NAMES)
            .map((r) => `${r.name}: ${instrumentOf(r.instrument).name}`)
            .join('; ')}
          {rows.length > MOST_NAMES ? `, and ${rows.length - MOST_NAMES} more` : ''}
        </p>
      )}
      <Button disabled={rows.length === 0} onClick={() => onPut(rows)}>
        Put {rows.length} {rows.length === 1 ? 'pupil' : 'pupils'} on the list
      </Button>
    </div>
  );
}
