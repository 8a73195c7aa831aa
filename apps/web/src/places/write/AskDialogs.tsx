import {
  type Clef,
  CLEFS,
  eventAt,
  instrumentOf,
  type Key,
  key,
  type KeyMove,
  type Meter,
  METERS,
  MODES,
  type NoteValue,
  placeMeasures,
  targetPlaces,
} from '@cifra/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { Modal, ModalFooter } from '../../ui/Modal';
import { Toggle } from '../../ui/Toggle';
import { keyName, signatureCount } from '../../words/caption';
import type { Asks } from './actions';
import type { Writing } from './Writing';

export type Asked = Exclude<Parameters<Asks['ask']>[0], 'history' | 'take-away'>;

interface Props {
  readonly asked: Asked | undefined;
  readonly writing: Writing;
  readonly onClose: () => void;
}

const TITLES: Readonly<Record<Asked, string>> = {
  tempo: 'Tempo',
  words: 'Words under the note',
  key: 'Key signature',
  meter: 'Meter',
  clef: 'Clef',
  'new-key': 'Move the whole line to another key',
};

/** The small questions that a command asks before it can do its work. */
export function AskDialogs({ asked, writing, onClose }: Props) {
  if (asked === undefined) return null;
  const bar = placeMeasures(writing.edit.score)[writing.snapshot().caret.measure];
  const from = bar === undefined ? '' : ` from bar ${bar.number}`;
  const title = asked === 'words' || asked === 'new-key' ? TITLES[asked] : `${TITLES[asked]}${from}`;
  const Form = FORMS[asked];
  return (
    <Modal
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      title={title}
    >
      <Form writing={writing} onClose={onClose} />
    </Modal>
  );
}

interface FormProps {
  readonly writing: Writing;
  readonly onClose: () => void;
}

