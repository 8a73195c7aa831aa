import { instrumentWord } from '@cifra/contract/words';
import type { DrillName, DrillScoreDto, SentencesDto } from '@cifra/contract';
import { type Exercise, type InstrumentId, taughtAs, type Teaching } from '@cifra/core';
import { SlidersHorizontal } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { SelectField } from '../ui/Field';
import { CallerDrill } from './CallerDrill';
import type { DrillGiven, MixedUp } from './drill';
import { EarDrill } from './EarDrill';
import { FiguresDrill } from './FiguresDrill';
import { ReadingDrill } from './ReadingDrill';
import { RhythmDrill } from './RhythmDrill';
import { addAnswer } from './scores';
import { SightDrill } from './SightDrill';
import { SignaturesDrill } from './SignaturesDrill';
import { ROUND_SECONDS } from './useRound';

interface Props {
  readonly id: string;
  readonly instruments: readonly InstrumentId[];
  readonly teaching: Teaching;
  readonly known: readonly string[] | undefined;
  readonly exercise: Exercise | undefined;
  readonly sentences: SentencesDto | undefined;
  readonly onScores: (scores: readonly DrillScoreDto[]) => void;
  readonly onBoard?: DrillGiven['onBoard'];
}

const DRILLS = {
  figures: 'Figures',
  reading: 'Reading',
  signatures: 'Signatures',
  rhythm: 'Rhythm',
  sight: 'At sight',
  ear: 'By ear',
  caller: 'Caller',
} as const;
type Drill = keyof typeof DRILLS;
const isDrill = (d: string | null): d is Drill => d !== null && d in DRILLS;
const VIEW: Readonly<Record<Exclude<Drill, 'caller'>, (given: DrillGiven) => React.ReactNode>> = {
  figures: FiguresDrill,
  reading: ReadingDrill,
  signatures: SignaturesDrill,
  rhythm: RhythmDrill,
  sight: SightDrill,
  ear: EarDrill,
};

/** All drills for one instrument at a time; the caller is for a whole class. */
export function DrillScreen({ id, instruments, teaching, known, exercise, sentences, onScores, onBoard }: Props) {
  const [query, setQuery] = useSearchParams();
  const [chosen] = [query.get('on')];
  const on = instruments.find((i) => i === chosen) ?? instruments[0] ?? 'flute';
  const asked = query.get('drill');
  const drill: Drill = isDrill(asked) ? asked : 'figures';
  const [seconds, setSeconds] = useState<number>(0);
  // On a phone the question has the screen; what is asked is chosen behind a button.
  const [choosing, setChoosing] = useState(false);
  const set = (name: string, value: string) =>
    setQuery(
      (before) => {
        const after = new URLSearchParams(before);
        after.set(name, value);
        return after;
      },
      { replace: true },
    );
  const onAnswer = useCallback(
    (right: boolean, mixed?: MixedUp) => {
      if (drill !== 'caller') onScores(addAnswer(id, drill satisfies DrillName, right, mixed));
    },
    [id, drill, onScores],
  );
  const instrument = useMemo(() => taughtAs(on, teaching.conventions), [on, teaching.conventions]);
  const given = useMemo(
    (): DrillGiven => ({
      id: `${id}.${on}`,
      instrument,
      teaching,
      exercise,
      known,
      sentences,
      seconds,
      onAnswer,
      onBoard,
    }),
    [id, on, instrument, teaching, exercise, known, sentences, seconds, onAnswer, onBoard],
  );
  const View = drill === 'caller' ? undefined : VIEW[drill];
  return (
    <Tabs.Root
      value={drill}
      onValueChange={(to) => set('drill', to)}
      data-choices={choosing ? 'open' : undefined}
      className="group/drill flex min-h-0 flex-1 flex-col"
    >
      <div className="flex shrink-0 flex-wrap items-center gap-x-5 border-b border-line bg-white px-5 max-md:gap-x-2 max-md:px-3">
        <Tabs.List aria-label="What is drilled" className="flex gap-4 overflow-x-auto max-md:min-w-0 max-md:flex-1">
          {(Object.keys(DRILLS) as Drill[]).map((d) => (
            <Tabs.Trigger
              key={d}
              value={d}
              className="border-b-2 border-transparent px-0.5 pt-2 pb-1.5 max-md:h-11 font-medium whitespace-nowrap text-secondary data-[state=active]:border-accent data-[state=active]:text-ink"
            >
              {DRILLS[d]}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <button
          type="button"
          aria-label="Choose what is asked"
          aria-expanded={choosing}
          onClick={() => setChoosing(!choosing)}
          className="grid size-11 shrink-0 place-items-center rounded-md text-secondary aria-expanded:bg-accent-soft aria-expanded:text-accent md:hidden"
        >
          <SlidersHorizontal size={18} aria-hidden />
        </button>
        <div className="ml-auto flex flex-wrap gap-2 py-1.5 max-md:w-full max-md:not-group-data-choices/drill:hidden">
          {drill !== 'caller' && drill !== 'sight' && (
            <SelectField
              id="drill-seconds"
              label="A round"
              hideLabel
              className="w-44"
              value={seconds}
              onChange={(e) => setSeconds(Number(e.target.value))}
            >
              {ROUND_SECONDS.map((s) => (
                <option key={s} value={s}>
                  {s === 0 ? 'as long as I want' : `${s} seconds`}
                </option>
              ))}
            </SelectField>
          )}
          {instruments.length > 1 && drill !== 'caller' && (
            <SelectField
              id="drill-on"
              label="For"
              hideLabel
              className="w-48"
              value={on}
              onChange={(e) => set('on', e.target.value)}
            >
              {instruments.map((i) => (
                <option key={i} value={i}>
                  on the {instrumentWord(taughtAs(i, teaching.conventions))}
                </option>
              ))}
            </SelectField>
          )}
        </div>
      </div>
      <Tabs.Content
        value={drill}
        aria-label={DRILLS[drill]}
        className={`flex min-h-0 flex-1 flex-col overflow-y-auto ${drill === 'sight' ? 'md:overflow-hidden' : ''}`}
      >
        {View === undefined ? (
          <CallerDrill instruments={instruments} teaching={teaching} exercise={exercise} />
        ) : (
          <View key={`${drill} ${on}`} {...given} />
        )}
      </Tabs.Content>
    </Tabs.Root>
  );
}
