import {
  DEFAULT_SOUNDS,
  DEFAULT_PAGE,
  type Exercise,
  isClean,
  lineTempo,
  type Meter,
  meterText,
  notesUsed,
  type PageSetup,
  planPages,
  type PlaySetup,
  sightLine,
  signatureLetters,
} from '@cifra/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { preparePlayback } from '../player/playback';
import { ListenPanel } from '../listen/ListenPanel';
import { PartStrip } from '../player/PartStrip';
import { usePlayer } from '../player/usePlayer';
import { useTake } from '../listen/useTake';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { octaveName } from '../words/noteLabel';
import { todayIso } from '../words/pageWords';
import { figureWords, list } from '../words/spoken';
import { takeRemarks } from '../words/takeWords';
import type { DrillGiven } from './drill';

const LOOK_SECONDS = 30;
const METERS: readonly Meter[] = [
  { beats: 4, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 2, unit: 4 },
  { beats: 6, unit: 8 },
];
/** Signatures as they sound, the plainest for a band first. */
const KEYS = [-2, -3, -1, 0, -4, 1] as const;
const KEY_WORDS: Readonly<Record<number, string>> = {
  [-4]: 'A♭ major',
  [-3]: 'E♭ major',
  [-2]: 'B♭ major',
  [-1]: 'F major',
  0: 'C major',
  1: 'G major',
};
const BARS = 8;
const SPEEDS = [0.6, 0.8, 1] as const;
const SECONDS_A_MINUTE = 60;
const NO_ROWS: PageSetup = {
  ...DEFAULT_PAGE,
  rows: { woodwind: [], brass: [] },
  strip: false,
  legend: false,
  circles: false,
  lookFirst: false,
  fades: [],
};

/** Bars that have their rhythm in common, read off the line: `1 and 3; 5 and 7`. */
function alikeWords({ source }: Exercise): string {
  const byRhythm = new Map<string, string[]>();
  source.measures.forEach((m, i) => {
    const rhythm = m.events.map((e) => `${e.kind} ${e.duration.value} ${e.duration.dots}`).join();
    byRhythm.set(rhythm, [...(byRhythm.get(rhythm) ?? []), String(i + 1)]);
  });
  return (
    [...byRhythm.values()]
      .filter((bars) => bars.length > 1)
      .map(list)
      .join('; ') || 'none'
  );
}

