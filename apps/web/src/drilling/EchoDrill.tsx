import { isClean, key, madePhrases, pitchText } from '@cifra/core';
import { Ear, Mic } from 'lucide-react';
import { type ReactNode, useMemo, useState } from 'react';
import { Button } from '../ui/Button';
import { useSame } from '../ui/useSame';
import { useStateFor } from '../ui/useStateFor';
import { takeSentence } from '../words/takeWords';
import type { DrillGiven } from './drill';
import { DrillFrame, type Feedback, NothingToAsk } from './DrillFrame';
import { useDrillNotes } from './NotesField';
import { Snippet } from './Snippet';
import { PickNumber } from './PickNumber';
import { useMadeLine } from './useMadeLine';
import { useRound } from './useRound';

const METER = { beats: 4, unit: 4 } as const;
const BEATS = 72;
const LENGTHS = [1, 2] as const;
const NOBODY: readonly [] = [];

/** A phrase is heard and played back by ear; the microphone hears whether it was right, or the player says so. */
export function EchoDrill({ given, settings: before }: { readonly given: DrillGiven; readonly settings: ReactNode }) {
  const { instrument, seconds, onAnswer } = given;
  const [seed, setSeed] = useState(() => (Date.now() % 9000) + 1000);
  const [bars, setBars] = useState<number>(1);
  const { notes: all, field, choice } = useDrillNotes(given, 'echo-notes', 'chosen');
  const notes = useSame(all, all.map(pitchText).join(' '));
  const { round, start, count } = useRound(seconds);
  const clef = instrument.clefs[0];
  const phrase = useMemo(
    () =>
      madePhrases({
        instrument,
        notes,
        rests: NOBODY,
        clef,
        key: key(0),
        meter: METER,
        beats: BEATS,
        count: bars,
        seed,
      }),
    [instrument, notes, clef, bars, seed],
  );
  const [feedback, setFeedback] = useStateFor<Feedback | undefined>(phrase, undefined);
  const [isShown, setShown] = useStateFor(phrase, false);
  const settle = (right: boolean, words: string) => {
    count(right);
    onAnswer(right);
    setShown(true);
    setFeedback({ right, words });
  };
  const { player, take, beginTake, forgetTake } = useMadeLine(given, {
    exercise: phrase,
    speed: 1,
    isHeard: true,
    onJudged: (t) => settle(isClean(t), takeSentence(t)),
  });
  const next = () => {
    player.stop();
    forgetTake();
    setSeed(seed + 1);
  };
  const settings = (
    <>
      {before}
      <PickNumber
        id="echo-bars"
        label="A phrase of"
        value={bars}
        of={LENGTHS}
        words={(l) => (l === 1 ? '1 bar' : `${l} bars`)}
        onChange={setBars}
      />
      {field}
      {choice}
    </>
  );
  if (phrase === undefined)
    return <NothingToAsk settings={settings}>A phrase needs two different notes. Choose other notes.</NothingToAsk>;
  const isListening = take.stage === 'opening' || take.stage === 'playing' || take.stage === 'judging';
  return (
    <DrillFrame
      title="By ear"
      round={round}
      feedback={feedback}
      onNext={next}
      onAgain={start}
      settings={settings}
      question="Hear the phrase, then play it back. You are counted in both times."
    >
      <div className="grid min-h-36 place-items-center">
        {isShown ? (
          <Snippet score={phrase.source} asked={player.note} label="the phrase, as it is written" scale={70} />
        ) : (
          <p className="text-[64px] leading-none font-semibold text-secondary" aria-live="off">
            {player.count ?? (player.playing ? '♪' : '?')}
          </p>
        )}
      </div>
      {take.stage === 'failed' && (
        <p role="alert" className="text-center text-warning">
          {take.problem}
        </p>
      )}
      {feedback === undefined && (
        <>
          <div className="mx-auto grid w-full max-w-md grid-cols-2 gap-2 max-md:mt-auto">
            <Button
              className="h-14"
              icon={<Ear size={18} aria-hidden />}
              disabled={isListening}
              onClick={() => (player.playing ? player.stop() : void player.play())}
            >
              {player.playing && !isListening ? 'Stop' : 'Hear it'}
            </Button>
            <Button
              kind="primary"
              className="h-14"
              icon={<Mic size={18} aria-hidden />}
              onClick={() => (isListening ? player.stop() : beginTake({ kind: 'microphone' }))}
            >
              {take.stage === 'judging' ? 'Listening…' : isListening ? 'Stop' : 'Play it back'}
            </Button>
          </div>
          {isShown ? (
            <div role="group" aria-label="Had you played it so?" className="text-center">
              <p className="mb-1">Had you played it so?</p>
              <div className="mx-auto grid max-w-md grid-cols-2 gap-2">
                <Button className="h-11" onClick={() => settle(false, 'It comes again another time.')}>
                  Not yet
                </Button>
                <Button className="h-11" onClick={() => settle(true, 'Well heard.')}>
                  I had it
                </Button>
              </div>
            </div>
          ) : (
            <div className="text-center">
              <Button kind="quiet" className="h-11" disabled={isListening} onClick={() => setShown(true)}>
                Show it: I played it without the microphone
              </Button>
            </div>
          )}
        </>
      )}
    </DrillFrame>
  );
}
