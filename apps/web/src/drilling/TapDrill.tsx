import { judgeTaps, meterText, playSequence, realize, sightLine } from '@cifra/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { clicksHeard } from '../player/playback';
import { usePlayer } from '../player/usePlayer';
import { Button } from '../ui/Button';
import { type DrillGiven, RHYTHM_METERS } from './drill';
import { DrillFrame, type Feedback } from './DrillFrame';
import { Snippet } from './Snippet';
import { useRound } from './useRound';

const TAP_BARS = 4;
const TOLERANCE_SECONDS = 0.16;
/** From the finger to the page, on an ordinary device. From memory. */
const TOUCH_LAG_SECONDS = 0.03;
const VERDICT_SIGN = { 'on-time': '✓', early: 'early', late: 'late', missed: '–' } as const;

/** A line of rhythm to be tapped against the beat, after a count. */
export function TapDrill({
  given: { instrument, teaching, seconds, onAnswer },
  settings,
}: {
  readonly given: DrillGiven;
  readonly settings: React.ReactNode;
}) {
  const [seed, setSeed] = useState(() => Math.floor(Date.now() / 1000) % 100000);
  const { round, start, count } = useRound(seconds === 0 ? 0 : seconds * 2);
  const line = useMemo(
    () =>
      sightLine({
        instrument,
        stage: teaching.stage,
        fifths: instrument.toWritten.fifths - 2,
        meter: RHYTHM_METERS[seed % RHYTHM_METERS.length] ?? { beats: 4, unit: 4 },
        bars: TAP_BARS,
        seed,
      }),
    [instrument, teaching.stage, seed],
  );
  const plan = useMemo(
    () =>
      line === undefined
        ? undefined
        : playSequence(realize(line), { speed: 1, repeats: false, countIn: true, subdivide: false }),
    [line],
  );
  const playback = useMemo(
    () =>
      plan === undefined
        ? undefined
        : {
            voices: [],
            drone: [],
            accompaniment: [],
            clicks: clicksHeard(plan, true),
            cues: plan.cues,
            words: plan.words,
            seconds: plan.seconds,
            loop: false,
          },
    [plan],
  );
  const taps = useRef<number[]>([]);
  const [tapped, setTapped] = useState(0);
  const [verdict, setVerdict] = useState<ReturnType<typeof judgeTaps>>();
  const finish = () => {
    if (plan === undefined) return;
    const judged = judgeTaps(
      plan.notes.map((n) => n.at),
      taps.current.map((t) => t - TOUCH_LAG_SECONDS),
      TOLERANCE_SECONDS,
    );
    const right = judged.extra === 0 && judged.notes.every((n) => n === 'on-time');
    setVerdict(judged);
    count(right);
    onAnswer(right);
  };
  const player = usePlayer(playback, finish);
  const { playing, play, position } = player;
  const begin = () => {
    taps.current = [];
    setTapped(0);
    setVerdict(undefined);
    void play();
  };
  const tap = () => {
    taps.current = [...taps.current, position()];
    setTapped(taps.current.length);
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== ' ' || e.repeat || (e.target instanceof HTMLElement && e.target.closest('select, input') !== null))
        return;
      e.preventDefault();
      if (playing) tap();
      else if (verdict === undefined) begin();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  const onTime = verdict?.notes.filter((n) => n === 'on-time').length ?? 0;
  const feedback: Feedback | undefined =
    verdict === undefined
      ? undefined
      : {
          right: verdict.extra === 0 && onTime === verdict.notes.length,
          words: `${onTime} of ${verdict.notes.length} on time${verdict.extra > 0 ? `, ${verdict.extra} too many` : ''}.`,
        };
  if (line === undefined)
    return <p className="p-8 text-center text-secondary">There are too few notes for a line here.</p>;
  return (
    <DrillFrame
      title="Rhythm"
      round={round}
      feedback={feedback}
      onNext={() => {
        setVerdict(undefined);
        setSeed(seed + 1);
      }}
      onAgain={start}
      settings={settings}
      question="Tap each note: Space, or the large button. You are counted in."
    >
      <Snippet
        score={line.source}
        hideMeter={false}
        asked={player.note}
        label={`a line of rhythm in ${meterText(line.source.measures[0]?.meter ?? { beats: 4, unit: 4 })}`}
        scale={70}
      />
      {verdict !== undefined && (
        <p className="flex flex-wrap justify-center gap-1.5 text-[13px]">
          {verdict.notes.map((n, i) => (
            <span
              key={i}
              className={`rounded px-1.5 py-0.5 ${n === 'on-time' ? 'bg-accent-soft text-accent' : 'bg-warning-soft text-warning'}`}
            >
              {VERDICT_SIGN[n]}
            </span>
          ))}
        </p>
      )}
      {verdict === undefined && (
        <div className="flex flex-col items-center gap-2">
          <button
            type="button"
            onPointerDown={(e) => {
              e.preventDefault();
              if (playing) tap();
              else begin();
            }}
            onKeyDown={(e) => {
              if (e.key === 'Enter') {
                if (playing) tap();
                else begin();
              }
            }}
            className="h-28 w-full max-w-md touch-none rounded-lg border-2 border-accent bg-accent-soft text-[20px] font-semibold text-accent select-none"
          >
            {playing ? (player.count ?? 'Tap') : 'Count me in'}
          </button>
          <p className="text-[13px] text-secondary" aria-live="off">
            {tapped} taps
          </p>
          {playing && (
            <Button kind="quiet" onClick={player.stop}>
              Stop
            </Button>
          )}
        </div>
      )}
    </DrillFrame>
  );
}
