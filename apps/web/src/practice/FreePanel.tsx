import {
  improvisePrompt,
  letterName,
  notesUsed,
  openingOf,
  type PagePlan,
  randomFrom,
  rational,
  valueForQuarters,
} from '@cifra/core';
import { Play, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { lengthName } from '../words/rhythmWords';
import { list } from '../words/spoken';

interface Props {
  readonly plan: PagePlan;
  readonly playing: boolean;
  /** Starts or stops the backing alone: the drone, the accompaniment and the beat. */
  readonly onBacking: () => void;
}

const COUNTS = [2, 3, 4, 5] as const;
const PROMPTS = 12;

/**
 * A few notes of the part and a rhythm, to play with freely over the backing; a number gives a whole class the same.
 */
export function FreePanel({ plan, playing, onBacking }: Props) {
  const [seed, setSeed] = useState(1);
  const [count, setCount] = useState(3);
  const notes = useMemo(() => notesUsed(plan.part), [plan]);
  const prompt = useMemo(
    () => improvisePrompt(notes, count, openingOf(plan.part.score), randomFrom(seed)),
    [notes, count, plan, seed],
  );
  const ends = [...new Set(prompt.rests.map(letterName))];
  const home = letterName(prompt.home);
  const called = (eighths: number): string => {
    const value = valueForQuarters(rational(eighths, 2));
    return value === undefined ? '' : lengthName(value, plan.part.teaching.conventions.rhythmNames);
  };
  return (
    <section aria-label="Playing freely" className="space-y-3 px-4 py-3">
      <div className="grid grid-cols-2 gap-2">
        <SelectField id="free-count" label="With" value={count} onChange={(e) => setCount(Number(e.target.value))}>
          {COUNTS.map((c) => (
            <option key={c} value={c}>
              {c} notes
            </option>
          ))}
        </SelectField>
        <SelectField id="free-seed" label="Prompt" value={seed} onChange={(e) => setSeed(Number(e.target.value))}>
          {Array.from({ length: PROMPTS }, (_u, i) => (
            <option key={i} value={i + 1}>
              number {i + 1}
            </option>
          ))}
        </SelectField>
      </div>
      <div className="rounded-md border border-line bg-white px-3 py-4 text-center">
        <p className="font-serif text-[34px] leading-none font-semibold tracking-wide">
          {prompt.notes.map(letterName).join('  ')}
        </p>
        {prompt.rhythm.length > 0 && <p className="mt-3 text-secondary">{prompt.rhythm.map(called).join(', ')}</p>}
      </div>
      <p className="text-[13px] text-secondary">
        {prompt.rhythm.length > 0 ? 'Play the rhythm' : 'Play a bar'} with any of these notes, then answer yourself with
        another bar.{' '}
        {ends.includes(home)
          ? `${home} is home: end there.`
          : ends.length > 0
            ? `Home is ${home}, which is not among them; ${list(ends)} ${ends.length === 1 ? 'belongs' : 'belong'} to its chord: end there.`
            : `Home is ${home}, which is not among them: end where it sounds unfinished, as a question.`}
      </p>
      <Button
        kind="primary"
        className="w-full"
        icon={playing ? <Square size={15} aria-hidden /> : <Play size={15} aria-hidden />}
        onClick={onBacking}
      >
        {playing ? 'Stop the backing' : 'Play the backing'}
      </Button>
    </section>
  );
}
