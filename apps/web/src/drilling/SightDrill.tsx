import { FEWEST_NOTES, isClean, midi, meterText, parsePitch, sightLine, type Written } from '@cifra/core';
import { useEffect, useMemo, useState } from 'react';
import { ListenPanel } from '../listen/ListenPanel';
import { PartStrip } from '../player/PartStrip';
import { takeOf } from '../listen/take';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { todayIso } from '../words/pageWords';
import { takeRemarks } from '../words/takeWords';
import { useStateFor } from '../ui/useStateFor';
import { type DrillGiven, RHYTHM_METERS } from './drill';
import { PickNumber } from './PickNumber';
import { sightQuestions } from './sightQuestions';
import { NO_ROWS, useMadeLine } from './useMadeLine';

const LOOK_SECONDS = 30;
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
const BARS = [2, 4, 8] as const;
const SPEEDS = [0.6, 0.8, 1] as const;

/** A new line of notes that were met: half a minute to look, then it is played once, at a set tempo, to its end. */
export function SightDrill({ instrument, teaching, known, onAnswer, onBoard }: DrillGiven) {
  const [seed, setSeed] = useState(() => (Math.floor(Date.now() / 1000) % 9000) + 1000);
  const [concert, setConcert] = useState<number>(KEYS[0]);
  const [meter, setMeter] = useState(0);
  const [bars, setBars] = useState<number>(8);
  const [speed, setSpeed] = useState<number>(0.8);
  const [isHeard, setHeard] = useState(false);
  const [isPutting, setPutting] = useState(false);
  const met = useMemo(() => {
    const notes = new Set((known ?? []).map((k) => midi(parsePitch<Written>(k))));
    // Too few make no line: those of the stage are taken then.
    return notes.size < FEWEST_NOTES ? undefined : notes;
  }, [known]);
  const exercise = useMemo(
    () =>
      sightLine({
        instrument,
        stage: teaching.stage,
        conventions: teaching.conventions,
        fifths: concert + instrument.toWritten.fifths,
        meter: RHYTHM_METERS[meter] ?? { beats: 4, unit: 4 },
        bars,
        seed,
        ...(met !== undefined && { known: met }),
      }),
    [instrument, teaching, concert, meter, bars, met, seed],
  );
  const { plan, playback, beats, player, take, beginTake, forgetTake } = useMadeLine(
    { instrument, teaching },
    { exercise, speed, isHeard, onJudged: (t) => onAnswer(isClean(t)) },
  );
  /** Runs there were when this was begun to the beat alone; what is only heard, or listened to, is not asked about. */
  const [begun, setBegun] = useStateFor<number | undefined>(playback, undefined);
  const answer = (right: boolean) => {
    setBegun(undefined);
    onAnswer(right);
  };
  const playOrStop = () => {
    if (player.playing) return player.stop();
    setBegun(isHeard ? undefined : player.runs);
    void player.play();
  };
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
      <div className="flex min-w-0 flex-1 flex-col max-md:min-h-0">
        <div className="flex flex-wrap items-end gap-3 border-b border-line px-5 py-3 max-md:px-3 max-md:py-2">
          <div className="flex flex-wrap items-end gap-3 max-md:not-group-data-choices/drill:hidden">
            <PickNumber
              id="sight-key"
              label="Sounds in"
              className="w-36"
              value={concert}
              of={KEYS}
              words={(k) => KEY_WORDS[k] ?? ''}
              onChange={setConcert}
            />
            <SelectField
              id="sight-meter"
              label="Beats"
              className="w-24"
              value={meter}
              onChange={(e) => setMeter(Number(e.target.value))}
            >
              {RHYTHM_METERS.map((m, i) => (
                <option key={i} value={i}>
                  {meterText(m)}
                </option>
              ))}
            </SelectField>
            <PickNumber
              id="sight-bars"
              label="Bars"
              className="w-20"
              value={bars}
              of={BARS}
              words={(b) => String(b)}
              onChange={setBars}
            />
            <PickNumber
              id="sight-speed"
              label="Speed"
              className="w-32"
              value={speed}
              of={SPEEDS}
              words={(s) => `${Math.round(s * beats)} a minute`}
              onChange={setSpeed}
            />
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
          </div>
          <Button className="max-md:h-11" onClick={() => setSeed((seed % 99999) + 1)}>
            A new line
          </Button>
          {onBoard !== undefined && exercise !== undefined && (
            <Button
              title="It goes on the shelf, and opens on the board"
              disabled={isPutting}
              onClick={() => {
                setPutting(true);
                void onBoard(exercise).finally(() => setPutting(false));
              }}
            >
              Put it on the board
            </Button>
          )}
        </div>
        {exercise === undefined ? (
          <p className="p-8 text-center text-secondary">
            {met === undefined ? 'This stage has' : 'So far you know'} fewer than three notes of this key. Choose
            another key.
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
            onBeside={() => undefined}
          />
        )}
      </div>
      <aside
        aria-label="Look, then play"
        className="shrink-0 border-line bg-panel max-md:max-h-[45dvh] max-md:overflow-y-auto max-md:border-t md:w-[18.75rem] md:overflow-y-auto md:border-l"
      >
        {plan !== undefined && left === 0 && (
          <section aria-label="With the beat" className="border-b border-line px-4 py-3">
            <p className="text-[13px] text-secondary">Play on whatever happens: no stop, and no going back.</p>
            <Toggle id="sight-heard" label="The part is heard" checked={isHeard} onChange={setHeard} />
            <Button kind="primary" className="mt-1 h-11 w-full" onClick={playOrStop}>
              {player.playing ? 'Stop' : isHeard ? 'Hear it played' : 'Count in, then I play'}
            </Button>
            {!player.playing && begun !== undefined && player.runs > begun && (
              <div role="group" aria-label="Did you play on to the end?" className="mt-2">
                <p className="mb-1">Did you play on to the end?</p>
                <div className="grid grid-cols-2 gap-2">
                  <Button className="h-11" onClick={() => answer(false)}>
                    Not yet
                  </Button>
                  <Button className="h-11" onClick={() => answer(true)}>
                    To the end
                  </Button>
                </div>
              </div>
            )}
          </section>
        )}
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
          <ListenPanel plan={plan} state={take} onTake={beginTake} onForget={forgetTake} />
        )}
      </aside>
    </section>
  );
}
