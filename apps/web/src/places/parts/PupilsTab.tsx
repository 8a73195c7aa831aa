import { type ListedPupilDto, MAX_PUPILS } from '@cifra/contract';
import type { InstrumentId } from '@cifra/core';
import { ClipboardPaste, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { InstrumentOptions } from '../../classroom/InstrumentOptions';
import { PasteTable } from '../../classroom/PasteTable';
import { removePupil, restorePupil } from '../../api/pupils';
import { Button } from '../../ui/Button';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';

interface Props {
  readonly pupils: readonly ListedPupilDto[];
  readonly classId: string;
  readonly instruments: readonly InstrumentId[];
  readonly onChange: (pupils: readonly ListedPupilDto[]) => void;
}

const BOX = 'h-9 rounded-md border border-[#8a97ab] bg-white px-2.5';

/** First names and what each plays; a whole list can be pasted. */
export function PupilsTab({ pupils, classId, instruments, onChange }: Props) {
  const notice = useNotice();
  const attempt = useAttempt();
  const [pasting, setPasting] = useState(false);
  const [text, setText] = useState('');
  const usual = instruments[0] ?? 'flute';
  const change = (at: number, part: Partial<ListedPupilDto>) =>
    onChange(pupils.map((p, i) => (i === at ? { ...p, ...part } : p)));
  /** A pupil who is stored goes at once, and comes back with all that is theirs. */
  const takeOff = (at: number) => {
    const rest = pupils.filter((_p, i) => i !== at);
    const { id, name } = pupils[at] ?? {};
    if (id === undefined) return onChange(rest);
    return attempt(async () => {
      await removePupil(classId, id);
      onChange(rest);
      notice(`${name ?? ''} is off the list.`, {
        action: { label: 'Undo', run: () => void attempt(() => restorePupil(classId, id)) },
      });
    });
  };
  const add = (more: readonly ListedPupilDto[]) => onChange([...pupils, ...more].slice(0, MAX_PUPILS));
  return (
    <div className="space-y-3">
      <p className="text-[13px] text-secondary">First names or initials only. Each can get pages of their own.</p>
      {pupils.length > 0 && (
        <ul className="space-y-1.5">
          {pupils.map((p, i) => {
            const who = p.name === '' ? `pupil ${i + 1}` : p.name;
            return (
              <li key={p.id ?? `new-${i}`} className="flex gap-2">
                <input
                  aria-label={`Name of pupil ${i + 1}`}
                  className={`${BOX} min-w-0 flex-1`}
                  maxLength={40}
                  value={p.name}
                  onChange={(e) => change(i, { name: e.target.value })}
                />
                <select
                  aria-label={`Instrument of ${who}`}
                  className={`${BOX} w-52`}
                  value={p.instrument}
                  onChange={(e) => change(i, { instrument: e.target.value as InstrumentId })}
                >
                  <InstrumentOptions ofClass={instruments} />
                </select>
                <button
                  type="button"
                  aria-label={`Take ${who} off the list`}
                  className="rounded p-2 text-secondary hover:bg-desk"
                  onClick={() => void takeOff(i)}
                >
                  <Trash2 size={15} aria-hidden />
                </button>
              </li>
            );
          })}
        </ul>
      )}
      <div className="flex gap-2">
        <Button
          onClick={() => add([{ name: '', instrument: pupils.at(-1)?.instrument ?? usual }])}
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
          Paste a table
        </Button>
      </div>
      {pasting && (
        <PasteTable
          text={text}
          onText={setText}
          otherwise={usual}
          onPut={(read) => {
            add(read);
            setText('');
            setPasting(false);
          }}
        />
      )}
    </div>
  );
}
