import { letterName, rational, valueForQuarters } from '@cifra/core';
import { Volume2 } from 'lucide-react';
import { useEffect, useEffectEvent, useState } from 'react';
import { NoteChoice } from '../noteChoice/NoteChoice';
import { playRhythm } from '../sound/playNote';
import { Button } from '../ui/Button';
import { Choices } from '../ui/Choices';
import { SelectField } from '../ui/Field';
import { lengthName } from '../words/rhythmWords';
import { list } from '../words/spoken';
import { FreeTakes, useFreeTakes } from './FreeTakes';
import { FREE_NOTES, type FreeNotes, type FreePlay } from './useFreePlay';

interface Props {
  readonly free: FreePlay;
  readonly playing: boolean;
  readonly onHandIn?: ((recording: Blob, words: string) => Promise<unknown>) | undefined;
}

const PROMPTS = 12;
const WAYS = [
  ['alone', 'Backing'],
  ['turns', 'My turn, your turn'],
] as const;

/**
 * A few notes and a rhythm, to play with freely over the backing or in answer to made phrases; a number gives a whole
 * class the same.
 */
export function FreePanel({ free, playing, onHandIn }: Props) {
  const { part, prompt, seed, from, isTurns, phrases } = free;
  const [isKept, setKept] = useState(false);
  const takes = useFreeTakes(`Played freely with ${list(prompt.notes.map(letterName))}.`);
  const isShort = prompt.notes.length < 2;
  const ends = [...new Set(prompt.rests.map(letterName))];
  const home = letterName(prompt.home);
  const called = (eighths: number): string => {
    const value = valueForQuarters(rational(eighths, 2));
    return value === undefined ? '' : lengthName(value, part.teaching.conventions.rhythmNames);
  };
  // However it is started and stopped, by the bar, a key or a tap on the music: the recording goes with it.
  const begun = useEffectEvent(() => {
    if (isKept) void takes.begin();
  });
  const ended = useEffectEvent(() => void takes.end());
  useEffect(() => {
    if (!playing) return undefined;
    begun();
    return () => ended();
  }, [playing]);
  return (
    <section aria-label="Playing freely" className="space-y-3 px-4 py-3">
      <Choices
        label="How it is played"
        value={isTurns ? 'turns' : 'alone'}
        of={WAYS}
        onChange={(way) => free.setTurns(way === 'turns')}
      />
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          id="free-notes"
          label="With"
          value={from}
          onChange={(e) => free.setFrom(e.target.value as FreeNotes)}
        >
          {FREE_NOTES.map((n) => (
            <option key={n} value={n}>
              {n === 'chosen' ? 'notes I choose' : `${n} notes`}
            </option>
          ))}
        </SelectField>
        <SelectField id="free-seed" label="Prompt" value={seed} onChange={(e) => free.setSeed(Number(e.target.value))}>
          {Array.from({ length: PROMPTS }, (_u, i) => (
            <option key={i} value={i + 1}>
              number {i + 1}
            </option>
          ))}
        </SelectField>
      </div>
      {from === 'chosen' && <NoteChoice of={free.all} chosen={free.chosen} onChosen={free.choose} />}
      <div className="rounded-md border border-line bg-white px-3 py-4 text-center">
        <p className="font-serif text-[34px] leading-none font-semibold tracking-wide">
          {prompt.notes.length === 0 ? '–' : prompt.notes.map(letterName).join('  ')}
        </p>
        {prompt.rhythm.length > 0 && (
          <>
            <p className="mt-3 text-secondary">{prompt.rhythm.map(called).join(', ')}</p>
            <Button
              kind="quiet"
              className="mt-1 h-9 px-2 max-lg:h-11"
              icon={<Volume2 size={15} aria-hidden />}
              disabled={playing}
              onClick={() => playRhythm(prompt.rhythm)}
            >
              Hear the rhythm
            </Button>
          </>
        )}
      </div>
      {prompt.notes.length > 0 && !isTurns && (
        <p className="text-[13px] text-secondary">
          {prompt.rhythm.length > 0 ? 'Play the rhythm' : 'Play a bar'} with any of these notes, then answer yourself
          with another bar.{' '}
          {ends.includes(home)
            ? `${home} is home: end there.`
            : ends.length > 0
              ? `Home is ${home}, which is not among them; ${list(ends)} ${ends.length === 1 ? 'belongs' : 'belong'} to its chord: end there.`
              : `Home is ${home}, which is not among them: end where it sounds unfinished, as a question.`}
        </p>
      )}
      {isTurns && (
        <p className="text-[13px] text-secondary">
          {isShort
            ? 'Phrases need two different notes. Choose one more.'
            : phrases === undefined
              ? 'There are no phrases for this meter: only the accompaniment is played.'
              : 'Play gives a phrase of one bar, then it is your bar: give it back, or answer with another.'}
        </p>
      )}
      <FreeTakes takes={takes} isKept={isKept} onKept={setKept} playing={playing} onHandIn={onHandIn} />
    </section>
  );
}
