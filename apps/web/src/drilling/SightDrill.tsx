import {
  DEFAULT_SOUNDS,
  DEFAULT_PAGE,
  isClean,
  lineTempo,
  type Meter,
  meterText,
  type PageSetup,
  planPages,
  type PlaySetup,
  sightLine,
  type Take,
} from '@cifra/core';
import { useEffect, useMemo, useState } from 'react';
import { preparePlayback } from '../player/playback';
import { ListenPanel } from '../listen/ListenPanel';
import { PartStrip } from '../player/PartStrip';
import { takeOf } from '../listen/take';
import { useTakePlayer } from '../listen/useTakePlayer';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { todayIso } from '../words/pageWords';
import { takeRemarks } from '../words/takeWords';
import { useStateFor } from '../ui/useStateFor';
import type { DrillGiven } from './drill';
import { sightQuestions } from './sightQuestions';

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
const NO_ROWS: PageSetup = {
  ...DEFAULT_PAGE,
  rows: { woodwind: [], brass: [] },
  strip: false,
  legend: false,
  circles: false,
  lookFirst: false,
  fades: [],
};

/** A new line: half a minute to look, one take at a set tempo. */
export function SightDrill({ instrument, teaching, onAnswer }: DrillGiven) {
  const [seed, setSeed] = useState(() => (Math.floor(Date.now() / 1000) % 9000) + 1000);
  const [concert, setConcert] = useState<number>(KEYS[0]);
  const [meter, setMeter] = useState(0);
  const [speed, setSpeed] = useState<number>(0.8);
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
      heard: DEFAULT_SOUNDS,
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
  const beats = exercise === undefined ? 0 : lineTempo(exercise);
  const onJudged = (t: Take) => onAnswer(isClean(t));
  const { player, take, beginTake, forgetTake } = useTakePlayer({ plan, setup, playback, beats, onJudged });
  const [left, setLeft] = useStateFor(exercise, LOOK_SECONDS);
  const [shown, setShown] = useStateFor(exercise, false);
  useEffect(() => {
    if (left === 0) return undefined;
    const timer = setTimeout(() => setLeft(left - 1), 1000);
    return () => clearTimeout(timer);
  }, [left, setLeft]);
  const questions = exercise === undefined || plan === undefined ? [] : sightQuestions(exercise, plan);
  const heardTake = takeOf(take);
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
              plan === undefined || heardTake === undefined
                ? []
                : takeRemarks(plan, heardTake).map((r) => ({ name: r.id, mark: r.mark, words: r.words }))
            }
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
            {questions.map(({ question, answer }) => (
              <li key={question}>
                {question}
                {shown && <span className="block font-semibold text-accent">{answer}</span>}
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
            <ListenPanel plan={plan} state={take} onTake={beginTake} onForget={forgetTake} />
            <div className="px-4 pb-4">
              <Button className="w-full" onClick={() => (player.playing ? player.stop() : void player.play())}>
                {player.playing ? 'Stop' : 'Compare: hear it played'}
              </Button>
            </div>
          </>
        )}
      </aside>
    </section>
  );
}
