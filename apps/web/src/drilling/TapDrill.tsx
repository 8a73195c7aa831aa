import {
  type Concert,
  excerpt,
  judgeTaps,
  type Meter,
  meterText,
  notesOf,
  openingOf,
  playSequence,
  realize,
  type Score,
  sightLine,
  type Written,
} from '@cifra/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { clicksHeard } from '../player/playback';
import { usePlayer } from '../player/usePlayer';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { type DrillGiven, drillPart, RHYTHM_METERS } from './drill';
import { DrillFrame, type Feedback, NothingToAsk } from './DrillFrame';
import { Snippet } from './Snippet';
import { useRound } from './useRound';

const TAP_BARS = 4;
const TOLERANCE_SECONDS = 0.16;
/** From the finger to the page, on an ordinary device. From memory. */
const TOUCH_LAG_SECONDS = 0.03;
const VERDICT_SIGN = { 'on-time': '✓', early: 'early', late: 'late', missed: '–' } as const;

/** Whose rhythm is tapped: a meter's, every meter's in turn, or the line's own. */
const [MIXED, OWN] = ['mixed', 'own'] as const;
/** A piece with fewer notes is no rhythm to tap. */
const FEWEST_TAPS = 3;

type Played = Pick<DrillGiven, 'exercise' | 'instrument' | 'teaching'>;

interface TapLine {
  readonly score: Score<Written>;
  readonly concert: Score<Concert>;
}

/** Four bars of the line after the other, those that have notes to tap. */
function ownPieces({ exercise, instrument, teaching }: Played): readonly TapLine[] {
  if (exercise === undefined) return [];
  const part = drillPart(exercise, instrument.id, teaching);
  const starts = part.score.measures.flatMap((_m, i) => (i % TAP_BARS === 0 ? [i] : []));
  return starts
    .map((from) => ({
      score: excerpt(part.score, from, from + TAP_BARS - 1),
      concert: excerpt(part.concert, from, from + TAP_BARS - 1),
    }))
    .filter((l) => notesOf(l.score).length >= FEWEST_TAPS);
}

/** A made line of a meter. */
function madeLine({ instrument, teaching }: Played, meter: Meter, seed: number): TapLine | undefined {
  const fifths = instrument.toWritten.fifths - 2;
  const made = sightLine({ instrument, stage: teaching.stage, fifths, meter, bars: TAP_BARS, seed });
  return made === undefined ? undefined : { score: made.source, concert: realize(made) };
}

/** A line of rhythm to be tapped against the beat, after a count. */
export function TapDrill({
  given,
  settings: before,
}: {
  readonly given: DrillGiven;
  readonly settings: React.ReactNode;
}) {
  const { exercise, instrument, teaching, seconds, onAnswer } = given;
  const [seed, setSeed] = useState(() => Math.floor(Date.now() / 1000) % 100000);
  const { round, start, count } = useRound(seconds === 0 ? 0 : seconds * 2);
  const [of, setOf] = useState<string>(exercise === undefined ? MIXED : OWN);
  // Nothing else that arrives takes the line away that is being tapped.
  const played = useMemo((): Played => ({ exercise, instrument, teaching }), [exercise, instrument, teaching]);
  const own = useMemo(() => ownPieces(played), [played]);
  const line = useMemo((): TapLine | undefined => {
    if (of === OWN) return own[seed % own.length];
    const chosen = RHYTHM_METERS.find((m) => meterText(m) === of);
    return madeLine(played, chosen ?? RHYTHM_METERS[seed % RHYTHM_METERS.length] ?? { beats: 4, unit: 4 }, seed);
  }, [played, of, own, seed]);
  const plan = useMemo(
    () =>
      line === undefined
        ? undefined
        : playSequence(line.concert, { speed: 1, repeats: false, countIn: true, subdivide: false }),
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
  const settings = (
    <>
      {before}
      <SelectField
        id="tap-of"
        label="Rhythm of"
        className="w-40"
        value={of}
        onChange={(e) => {
          player.stop();
          setVerdict(undefined);
          setOf(e.target.value);
        }}
      >
        {exercise !== undefined && <option value={OWN}>this line</option>}
        <option value={MIXED}>any meter</option>
        {RHYTHM_METERS.map((m) => (
          <option key={meterText(m)} value={meterText(m)}>
            a line in {meterText(m)}
          </option>
        ))}
      </SelectField>
    </>
  );
  if (line === undefined)
    return <NothingToAsk settings={settings}>There are too few notes to tap here. Choose another rhythm.</NothingToAsk>;
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
        score={line.score}
        hideMeter={false}
        asked={player.note}
        label={`a line of rhythm in ${meterText(openingOf(line.score).meter)}`}
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
