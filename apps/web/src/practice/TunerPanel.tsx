import {
  type Frame,
  letterName,
  midi,
  notesUsed,
  type PagePlan,
  semitones,
  soundTake,
  spellWritten,
  STAGE_CENTS,
  writtenMidi,
} from '@cifra/core';
import { useEffect, useMemo, useState } from 'react';
import { FrameReader } from '../listen/readFrames';
import { useEar } from '../listen/useEar';
import { type Drone, startDrone } from '../sound/drone';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { useLatest } from '../ui/useLatest';
import { useStateFor } from '../ui/useStateFor';
import { EAR_WORDS } from '../words/practiseWords';
import { octaveName } from '../words/noteLabel';

const CENTS = 100;
const REACH = 50;
const CLEAR = 0.85;
const QUIET = 0.004;
/** A note counts as matched when it was held in tune for so long. */
const HELD_SECONDS = 1.5;
const RATE = 22050;
/** The room's hiss against the simulated player's loudness. */
const QUIET_ROOM = 0.02;
const BELOW = 7;

/** Between two frames no more time is counted than this: what lay between was not heard. */
const LONGEST_STEP = 0.2;

/** What the microphone heard last, and for how long the note was held in tune. */
interface Heard {
  readonly frame: Frame | undefined;
  readonly held: number;
}
const SILENCE: Heard = { frame: undefined, held: 0 };

/** The pitch of a frame in which one is clearly heard. */
const clearPitch = (frame: Frame | undefined): number | undefined =>
  frame !== undefined && frame.clarity >= CLEAR && frame.level >= QUIET ? frame.midi : undefined;

/** Reads one steady note that is off by so many cents, through the same ear as a microphone. */
function simulatedFrame(sounding: number, cents: number): Frame {
  const reader = new FrameReader(RATE, sounding - BELOW);
  const samples = soundTake([{ midi: sounding + cents / CENTS, at: 0, seconds: 1 }], RATE, QUIET_ROOM, 1);
  const from = Math.round(RATE / 3);
  return reader.frame(samples.subarray(from, from + reader.windowSize), 0);
}

