import { MAX_PUPILS } from '@cifra/contract';
import { INSTRUMENTS, type InstrumentId } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { ClipboardPaste, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { type PupilRow, readPupilTable } from '../../classroom/readPupilTable';

interface Props {
  readonly pupils: readonly PupilRow[];
  readonly instruments: readonly InstrumentId[];
  readonly onChange: (pupils: readonly PupilRow[]) => void;
}

const BOX = 'h-9 rounded-md border border-[#8a97ab] bg-white px-2.5';

/** First names and what each plays; a whole list can be pasted. */
export function PupilsTab({ pupils, instruments, onChange }: Props) {
  const [pasting, setPasting] = useState(false);
  const [text, setText] = useState('');
  const read = readPupilTable(text, instruments[0] ?? 'flute');
  const change = (at: number, part: Partial<PupilRow>) =>
    onChange(pupils.map((p, i) => (i === at ? { ...p, ...part } : p)));
  const add = (more: readonly PupilRow[]) => onChange([...pupils, ...more].slice(0, MAX_PUPILS));
  return (
    <div className="space-y-3">
      <p className="text-[13px] text-secondary">First names or initials only. Each can get pages of their own.</p>
      {pupils.length > 0 && (
        <ul className="space-y-1.5">
          {pupils.map((p, i) => (
            <li key={p.id ?? `new-${i}`} className="flex gap-2">
              <input
                aria-label={`Name of pupil ${i + 1}`}
                className={`${BOX} min-w-0 flex-1`}
                maxLength={40}
                value={p.name}
                onChange={(e) => change(i, { name: e.target.value })}
              />
              <select
                aria-label={`Instrument of ${p.name === '' ? `pupil ${i + 1}` : p.name}`}
                className={`${BOX} w-52`}
                value={p.instrument}
                onChange={(e) => change(i, { instrument: e.target.value as InstrumentId })}
              >
                <optgroup label="In this class">
                  {INSTRUMENTS.filter((x) => instruments.includes(x.id)).map((x) => (
                    <option key={x.id} value={x.id}>
                      {instrumentTitle(x)}
                    </option>
                  ))}
                </optgroup>
                <optgroup label="Others">
                  {INSTRUMENTS.filter((x) => !instruments.includes(x.id)).map((x) => (
                    <option key={x.id} value={x.id}>
                      {instrumentTitle(x)}
                    </option>
                  ))}
                </optgroup>
              </select>
              <button
                type="button"
                aria-label={`Take ${p.name === '' ? `pupil ${i + 1}` : p.name} off the list`}
                className="rounded p-2 text-secondary hover:bg-desk"
                onClick={() => onChange(pupils.filter((_p, at) => at !== i))}
              >
                <Trash2 size={15} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex gap-2">
        <Button
          onClick={() => add([{ name: '', instrument: pupils.at(-1)?.instrument ?? instruments[0] ?? 'flute' }])}
          disabled={pupils.length >= MAX_PUPILS}
          icon={<Plus size={15} aria-hidden />}
        >
          Add a pupil
        </Button>
        <Button
          onClick={() => setPasting((on) => !on)}
          aria-expanded={pasting}
          icon={<ClipboardPaste size={15} aria-hidden />}
        >
          Paste a list
        </Button>
      </div>
      {pasting && (
        <div className="space-y-2 rounded-md bg-panel p-3">
          <label htmlFor="pupil-lines" className="block text-[13px] font-medium">
            One pupil a line: name, then the instrument
          </label>
          <textarea
            id="pupil-lines"
            rows={5}
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder={'Ada, flute\nBen, trumpet'}
            className="w-full rounded-md border border-[#8a97ab] bg-white p-2"
          />
          {read.problems.length > 0 && (
            <ul className="text-[13px] text-warning">
              {read.problems.map((p) => (
                <li key={p}>{p}</li>
              ))}
            </ul>
          )}
          <Button
            disabled={read.rows.length === 0}
            onClick={() => {
              add(read.rows);
              setText('');
              setPasting(false);
            }}
          >
            Add {read.rows.length} {read.rows.length === 1 ? 'pupil' : 'pupils'}
          </Button>
        </div>
      )}
    </div>
  );
}
