import { invert, midi, noteBefore, toPage, transpose } from '@cifra/core';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { SelectField } from '../../ui/Field';
import { spellMidi } from './spellMidi';
import type { Writing, WritingState } from './Writing';

interface Props {
  readonly writing: Writing;
  readonly state: WritingState;
  readonly onClose: () => void;
}

const BLACK = new Set([1, 3, 6, 8, 10]);
const LETTERS = ['C', '', 'D', '', 'E', 'F', '', 'G', '', 'A', '', 'B'];
const isBlack = (key: number): boolean => BLACK.has(((key % 12) + 12) % 12);

/** Writes what a key of a keyboard sounds, with the pen's length. */
function writeKey(writing: Writing, key: number): void {
  const { pen, exercise } = writing.snapshot();
  writing.run({ kind: 'write-note', pitch: spellMidi(writing.edit, key, invert(toPage(exercise.owner))), pen });
}

/** Notes of a connected keyboard, where the browser can hear one; `undefined` where it cannot. */
function useMidiKeyboard(
  writing: Writing,
): { readonly names: readonly string[]; readonly refused: boolean } | undefined {
  const [found, setFound] = useState<{ names: readonly string[]; refused: boolean } | undefined>();
  useEffect(() => {
    if (typeof navigator.requestMIDIAccess !== 'function') return undefined;
    let access: MIDIAccess | undefined;
    let gone = false;
    const hear = (e: MIDIMessageEvent) => {
      const [status = 0, key = 0, velocity = 0] = e.data ?? [];
      if ((status & 0xf0) === 0x90 && velocity > 0) writeKey(writing, key);
    };
    const listen = () => {
      if (access === undefined) return;
      for (const input of access.inputs.values()) input.onmidimessage = hear;
      setFound({ names: [...access.inputs.values()].map((i) => i.name ?? 'keyboard'), refused: false });
    };
    navigator.requestMIDIAccess().then(
      (granted) => {
        if (gone) return;
        access = granted;
        access.onstatechange = listen;
        listen();
      },
      () => {
        if (!gone) setFound({ names: [], refused: true });
      },
    );
    return () => {
      gone = true;
      for (const input of access?.inputs.values() ?? []) input.onmidimessage = null;
      if (access !== undefined) access.onstatechange = null;
    };
  }, [writing]);
  return found;
}

/** A keyboard on the screen, in concert pitch, and the ear for a real one. */
export function Piano({ writing, state, onClose }: Props) {
  const last = noteBefore(writing.edit.score, state.caret);
  const sounding = last === undefined ? 67 : midi(transpose(last.pitch, invert(toPage(state.exercise.owner))));
  const [low, setLow] = useState(() => Math.min(84, Math.max(24, Math.floor((sounding - 9) / 12) * 12)));
  const keyboard = useMidiKeyboard(writing);
  const keys = Array.from({ length: 25 }, (_u, i) => low + i);
  const white = keys.filter((k) => !isBlack(k));
  const width = 100 / white.length;
  return (
    <section
      aria-label="Keyboard"
      className="shrink-0 border-t border-line bg-panel px-4 pt-2 pb-3"
      onMouseDown={(e) => {
        if (e.target instanceof Element && e.target.closest('[data-key]') !== null) e.preventDefault();
      }}
    >
      <div className="mb-2 flex items-center justify-between gap-3 text-[13px] text-secondary">
        <p>
          Keyboard, in concert pitch.{' '}
          {keyboard === undefined
            ? ''
            : keyboard.refused
              ? 'The browser may not listen to a connected one: allow it in the address bar.'
              : keyboard.names.length > 0
                ? `Listening to ${keyboard.names.join(', ')}.`
                : 'A connected one is heard as soon as it is plugged in.'}
        </p>
        <div className="flex items-center gap-2">
          <SelectField
            id="piano-octave"
            label="From"
            hideLabel
            value={low}
            onChange={(e) => setLow(Number(e.target.value))}
            className="w-28"
          >
            {[24, 36, 48, 60, 72, 84].map((k) => (
              <option key={k} value={k}>
                from C{k / 12 - 1}
              </option>
            ))}
          </SelectField>
          <button type="button" onClick={onClose} aria-label="Close the keyboard" className="rounded p-1 hover:bg-desk">
            <X size={15} />
          </button>
        </div>
      </div>
      <div className="relative mx-auto h-24 max-w-3xl">
        {white.map((key, i) => (
          <button
            key={key}
            type="button"
            data-key={key}
            aria-label={`${LETTERS[key % 12]}${Math.floor(key / 12) - 1}`}
            onClick={() => writeKey(writing, key)}
            className="absolute inset-y-0 flex items-end justify-center rounded-b border border-[#8a97ab] bg-white pb-1 text-[11px] text-secondary hover:bg-accent-soft active:bg-accent-soft"
            style={{ left: `${i * width}%`, width: `${width}%` }}
          >
            {LETTERS[key % 12]}
          </button>
        ))}
        {keys.filter(isBlack).map((key) => (
          <button
            key={key}
            type="button"
            data-key={key}
            aria-label={`${LETTERS[(key + 11) % 12]} sharp or ${LETTERS[(key + 1) % 12]} flat ${Math.floor(key / 12) - 1}`}
            onClick={() => writeKey(writing, key)}
            className="absolute top-0 z-10 h-[58%] rounded-b bg-ink hover:bg-accent active:bg-accent"
            style={{ left: `${white.filter((w) => w < key).length * width - width * 0.3}%`, width: `${width * 0.6}%` }}
          />
        ))}
      </div>
    </section>
  );
}
