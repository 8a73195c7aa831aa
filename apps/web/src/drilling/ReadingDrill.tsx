import { signatureWords } from '@cifra/contract/words';
import {
  type Clef,
  CLEFS,
  type Conventions,
  letterName,
  pitch,
  readingCards,
  staffLetters,
  STEPS,
  tenorSteps,
  type Written,
} from '@cifra/core';
import { useEffect, useMemo, useState } from 'react';
import { SelectField } from '../ui/Field';
import { octaveName } from '../words/noteLabel';
import { ALTER_WORDS } from '../words/drillWords';
import { Choices } from '../ui/Choices';
import type { DrillGiven } from './drill';
import { ChoiceRow, DrillFrame, type Feedback } from './DrillFrame';
import { HowQuick } from './HowQuick';
import { OneNote } from './Snippet';
import { useCards } from './useCards';
import { PickNumber } from './PickNumber';
import { useRound } from './useRound';
import { useStateFor } from '../ui/useStateFor';

const LEDGERS = [0, 1, 2, 3] as const;
/** After so many right in a row a step of help fades. */
const FADE_AFTER = 4;
const HELP_LEVELS = 2;
/** Signatures to read in, the plainest first. */
const FIFTHS = [0, -1, 1, -2, 2, -3, 3, -4, 4] as const;
const ALTERS = [-1, 0, 1] as const;
const ALTER_SIGNS: Readonly<Record<string, string>> = { [-1]: '♭', 0: '♮', 1: '♯' };
const TENOR_WAYS: Readonly<Record<Conventions['tenorClef'], string>> = {
  'up-a-fifth': 'then up a fifth',
  'move-two': 'two lines or spaces higher',
};

/** Names a note in any of the four clefs, as a signature has it; tenor clef by way of bass clef, in steps that fade. */
export function ReadingDrill({ id, instrument, teaching, sentences, seconds, onAnswer }: DrillGiven) {
  const [clef, setClef] = useState<Clef>(instrument.clefs[0]);
  const [ledgers, setLedgers] = useState(1);
  const [fifths, setFifths] = useState(0);
  const [way, setWay] = useState(teaching.conventions.tenorClef);
  const [row, setRow] = useState(0);
  const cards = useMemo(() => readingCards(clef, ledgers, fifths), [clef, ledgers, fifths]);
  const { round, start, count } = useRound(seconds);
  const { turn, card, times, deal, answer } = useCards(`${id}.reading`, cards, round.running);
  const [feedback, setFeedback] = useStateFor<Feedback | undefined>(turn, undefined);
  const [given, setGiven] = useStateFor<number | undefined>(turn, undefined);
  const [sign, setSign] = useStateFor(turn, 0);
  const choose = (i: number) => {
    const step = STEPS[i];
    if (card === undefined || feedback !== undefined || step === undefined) return;
    const alter = fifths === 0 ? 0 : sign;
    const right = step === card.answer && alter === card.alter;
    setGiven(i);
    const seconds = answer(card, right);
    count(right);
    const said = pitch<Written>(step, alter, card.note.octave);
    onAnswer(right, right ? undefined : { asked: card.note, said });
    setRow(right ? row + 1 : 0);
    setFeedback({ right, seconds, words: right ? 'Right.' : `It is ${letterName(card.note)}.` });
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
      <PickNumber
        id="reading-ledgers"
        label="Ledger lines"
        className="w-36"
        value={ledgers}
        of={LEDGERS}
        words={(l) => (l === 0 ? 'none' : String(l))}
        onChange={setLedgers}
      />
      <PickNumber
        id="reading-signature"
        label="Signature"
        className="w-36"
        value={fifths}
        of={FIFTHS}
        words={(f) => (f === 0 ? 'none' : signatureWords(f))}
        onChange={setFifths}
      />
      {clef === 'tenor' && (
        <SelectField
          id="reading-way"
          label="By bass clef"
          className="w-60"
          value={way}
          onChange={(e) => setWay(e.target.value as typeof way)}
        >
          {Object.entries(TENOR_WAYS).map(([w, words]) => (
            <option key={w} value={w}>
              {words}
            </option>
          ))}
        </SelectField>
      )}
    </>
  );
  if (card === undefined) return null;
  const labels = new Map(cards.map((c) => [c.id, octaveName(c.note)]));
  return (
    <DrillFrame
      title="Reading"
      round={round}
      feedback={feedback}
      onNext={deal}
      onAgain={start}
      settings={settings}
      quick={<HowQuick times={times} labelOf={(id) => labels.get(id)} />}
      question={fifths === 0 ? 'Which letter is it?' : 'Which note is it? First its sign, then its letter.'}
    >
      <div className="grid min-h-44 place-items-center">
        <OneNote
          clef={clef}
          fifths={fifths}
          note={card.note}
          label={`a note in ${clef} clef, ${card.place % 2 === 0 ? 'on a line' : 'in a space'}`}
        />
      </div>
      {fifths !== 0 && (
        <div className="flex justify-center max-md:mt-auto">
          <Choices
            label="Sign"
            value={String(sign)}
            of={ALTERS.map((a) => [String(a), `${ALTER_SIGNS[a] ?? ''} ${ALTER_WORDS[a] ?? ''}`] as const)}
            onChange={(to) => setSign(Number(to))}
          />
        </div>
      )}
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
          {way === 'up-a-fifth'
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
