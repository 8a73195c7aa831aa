import { type Clef, CLEFS, readingCards, staffLetters, STEPS, tenorSteps } from '@cifra/core';
import { useEffect, useMemo, useState } from 'react';
import { SelectField } from '../ui/Field';
import { type DrillGiven } from './drill';
import { ChoiceRow, DrillFrame, type Feedback } from './DrillFrame';
import { OneNote } from './Snippet';
import { useCards } from './useCards';
import { useRound } from './useRound';
import { useStateFor } from '../ui/useStateFor';

const LEDGERS = [0, 1, 2, 3] as const;
/** After so many right in a row a step of help fades. */
const FADE_AFTER = 4;
const HELP_LEVELS = 2;

/** Names a note in any of the four clefs; tenor clef by way of bass clef, in steps that fade. */
export function ReadingDrill({ id, instrument, teaching, sentences, seconds, onAnswer }: DrillGiven) {
  const [clef, setClef] = useState<Clef>(instrument.clefs[0]);
  const [ledgers, setLedgers] = useState(1);
  const [row, setRow] = useState(0);
  const cards = useMemo(() => readingCards(clef, ledgers), [clef, ledgers]);
  const { round, start, count } = useRound(seconds);
  const { turn, card, deal, answer } = useCards(`${id}.reading`, cards, round.running);
  const [feedback, setFeedback] = useStateFor<Feedback | undefined>(turn, undefined);
  const [given, setGiven] = useStateFor<number | undefined>(turn, undefined);
  const choose = (i: number) => {
    if (card === undefined || feedback !== undefined) return;
    const right = STEPS[i] === card.answer;
    setGiven(i);
    answer(card, right);
    count(right);
    onAnswer(right);
    setRow(right ? row + 1 : 0);
    setFeedback({ right, words: right ? 'Right.' : `It is ${card.answer}.` });
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const i = STEPS.findIndex((s) => s === e.key.toUpperCase());
      if (
        i < 0 ||
        e.ctrlKey ||
        e.metaKey ||
        e.altKey ||
        (e.target instanceof HTMLElement && e.target.closest('select') !== null)
      )
        return;
      choose(i);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  const help = HELP_LEVELS - Math.min(HELP_LEVELS, Math.floor(row / FADE_AFTER));
  const steps = card === undefined || clef !== 'tenor' ? undefined : tenorSteps(card.place);
  const own = sentences?.[clef];
  const settings = (
    <>
      <SelectField
        id="reading-clef"
        label="Clef"
        className="w-36"
        value={clef}
        onChange={(e) => setClef(e.target.value as Clef)}
      >
        {CLEFS.map((c) => (
          <option key={c} value={c}>
            {c}
          </option>
        ))}
      </SelectField>
      <SelectField
        id="reading-ledgers"
        label="Ledger lines"
        className="w-36"
        value={ledgers}
        onChange={(e) => setLedgers(Number(e.target.value))}
      >
        {LEDGERS.map((l) => (
          <option key={l} value={l}>
            {l === 0 ? 'none' : l}
          </option>
        ))}
      </SelectField>
    </>
  );
  if (card === undefined) return null;
  return (
    <DrillFrame
      title="Reading"
      round={round}
      feedback={feedback}
      onNext={deal}
      onAgain={start}
      settings={settings}
      question="Which letter is it?"
    >
      <div className="grid min-h-44 place-items-center">
        <OneNote
          clef={clef}
          note={card.note}
          label={`a note in ${clef} clef, ${card.place % 2 === 0 ? 'on a line' : 'in a space'}`}
        />
      </div>
      <ChoiceRow
        choices={STEPS}
        right={STEPS.indexOf(card.answer)}
        given={given}
        show={(s) => s}
        label={(s) => s}
        onChoose={choose}
      />
      {steps !== undefined && help > 0 && (
        <p className="text-center text-secondary">
          {teaching.conventions.tenorClef === 'up-a-fifth'
            ? help === HELP_LEVELS
              ? `Read it as bass clef: ${steps.asBass}. Now count up a fifth.`
              : 'Read it as bass clef, then count up a fifth.'
            : help === HELP_LEVELS
              ? `See it ${card.place % 2 === 0 ? 'two lines' : 'two spaces'} higher, and read it in bass clef${steps.movedPlace > 10 ? ', over the staff' : ''}.`
              : 'See it two lines or two spaces higher, in bass clef.'}
        </p>
      )}
      <details className="mx-auto text-[13px] text-secondary">
        <summary>Lines and spaces</summary>
        <p className="mt-1">
          Lines: {own?.lines ?? staffLetters(clef, 'lines').join(' ')}. Spaces:{' '}
          {own?.spaces ?? staffLetters(clef, 'spaces').join(' ')}.
        </p>
      </details>
    </DrillFrame>
  );
}
