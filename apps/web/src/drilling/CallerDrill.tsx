import { instrumentWord } from '@cifra/contract/words';
import {
  type Concert,
  finger,
  type InstrumentId,
  type Instrument,
  letterName,
  midi,
  notesOf,
  parsePitch,
  pitch,
  realize,
  taughtAs,
  type Exercise,
  type Teaching,
  transpose,
  type Written,
} from '@cifra/core';
import { Play, Square } from 'lucide-react';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { FigurePad, pressedForFigure } from '../figurePad/FigurePad';
import { playRun } from '../sound/playNote';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { spokenLetter } from '../words/spoken';
import { useSpokenLetters } from './useSpokenLetters';
import { useChance } from './useChance';

interface Props {
  readonly instruments: readonly InstrumentId[];
  readonly teaching: Teaching;
  readonly exercise: Exercise | undefined;
}

/** Beats of a call: the note for so long alone, then with its figures. */
const CALL_BEATS = 4;
const THINK_BEATS = 2;
const FIRST_TEMPO = 50;
const LAST_TEMPO = 120;
const FASTER_AFTER = 4;
const FASTER_BY = 5;
const MS_A_MINUTE = 60_000;
const CALL_CLICK = 88;
const BEAT_CLICK = 81;
/** The first notes of a band as they sound. Common practice, no source. */
const BAND_FIVE = ['Bb3', 'C4', 'D4', 'Eb4', 'F4'].map((n) => parsePitch<Concert>(n));

/** The written letter in the octave that lies nearest to the instrument's first notes. */
function nearHome(note: Concert, instrument: Instrument): Written {
  const home = midi(instrument.firstNotes[2] ?? instrument.firstNotes[0] ?? instrument.ranges['first-notes'].low);
  const moved = transpose(note, instrument.toWritten);
  return pitch<Written>(moved.step, moved.alter, moved.octave + Math.round((home - midi(moved)) / 12));
}

/**
 * Calls one sounding note after the other, large, at a beat that speeds up; each section finds its own letter and
 * figure; for one instrument its own letters are called.
 */
export function CallerDrill({ instruments, teaching, exercise }: Props) {
  const [first] = instruments;
  const [shown, setShown] = useState<InstrumentId | 'all'>(
    instruments.length > 1 || first === undefined ? 'all' : first,
  );
  const alone = shown === 'all' ? undefined : taughtAs(shown, teaching.conventions);
  const [playing, setPlaying] = useState(false);
  const [spoken, setSpoken] = useState(false);
  const caller = useSpokenLetters();
  const notes = useMemo(() => {
    if (exercise === undefined) return BAND_FIVE;
    const used = new Map(notesOf(realize(exercise)).map((n) => [midi(n.pitch), n.pitch]));
    return [...used.entries()].sort(([a], [b]) => a - b).map(([, p]) => p);
  }, [exercise]);
  const chance = useChance();
  const [{ beat, note }, setCalled] = useState<{ readonly beat: number; readonly note: Concert | undefined }>({
    beat: 0,
    note: notes[0],
  });
  const call = Math.floor(beat / CALL_BEATS);
  const tempo = Math.min(LAST_TEMPO, FIRST_TEMPO + FASTER_BY * Math.floor(call / FASTER_AFTER));
  const revealed = beat % CALL_BEATS >= THINK_BEATS;
  const strike = (at: number) => {
    const isCall = at % CALL_BEATS === 0;
    void playRun([{ midi: isCall ? CALL_CLICK : BEAT_CLICK, at: 0, seconds: 0.06 }]);
    const others = notes.length > 1 ? notes.filter((n) => n !== note) : notes;
    const called = isCall ? chance.of(others) : note;
    setCalled({ beat: at, note: called });
    if (isCall && spoken && called !== undefined)
      caller.say(spokenLetter(alone === undefined ? called : nearHome(called, alone)));
  };
  const onBeat = useEffectEvent(() => strike(beat + 1));
  useEffect(() => {
    if (!playing) return undefined;
    const timer = setTimeout(onBeat, MS_A_MINUTE / tempo);
    return () => clearTimeout(timer);
  }, [playing, beat, tempo]);
  const list = shown === 'all' ? instruments : [shown];
  const large = note === undefined ? '' : letterName(alone === undefined ? note : nearHome(note, alone));
  return (
    <section aria-label="Caller" className="flex min-h-0 flex-1 flex-col px-5 py-4">
      <div className="flex flex-wrap items-end gap-3">
        {instruments.length > 1 && (
          <SelectField
            id="caller-for"
            label="Call for"
            className="w-56"
            value={shown}
            onChange={(e) => setShown(e.target.value as InstrumentId)}
          >
            <option value="all">the whole class, as it sounds</option>
            {instruments.map((i) => (
              <option key={i} value={i}>
                the {instrumentWord(taughtAs(i, teaching.conventions))}
              </option>
            ))}
          </SelectField>
        )}
        <Button
          kind="primary"
          className="h-11 w-32 text-[15px]"
          icon={playing ? <Square size={16} aria-hidden /> : <Play size={16} aria-hidden />}
          onClick={() => {
            setPlaying(!playing);
            if (!playing) strike(0);
          }}
        >
          {playing ? 'Stop' : 'Call'}
        </Button>
        <Toggle id="caller-spoken" label="Say the letters" checked={spoken} onChange={setSpoken} />
        {spoken && !caller.hasVoice && (
          <p role="status" className="text-[13px] text-warning">
            This device has no voice to say them with; the letters are shown.
          </p>
        )}
        <p className="ml-auto text-[15px] text-secondary tabular-nums">
          {tempo} beats a minute;{' '}
          {exercise === undefined
            ? notes.map((n) => letterName(alone === undefined ? n : nearHome(n, alone))).join(' ')
            : 'the notes of the line'}
        </p>
      </div>
      <div className="grid min-h-0 flex-1 place-items-center overflow-y-auto py-4">
        <p className="font-serif text-[min(30vh,220px)] leading-none font-semibold" role="status">
          {large}
        </p>
        {note !== undefined && (
          <ul className={`flex w-full flex-wrap justify-center gap-4 ${revealed || !playing ? '' : 'invisible'}`}>
            {list.map((id) => {
              const instrument = taughtAs(id, teaching.conventions);
              const written = nearHome(note, instrument);
              const f = finger(instrument, written, teaching.conventions);
              return (
                <li
                  key={id}
                  className={`flex flex-col items-center rounded-md border border-line bg-white px-3 py-2 ${list.length === 1 ? 'w-full max-w-xl' : 'w-36'}`}
                >
                  <span className="text-[13px] text-secondary">{instrument.shortName}</span>
                  {list.length > 1 && (
                    <span className="font-serif text-[34px] leading-none font-semibold">{letterName(written)}</span>
                  )}
                  <FigurePad
                    instrument={instrument}
                    conventions={teaching.conventions}
                    pressed={pressedForFigure(f.kind === 'playable' ? f.figure : undefined)}
                    label={`${instrument.name}: ${letterName(written)}`}
                    className={list.length === 1 ? 'mt-3 h-64 w-full' : 'mt-1 h-24 w-full'}
                  />
                </li>
              );
            })}
          </ul>
        )}
      </div>
    </section>
  );
}
