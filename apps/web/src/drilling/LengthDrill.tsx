import { type Duration, meterText, type RhythmKind, rhythmQuestion } from '@cifra/core';
import { useCallback } from 'react';
import { useStateFor } from '../ui/useStateFor';
import { ValueSign } from '../ui/ValueSign';
import { lengthName } from '../words/rhythmWords';
import { type DrillGiven, RHYTHM_METERS } from './drill';
import { ChoiceRow, DrillFrame, type Feedback } from './DrillFrame';
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

/** Lengths to be counted and bars to be completed. */
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
  const said = (all: readonly Duration[]): string => all.map((d) => lengthName(d, names)).join(', ');
  return (
    <DrillFrame
      title="Rhythm"
      round={round}
      feedback={feedback}
      onNext={next}
      onAgain={start}
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
