import type { NoteValue } from '@cifra/core';
import { useState } from 'react';
import { SelectField, TextField } from '../../ui/Field';
import { Ask, type FormProps, here } from './Ask';

export function TempoForm({ writing, onClose }: FormProps) {
  const before = here(writing).placed.measure.tempo;
  const [words, setWords] = useState(before?.words ?? '');
  const [perMinute, setPerMinute] = useState(before?.mark === undefined ? '' : String(before.mark.perMinute));
  const [value, setValue] = useState<NoteValue>(before?.mark?.value ?? 'quarter');
  const [dots, setDots] = useState(before?.mark?.dots ?? 0);
  const number = Number(perMinute);
  const valid = perMinute.trim() === '' || (number >= 10 && number <= 400);
  const run = () => {
    const mark = perMinute.trim() === '' ? undefined : { value, dots, perMinute: number };
    writing.run({
      kind: 'tempo',
      tempo:
        words.trim() === '' && mark === undefined
          ? undefined
          : { ...(words.trim() !== '' && { words: words.trim() }), ...(mark !== undefined && { mark }) },
    });
  };
  return (
    <Ask
      onClose={onClose}
      onDo={run}
      does="Set the tempo"
      valid={valid}
      undo={
        before === undefined
          ? undefined
          : { label: 'No tempo here', run: () => void writing.run({ kind: 'tempo', tempo: undefined }) }
      }
    >
      <TextField
        id="tempo-words"
        label="Word"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        maxLength={60}
        autoFocus
        hint="For example Andante, or leave it empty."
      />
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          id="tempo-value"
          label="Counted in"
          value={`${value}${dots}`}
          onChange={(e) => {
            setValue(e.target.value.slice(0, -1) as NoteValue);
            setDots(Number(e.target.value.slice(-1)));
          }}
        >
          <option value="half0">half notes</option>
          <option value="quarter0">quarters</option>
          <option value="quarter1">dotted quarters</option>
          <option value="eighth0">eighths</option>
        </SelectField>
        <TextField
          id="tempo-number"
          label="A minute"
          inputMode="numeric"
          value={perMinute}
          onChange={(e) => setPerMinute(e.target.value)}
          error={valid ? undefined : 'Between 10 and 400.'}
        />
      </div>
    </Ask>
  );
}
