import { type Key, key, type KeyMove, MODES, placeMeasures } from '@cifra/core';
import { useState } from 'react';
import { SelectField } from '../../ui/Field';
import { keyName, signatureCount } from '../../words/caption';
import { Ask, type FormProps, here } from './Ask';

const FIFTHS = [0, 1, 2, 3, 4, 5, 6, 7, -1, -2, -3, -4, -5, -6, -7];
const SIGNATURE_MODES = ['major', 'minor', 'none'] as const;

/** A signature as it stands on the page that is shown, and the key it means. */
function KeyFields({
  value,
  onChange,
  lens,
}: {
  readonly value: Key;
  readonly onChange: (k: Key) => void;
  readonly lens: number;
}) {
  const modes = SIGNATURE_MODES.includes(value.mode as 'major') ? SIGNATURE_MODES : MODES;
  return (
    <div className="grid grid-cols-2 gap-3">
      <SelectField
        id="key-signature"
        label="Signature"
        value={value.fifths}
        onChange={(e) => onChange(key(Number(e.target.value), value.mode))}
        autoFocus
      >
        {FIFTHS.filter((f) => Math.abs(f + lens) <= 7).map((f) => (
          <option key={f} value={f}>
            {signatureCount(f + lens)}
          </option>
        ))}
      </SelectField>
      <SelectField
        id="key-mode"
        label="Key"
        value={value.mode}
        onChange={(e) => onChange(key(value.fifths, e.target.value as Key['mode']))}
      >
        {modes.map((m) => (
          <option key={m} value={m}>
            {m === 'none' ? 'no key said' : keyName({ fifths: value.fifths + lens, mode: m })}
          </option>
        ))}
      </SelectField>
    </div>
  );
}

const MOVE_WORDS: Readonly<Record<KeyMove, { readonly name: string; readonly hint: string }>> = {
  letters: {
    name: 'The letters stay',
    hint: 'B becomes B♭ where the signature says so. For a signature that was forgotten.',
  },
  sound: { name: 'The sound stays', hint: 'Signs appear at the notes, or vanish, as they must.' },
  move: { name: 'The tune moves to the new key', hint: 'Every note goes with it, the short way.' },
};

/** The most likely first: a signature that was forgotten. */
const OFFERED: readonly KeyMove[] = ['letters', 'sound', 'move'];

export function KeyForm({ writing, onClose }: FormProps) {
  const { placed, later } = here(writing);
  const [to, setTo] = useState(placed.key);
  const [notes, setNotes] = useState<KeyMove>('letters');
  const own = later && placed.measure.key !== undefined;
  return (
    <Ask
      onClose={onClose}
      onDo={() => void writing.run({ kind: 'key', key: to, notes })}
      does="Set the signature"
      undo={
        own
          ? { label: 'No change here', run: () => void writing.run({ kind: 'key', key: undefined, notes }) }
          : undefined
      }
    >
      <KeyFields value={to} onChange={setTo} lens={writing.snapshot().lens.interval.fifths} />
      <fieldset className="space-y-2">
        <legend className="mb-1 text-[13px] font-medium">The notes that stand there</legend>
        {OFFERED.map((move) => (
          <label key={move} className="flex items-start gap-2.5">
            <input
              type="radio"
              name="key-notes"
              className="mt-1 accent-accent"
              checked={notes === move}
              onChange={() => setNotes(move)}
            />
            <span>
              {MOVE_WORDS[move].name}
              <span className="block text-[13px] text-secondary">{MOVE_WORDS[move].hint}</span>
            </span>
          </label>
        ))}
      </fieldset>
    </Ask>
  );
}

export function NewKeyForm({ writing, onClose }: FormProps) {
  const first = placeMeasures(writing.edit.score)[0]?.key ?? key(0);
  const [to, setTo] = useState(first);
  return (
    <Ask onClose={onClose} onDo={() => void writing.run({ kind: 'move-to-key', key: to })} does="Move the line">
      <p className="text-secondary">Every note and every signature moves by the same interval, the short way.</p>
      <KeyFields value={to} onChange={setTo} lens={writing.snapshot().lens.interval.fifths} />
    </Ask>
  );
}
