import {
  type Choices,
  type Duration,
  key,
  type Meter,
  meterText,
  rational,
  type RhythmKind,
  rhythmQuestion,
  type RhythmQuestion,
  type Score,
  valueForQuarters,
  type Written,
} from '@cifra/core';
import { Volume2 } from 'lucide-react';
import { useCallback } from 'react';
import { playRhythm } from '../sound/playNote';
import { Button } from '../ui/Button';
import { useStateFor } from '../ui/useStateFor';
import { ValueSign } from '../ui/ValueSign';
import { lengthName } from '../words/rhythmWords';
import { type DrillGiven, RHYTHM_METERS } from './drill';
import { ChoiceRow, DrillFrame, type Feedback } from './DrillFrame';
import { Snippet } from './Snippet';
import { useChance } from './useChance';
import { useQuestion } from './useQuestion';
import { useRound } from './useRound';

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

const eighthsOf = (bar: readonly number[]): readonly Duration[] =>
  bar.flatMap((eighths) => valueForQuarters(rational(eighths, 2)) ?? []);

/** A rest alone in its bar. */
const restAlone = (rest: Duration, meter: Meter): Score<Written> => ({
  title: '',
  slurs: [],
  hairpins: [],
  measures: [
    {
      id: 'm1',
      clef: 'treble',
      key: key(0, 'none'),
      meter,
      pickup: true,
      events: [{ kind: 'rest', id: 'r1', duration: rest }],
    },
  ],
});

/** What is asked, in words. */
function askedWords({ kind, meter }: RhythmQuestion): string {
  const text = meterText(meter);
  switch (kind) {
    case 'beats':
      return `How many beats does this last in ${text}?`;
    case 'rest':
      return `How many beats is this rest in ${text}?`;
    case 'complete':
      return `What is missing in this bar of ${text}?`;
    case 'heard':
      return `Two bars of ${text}: this is the first. How did it go on?`;
    case 'pickup':
      return `A line in ${text} begins with this pickup. How many beats has the last bar?`;
  }
}

const beatsWords = (beats: string): string => (beats === '1' ? '1 beat' : `${beats} beats`);
const rightOf = ({ choices, right }: Choices<string>): string => choices[right] ?? '';

/** How many beats: answers to choose from. */
const BeatsRow = ({
  of,
  given,
  onChoose,
}: {
  readonly of: Choices<string>;
  readonly given: number | undefined;
  readonly onChoose: (index: number) => void;
}) => (
  <ChoiceRow
    choices={of.choices}
    right={of.right}
    given={given}
    show={(c) => c}
    label={beatsWords}
    onChoose={onChoose}
  />
);

/** Lengths to be counted, and bars to be completed or recognized. */
export function LengthDrill({
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
  const make = useCallback(() => rhythmQuestion(kind, chance.of(RHYTHM_METERS), chance), [kind, chance]);
  const { question, next } = useQuestion(make, round.number);
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
  const restName = (rest: Duration): string => `${lengthName(rest, names).replace(/ note$/, '')} rest`;
  const said = (all: readonly Duration[]): string => all.map((d) => lengthName(d, names)).join(', ');
  return (
    <DrillFrame
      title="Rhythm"
      round={round}
      feedback={feedback}
      onNext={next}
      onAgain={start}
      settings={settings}
      question={askedWords(question)}
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
          <BeatsRow
            of={question}
            given={chosen}
            onChoose={(i) => settle(i, `It lasts ${beatsWords(rightOf(question))}.`)}
          />
        </>
      )}
      {question.kind === 'rest' && (
        <>
          <Snippet score={restAlone(question.rest, question.meter)} label={restName(question.rest)} />
          <BeatsRow
            of={question}
            given={chosen}
            onChoose={(i) =>
              settle(
                i,
                question.rest.value === 'whole'
                  ? `A ${restName(question.rest)} is silent for the whole bar: ${beatsWords(rightOf(question))}.`
                  : `It lasts ${beatsWords(rightOf(question))}.`,
              )
            }
          />
        </>
      )}
      {question.kind === 'heard' && (
        <>
          <div className="flex justify-center">
            <Button
              className="h-12"
              icon={<Volume2 size={18} aria-hidden />}
              onClick={() => playRhythm([...question.first, ...(question.choices[question.right] ?? [])])}
            >
              Hear both bars
            </Button>
          </div>
          <p className="text-center" role="img" aria-label={`the first bar: ${said(eighthsOf(question.first))}`}>
            <Values values={eighthsOf(question.first)} />
          </p>
          <ChoiceRow
            choices={question.choices}
            right={question.right}
            given={chosen}
            show={(bar) => <Values values={eighthsOf(bar)} />}
            label={(bar) => said(eighthsOf(bar))}
            onChoose={(i) => settle(i, `It went on: ${said(eighthsOf(question.choices[question.right] ?? []))}.`)}
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
          <BeatsRow
            of={question}
            given={chosen}
            onChoose={(i) =>
              settle(i, `The pickup is borrowed from the last bar: ${beatsWords(rightOf(question))} left.`)
            }
          />
        </>
      )}
    </DrillFrame>
  );
}