/** A drone on any note of the part, and an ear that tells how far off a note is, in this instrument's own names. */
export function TunerPanel({ plan }: { readonly plan: PagePlan }) {
  const { part } = plan;
  const notes = useMemo(() => notesUsed(part), [part]);
  const [at, setAt] = useState(0);
  const [drone, setDrone] = useState(false);
  const [simulated, setSimulated] = useState(false);
  const [off, setOff] = useState(-20);
  const ear = useEar();
  const target = notes[Math.min(at, notes.length - 1)];
  const down = semitones(part.instrument.toWritten);
  const sounding = target === undefined ? 60 : midi(target) - down;
  const tolerance = STAGE_CENTS[part.teaching.stage];
  const [heard, setHeard] = useStateFor(target, SILENCE);

  useEffect(() => {
    if (!drone) return undefined;
    let made: Drone | undefined;
    let gone = false;
    void startDrone(sounding).then((d) => {
      if (gone) d.stop();
      else made = d;
    });
    return () => {
      gone = true;
      made?.stop();
    };
  }, [drone, sounding]);
  const played = useMemo(() => (simulated ? simulatedFrame(sounding, off) : undefined), [simulated, sounding, off]);
  const frame = played ?? heard.frame;
  const clear = clearPitch(frame);
  const written = clear === undefined ? undefined : spellWritten(writtenMidi(part, clear), part.decisions.key.fifths);
  const cents = clear === undefined ? undefined : Math.round(CENTS * (clear - Math.round(clear)));
  const isMatched = (pitch: number | undefined): boolean =>
    pitch !== undefined &&
    Math.round(pitch) === sounding &&
    Math.abs(Math.round(CENTS * (pitch - Math.round(pitch)))) <= tolerance;
  const held = played === undefined ? heard.held : isMatched(clear) ? HELD_SECONDS : 0;
  const hear = useLatest((now: Frame) =>
    setHeard((before) => {
      const since = Math.min(LONGEST_STEP, now.at - (before.frame?.at ?? now.at));
      return { frame: now, held: isMatched(clearPitch(now)) ? Math.min(HELD_SECONDS, before.held + since) : 0 };
    }),
  );

  const listen = (on: boolean) => {
    setSimulated(false);
    setHeard(SILENCE);
    if (!on) return ear.close();
    const lowestMidi = Math.min(...notes.map((n) => midi(n) - down), sounding) - BELOW;
    void ear.open({ lowestMidi, onFrame: (now) => hear.current(now) });
  };
  const said =
    clear === undefined || written === undefined || cents === undefined
      ? 'nothing is heard'
      : `${letterName(written)}, ${Math.abs(cents) <= tolerance ? 'in tune' : cents < 0 ? `${-cents} cents low` : `${cents} cents high`}`;
  return (
    <section aria-label="Tuner and drone" className="space-y-3 px-4 py-3">
      <SelectField id="tuner-note" label="Match this note" value={at} onChange={(e) => setAt(Number(e.target.value))}>
        {notes.map((n, i) => (
          <option key={octaveName(n)} value={i}>
            {octaveName(n)}
          </option>
        ))}
      </SelectField>
      <Toggle id="tuner-drone" label="Sound it as a drone" checked={drone} onChange={setDrone} />
      <div className="rounded-md border border-line bg-white px-3 py-3">
        <p className="text-center font-serif text-[40px] leading-none font-semibold">
          {written === undefined ? '–' : letterName(written)}
        </p>
        <div
          className="relative mt-3 h-8"
          role="meter"
          aria-label="Cents off"
          aria-valuemin={-REACH}
          aria-valuemax={REACH}
          aria-valuenow={cents ?? 0}
          aria-valuetext={said}
        >
          <span className="absolute inset-x-0 top-3.5 h-px bg-[#8a97ab]" />
          <span
            className="absolute top-0 h-8 rounded bg-accent-soft"
            style={{ left: `${50 - tolerance}%`, width: `${2 * tolerance}%` }}
          />
          <span className="absolute top-0 left-1/2 h-8 w-px bg-ink" />
          {cents !== undefined && (
            <span
              className={`absolute top-0 h-8 w-1.5 -translate-x-1/2 rounded ${Math.abs(cents) <= tolerance ? 'bg-accent' : 'bg-warning'}`}
              style={{ left: `${50 + Math.max(-REACH, Math.min(REACH, cents))}%` }}
            />
          )}
        </div>
        <div className="flex justify-between text-[12px] text-secondary">
          <span>low</span>
          <span>within {tolerance} cents is in tune</span>
          <span>high</span>
        </div>
        <p role="status" className="mt-2 text-center">
          {target !== undefined && held >= HELD_SECONDS ? `${letterName(target)} is matched.` : said}
        </p>
      </div>
      <div className="grid grid-cols-2 gap-2">
        <Button onClick={() => listen(ear.state !== 'on')}>{ear.state === 'on' ? 'Stop listening' : 'Listen'}</Button>
        <Button
          aria-pressed={simulated}
          onClick={() => {
            ear.close();
            setSimulated(!simulated);
            setHeard(SILENCE);
          }}
        >
          {simulated ? 'Stop trying out' : 'Try it out'}
        </Button>
      </div>
      {(ear.state === 'refused' || ear.state === 'none') && (
        <p role="alert" className="text-warning">
          {ear.state === 'none'
            ? 'There is no microphone here. “Try it out” plays a note for you.'
            : 'The microphone may not be used. Allow it in the address bar.'}
        </p>
      )}
      {simulated && (
        <label className="block text-[13px]">
          A simulated player plays it so far off:
          <input
            type="range"
            min={-60}
            max={60}
            step={5}
            value={off}
            onChange={(e) => setOff(Number(e.target.value))}
            className="mt-1 block w-full accent-[var(--color-accent)]"
            aria-valuetext={`${off} cents`}
          />
        </label>
      )}
      <p className="text-[12.5px] text-secondary">{EAR_WORDS}</p>
    </section>
  );
}
