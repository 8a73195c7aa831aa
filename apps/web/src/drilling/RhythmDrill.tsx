import {
  type Duration,
  judgeTaps,
  type Meter,
  meterText,
  playSequence,
  realize,
  RHYTHM_KINDS,
  type RhythmKind,
  rhythmQuestion,
  sightLine,
} from '@cifra/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { clicksHeard } from '../player/playback';
import { usePlayer } from '../player/usePlayer';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { lengthName } from '../words/rhythmWords';
import { ValueSign } from '../ui/ValueSign';
import type { DrillGiven } from './drill';
import { ChoiceRow, DrillFrame, type Feedback } from './DrillFrame';
import { Snippet } from './Snippet';
import { useQuestion } from './useQuestion';
import { useRound } from './useRound';
import { useChance } from './useChance';
import { useStateFor } from '../ui/useStateFor';

const METERS: readonly Meter[] = [
  { beats: 4, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 2, unit: 4 },
];
const TAP = 'tap';
type Kind = RhythmKind | typeof TAP;
const KIND_WORDS: Readonly<Record<Kind, string>> = {
  tap: 'Tap a line',
  beats: 'How many beats?',
  complete: 'Complete the bar',
  pickup: 'Where does the pickup\u2019s time go?',
};

/** Values as signs, one after the other; a missing one is a question mark. */
function Values({ values, gap }: { readonly values: readonly Duration[]; readonly gap?: number }) {
  return (
    <span className="inline-flex items-center gap-4 align-middle [&_svg]:h-12 [&_svg]:w-10">
      {values.map((v, i) =>
        i === gap ? (
          <span
            key={i}
            className="grid h-12 w-10 place-items-center rounded border-2 border-dashed border-accent text-[22px] font-semibold text-accent"
          >
            ?
          </span>
        ) : (
          <ValueSign key={i} value={v.value} dots={v.dots} />
        ),
      )}
    </span>
  );
}

/** Lengths and beats: to be counted, completed, and tapped against the beat. */
export function RhythmDrill(given: DrillGiven) {
  const [kind, setKind] = useState<Kind>(TAP);
  const settings = (
    <SelectField
      id="rhythm-kind"
      label="Ask"
      className="w-60"
      value={kind}
      onChange={(e) => setKind(e.target.value as Kind)}
    >
      {[TAP, ...RHYTHM_KINDS].map((k) => (
        <option key={k} value={k}>
          {KIND_WORDS[k as Kind]}
        </option>
      ))}
    </SelectField>
  );
  return kind === TAP ? (
    <TapDrill given={given} settings={settings} />
  ) : (
    <LengthDrill key={kind} kind={kind} given={given} settings={settings} />
  );
}

function LengthDrill({
  kind,
  given: { teaching, seconds, onAnswer },
  settings,
}: {
  readonly kind: RhythmKind;
  readonly given: DrillGiven;
  readonly settings: React.ReactNode;
}) {
  const chance = useChance();
  const { round, start, count } = useRound(seconds);
  const make = useCallback(() => rhythmQuestion(kind, chance.of(METERS), chance), [kind, chance]);
  const { question, next } = useQuestion(make);
  const [chosen, setChosen] = useStateFor<number | undefined>(question, undefined);
  const [feedback, setFeedback] = useStateFor<Feedback | undefined>(question, undefined);
  const names = teaching.conventions.rhythmNames;
  const settle = (i: number, right: string) => {
    const ok = i === question.right;
    setChosen(i);
    count(ok);
    onAnswer(ok);
    setFeedback({ right: ok, words: ok ? 'Right.' : right });
  };
  const said = (all: readonly Duration[]): string => all.map((d) => lengthName(d, names)).join(', ');
  return (
    <DrillFrame
      title="Rhythm"
      round={round}
      feedback={feedback}
      onNext={next}
      onAgain={() => {
        start();
        next();
      }}
      settings={settings}
      question={
        question.kind === 'beats'
          ? `How many beats does this last in ${meterText(question.meter)}?`
          : question.kind === 'complete'
            ? `What is missing in this bar of ${meterText(question.meter)}?`
            : `A line in ${meterText(question.meter)} begins with this pickup. How many beats has the last bar?`
      }
    >
      {question.kind === 'beats' && (
        <>
          <p
            className="text-center"
            role="img"
            aria-label={question.tied.length === 2 ? `${said(question.tied)}, tied` : said(question.tied)}
          >
            <Values values={question.tied} />
            {question.tied.length === 2 && <span className="ml-4 text-secondary">tied together</span>}
          </p>
          <ChoiceRow
            choices={question.choices}
            right={question.right}
            given={chosen}
            show={(c) => c}
            label={(c) => `${c} beats`}
            onChoose={(i) => settle(i, `It lasts ${question.choices[question.right] ?? ''}.`)}
          />
        </>
      )}
      {question.kind === 'complete' && (
        <>
          <p
            className="text-center"
            role="img"
            aria-label={question.bar
              .map((d, i) => (i === question.gap ? 'something missing' : lengthName(d, names)))
              .join(', ')}
          >
            <Values values={question.bar} gap={question.gap} />
          </p>
          <ChoiceRow
            choices={question.choices}
            right={question.right}
            given={chosen}
            show={(d) => <ValueSign value={d.value} dots={d.dots} />}
            label={(d) => lengthName(d, names)}
            onChoose={(i) => {
              const d = question.choices[question.right];
              settle(i, d === undefined ? '' : `It is a ${lengthName(d, names)}.`);
            }}
          />
        </>
      )}
      {question.kind === 'pickup' && (
        <>
          <p className="text-center" role="img" aria-label={said(question.pickup)}>
            <Values values={question.pickup} />
          </p>
          <ChoiceRow
            choices={question.choices}
            right={question.right}
            given={chosen}
            show={(c) => c}
            label={(c) => `${c} beats`}
            onChoose={(i) =>
              settle(i, `The pickup is borrowed from the last bar: ${question.choices[question.right] ?? ''} are left.`)
            }
          />
        </>
      )}
    </DrillFrame>
  );
}

const TAP_BARS = 4;
const TOLERANCE_SECONDS = 0.16;
/** From the finger to the page, on an ordinary device. From memory. */
const TOUCH_LAG_SECONDS = 0.03;
const VERDICT_SIGN = { 'on-time': '✓', early: 'early', late: 'late', missed: '–' } as const;

/** A line of rhythm to be tapped against the beat, after a count. */
function TapDrill({
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
        meter: METERS[seed % METERS.length] ?? { beats: 4, unit: 4 },
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
            backing: [],
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