function Ask({
  onClose,
  onDo,
  does,
  children,
  undo,
}: {
  readonly onClose: () => void;
  readonly onDo: () => void;
  readonly does: string;
  readonly children: ReactNode;
  readonly undo?: { readonly label: string; readonly run: () => void } | undefined;
}) {
  const submit = (e: FormEvent) => {
    e.preventDefault();
    onDo();
    onClose();
  };
  return (
    <form onSubmit={submit} noValidate>
      <div className="space-y-4 pb-6">{children}</div>
      <ModalFooter>
        {undo !== undefined && (
          <Button
            kind="quiet"
            className="mr-auto"
            onClick={() => {
              undo.run();
              onClose();
            }}
          >
            {undo.label}
          </Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
        <Button kind="primary" type="submit">
          {does}
        </Button>
      </ModalFooter>
    </form>
  );
}

const here = (writing: Writing) => {
  const { caret } = writing.snapshot();
  const placed = placeMeasures(writing.edit.score)[caret.measure];
  if (placed === undefined) throw new Error('the caret stands in no bar');
  return { placed, later: caret.measure > 0 };
};

function TempoForm({ writing, onClose }: FormProps) {
  const before = here(writing).placed.measure.tempo;
  const [words, setWords] = useState(before?.words ?? '');
  const [perMinute, setPerMinute] = useState(before?.mark === undefined ? '' : String(before.mark.perMinute));
  const [value, setValue] = useState<NoteValue>(before?.mark?.value ?? 'quarter');
  const [dots, setDots] = useState(before?.mark?.dots ?? 0);
  const number = Number(perMinute);
  const valid = perMinute.trim() === '' || (number >= 10 && number <= 400);
  const run = () => {
    const mark = perMinute.trim() === '' || !valid ? undefined : { value, dots, perMinute: number };
    writing.run({
      kind: 'tempo',
      tempo:
        words.trim() === '' && mark === undefined
          ? undefined
          : { ...(words.trim() === '' ? {} : { words: words.trim() }), ...(mark === undefined ? {} : { mark }) },
    });
  };
  return (
    <Ask
      onClose={onClose}
      onDo={run}
      does="Set the tempo"
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

function WordsForm({ writing, onClose }: FormProps) {
  const [place] = targetPlaces(writing.edit);
  const [words, setWords] = useState(eventAt(writing.edit.score, place)?.words ?? '');
  return (
    <Ask onClose={onClose} onDo={() => void writing.run({ kind: 'words', words })} does="Write them">
      <TextField
        id="note-words"
        label="Words"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        maxLength={100}
        autoFocus
        hint="Leave it empty to take the words away."
      />
    </Ask>
  );
}

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

function KeyForm({ writing, onClose }: FormProps) {
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

function NewKeyForm({ writing, onClose }: FormProps) {
  const first = placeMeasures(writing.edit.score)[0]?.key ?? key(0);
  const [to, setTo] = useState(first);
  return (
    <Ask onClose={onClose} onDo={() => void writing.run({ kind: 'move-to-key', key: to })} does="Move the line">
      <p className="text-secondary">Every note and every signature moves by the same interval, the short way.</p>
      <KeyFields value={to} onChange={setTo} lens={writing.snapshot().lens.interval.fifths} />
    </Ask>
  );
}

const METER_NAMES = (m: Meter): string =>
  m.symbol === 'cut' ? '2/2, as a cut sign' : m.symbol === 'common' ? '4/4, as a sign' : `${m.beats}/${m.unit}`;
const MORE_METERS: readonly Meter[] = [
  ...METERS,
  { beats: 4, unit: 4, symbol: 'common' },
  { beats: 2, unit: 2 },
  { beats: 3, unit: 2 },
  { beats: 5, unit: 4 },
  { beats: 6, unit: 4 },
  { beats: 9, unit: 8 },
  { beats: 12, unit: 8 },
];

function MeterForm({ writing, onClose }: FormProps) {
  const { placed, later } = here(writing);
  const index = MORE_METERS.findIndex(
    (m) => m.beats === placed.meter.beats && m.unit === placed.meter.unit && m.symbol === placed.meter.symbol,
  );
  const [chosen, setChosen] = useState(Math.max(0, index));
  const [rebar, setRebar] = useState(true);
  const own = later && placed.measure.meter !== undefined;
  return (
    <Ask
      onClose={onClose}
      onDo={() => void writing.run({ kind: 'meter', meter: MORE_METERS[chosen], rebar })}
      does="Set the meter"
      undo={
        own
          ? { label: 'No change here', run: () => void writing.run({ kind: 'meter', meter: undefined, rebar }) }
          : undefined
      }
    >
      <SelectField
        id="meter"
        label="Meter"
        value={chosen}
        onChange={(e) => setChosen(Number(e.target.value))}
        autoFocus
      >
        {MORE_METERS.map((m, i) => (
          <option key={METER_NAMES(m)} value={i}>
            {METER_NAMES(m)}
          </option>
        ))}
      </SelectField>
      <Toggle
        id="rebar"
        label="Set the bar lines anew, with ties where they must be"
        checked={rebar}
        onChange={setRebar}
      />
    </Ask>
  );
}

function ClefForm({ writing, onClose }: FormProps) {
  const { placed, later } = here(writing);
  const [clef, setClef] = useState<Clef>(placed.clef);
  const { owner } = writing.snapshot().exercise;
  const usual = owner === 'concert' ? CLEFS : [...new Set([...instrumentOf(owner).clefs, ...CLEFS])];
  const own = later && placed.measure.clef !== undefined;
  return (
    <Ask
      onClose={onClose}
      onDo={() => void writing.run({ kind: 'clef', clef })}
      does="Set the clef"
      undo={
        own ? { label: 'No change here', run: () => void writing.run({ kind: 'clef', clef: undefined }) } : undefined
      }
    >
      <SelectField id="clef" label="Clef" value={clef} onChange={(e) => setClef(e.target.value as Clef)} autoFocus>
        {usual.map((c) => (
          <option key={c} value={c}>
            {c}
          </option>
        ))}
      </SelectField>
      <p className="text-[13px] text-secondary">The notes keep their sound and move on the staff.</p>
    </Ask>
  );
}

const FORMS: Readonly<Record<Asked, (props: FormProps) => ReactNode>> = {
  tempo: TempoForm,
  words: WordsForm,
  key: KeyForm,
  meter: MeterForm,
  clef: ClefForm,
  'new-key': NewKeyForm,
};