/** A new line: half a minute to look, one take at a set tempo. */
export function SightDrill({ instrument, teaching, onAnswer }: DrillGiven) {
  const [seed, setSeed] = useState(() => (Math.floor(Date.now() / 1000) % 9000) + 1000);
  const [concert, setConcert] = useState<number>(KEYS[0]);
  const [meter, setMeter] = useState(0);
  const [speed, setSpeed] = useState<number>(0.8);
  const [left, setLeft] = useState(LOOK_SECONDS);
  const [shown, setShown] = useState(false);
  const exercise = useMemo(
    () =>
      sightLine({
        instrument,
        stage: teaching.stage,
        conventions: teaching.conventions,
        fifths: concert + instrument.toWritten.fifths,
        meter: METERS[meter] ?? { beats: 4, unit: 4 },
        bars: BARS,
        seed,
      }),
    [instrument, teaching, concert, meter, seed],
  );
  const plan = useMemo(
    () =>
      exercise === undefined
        ? undefined
        : planPages(exercise, instrument.id, teaching, NO_ROWS, { today: todayIso() })[0],
    [exercise, instrument, teaching],
  );
  const setup = useMemo(
    (): PlaySetup => ({
      speed,
      heard: { ...DEFAULT_SOUNDS, part: false },
      others: [],
      bars: undefined,
      again: false,
      turns: 'none',
    }),
    [speed],
  );
  const playback = useMemo(
    () => (plan === undefined ? undefined : preparePlayback(plan.part, [], setup).playback),
    [plan, setup],
  );
  const heard = useMemo(
    () =>
      plan === undefined ? undefined : preparePlayback(plan.part, [], { ...setup, heard: DEFAULT_SOUNDS }).playback,
    [plan, setup],
  );
  const beats = exercise === undefined ? 0 : lineTempo(exercise);
  const take = useTake(plan, setup, beats === 0 ? 1 : SECONDS_A_MINUTE / (beats * speed));
  const [mode, setMode] = useState<'take' | 'hear'>('take');
  const player = usePlayer(mode === 'take' ? playback : heard, () => {
    if (mode === 'take') void take.finish();
  });
  const at = useRef(player.position);
  at.current = player.position;
  useEffect(() => {
    setLeft(LOOK_SECONDS);
    setShown(false);
    setMode('take');
  }, [exercise]);
  useEffect(() => {
    if (left === 0) return undefined;
    const timer = setTimeout(() => setLeft(left - 1), 1000);
    return () => clearTimeout(timer);
  }, [left]);
  const answered = useRef<unknown>(undefined);
  useEffect(() => {
    if (take.take === undefined || answered.current === take.take) return;
    answered.current = take.take;
    onAnswer(isClean(take.take));
  }, [take.take, onAnswer]);
  const fifths = concert + instrument.toWritten.fifths;
  const notes = plan === undefined ? [] : notesUsed(plan.part);
  const firstNote =
    exercise === undefined ? undefined : plan?.annotations.get(exercise.source.measures[0]?.events[0]?.id ?? '');
  const questions: readonly (readonly [string, string])[] =
    plan === undefined || exercise === undefined
      ? []
      : [
          [
            'Which letters does the signature change?',
            signatureLetters(fifths).length === 0 ? 'none' : signatureLetters(fifths).join(' '),
          ],
          ['What is counted in each bar?', meterText(METERS[meter] ?? { beats: 4, unit: 4 })],
          [
            'Which are the lowest and the highest note?',
            notes[0] === undefined ? '' : `${octaveName(notes[0])} and ${octaveName(notes.at(-1) ?? notes[0])}`,
          ],
          ['Which bars have the same rhythm?', alikeWords(exercise)],
          [
            'Which is the first note, and what is its figure?',
            firstNote === undefined
              ? ''
              : `${firstNote.name}${firstNote.fingering.kind === 'playable' ? `: ${figureWords(firstNote.fingering.figure, teaching.conventions.fingerCount)}` : ''}`,
          ],
        ];
  return (
    <section aria-label="At sight" className="flex min-h-0 flex-1 max-md:flex-col">
      <div className="flex min-w-0 flex-1 flex-col">
        <div className="flex flex-wrap items-end gap-3 border-b border-line px-5 py-3">
          <SelectField
            id="sight-key"
            label="Sounds in"
            className="w-36"
            value={concert}
            onChange={(e) => setConcert(Number(e.target.value))}
          >
            {KEYS.map((k) => (
              <option key={k} value={k}>
                {KEY_WORDS[k]}
              </option>
            ))}
          </SelectField>
          <SelectField
            id="sight-meter"
            label="Beats"
            className="w-24"
            value={meter}
            onChange={(e) => setMeter(Number(e.target.value))}
          >
            {METERS.map((m, i) => (
              <option key={i} value={i}>
                {meterText(m)}
              </option>
            ))}
          </SelectField>
          <SelectField
            id="sight-speed"
            label="Speed"
            className="w-28"
            value={speed}
            onChange={(e) => setSpeed(Number(e.target.value))}
          >
            {SPEEDS.map((s) => (
              <option key={s} value={s}>
                {Math.round(s * beats)} a minute
              </option>
            ))}
          </SelectField>
          <label className="text-[13px] font-medium">
            Number
            <input
              type="number"
              min={1}
              max={99999}
              value={seed}
              onChange={(e) => setSeed(Math.max(1, Math.min(99999, Number(e.target.value) || 1)))}
              className="mt-1 block h-9 w-24 rounded-md border border-[#8a97ab] px-2"
            />
          </label>
          <Button onClick={() => setSeed((seed % 99999) + 1)}>A new line</Button>
        </div>
        {exercise === undefined ? (
          <p className="p-8 text-center text-secondary">
            This stage has fewer than three notes of this key. Choose another key.
          </p>
        ) : (
          <PartStrip
            request={{ exercise, instrument: instrument.id, teaching, page: NO_ROWS, today: todayIso(), paper: 'a4' }}
            sounding={player.note}
            count={player.count}
            looped={[]}
            marks={
              plan === undefined || take.take === undefined
                ? []
                : takeRemarks(plan, take.take).map((r) => ({ name: r.id, mark: r.mark, words: r.words }))
            }
            failed={undefined}
            onRetry={() => undefined}
            onStretch={() => undefined}
            onNote={() => undefined}
          />
        )}
      </div>
      <aside
        aria-label="Look, then play"
        className="shrink-0 border-line bg-panel max-md:border-t md:w-[18.75rem] md:overflow-y-auto md:border-l"
      >
        <div className="border-b border-line px-4 py-3">
          <h2 className="font-sans text-[13px] font-semibold text-secondary">Look first</h2>
          <p className="text-[15px]" role="timer">
            {left > 0 ? `${left} seconds to look` : 'Time to play'}
          </p>
          <ol className="mt-2 list-decimal space-y-1.5 pl-5">
            {questions.map(([q, a]) => (
              <li key={q}>
                {q}
                {shown && <span className="block font-semibold text-accent">{a}</span>}
              </li>
            ))}
          </ol>
          <Button kind="quiet" className="mt-2 h-8 px-2" onClick={() => setShown(!shown)}>
            {shown ? 'Hide the answers' : 'Show the answers'}
          </Button>
          {left > 0 && (
            <Button kind="quiet" className="mt-2 h-8 px-2" onClick={() => setLeft(0)}>
              I have looked
            </Button>
          )}
        </div>
        {plan !== undefined && left === 0 && (
          <>
            <ListenPanel
              plan={plan}
              state={take}
              recording={undefined}
              onForget={take.forget}
              onTake={(source) => {
                setMode('take');
                void take
                  .begin(source, () => at.current())
                  .then((opened) => {
                    if (opened) void player.play();
                  });
              }}
            />
            <div className="px-4 pb-4">
              <Button
                className="w-full"
                onClick={() => {
                  if (player.playing) player.stop();
                  else if (mode === 'hear') void player.play();
                  else setMode('hear');
                }}
              >
                {player.playing ? 'Stop' : mode === 'hear' ? 'Hear it' : 'Compare: hear it played'}
              </Button>
            </div>
          </>
        )}
      </aside>
    </section>
  );
}
