import {
  type Clef,
  figureCards,
  type FigureCard,
  judgeFigure,
  letterName,
  midi,
  nameFigure,
  noteOfFigure,
  semitones,
  type Written,
} from '@cifra/core';
import { Volume2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { FigurePad, pressedForFigure } from '../figurePad/FigurePad';
import { figurePressed, type Pressed } from '../figurePad/padLayout';
import { playRun } from '../sound/playNote';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { octaveName } from '../words/noteLabel';
import { figureWords, spokenLetter } from '../words/spoken';
import type { DrillGiven, MixedUp } from './drill';
import { ChoiceRow, DrillFrame, type Feedback, NothingToAsk } from './DrillFrame';
import { HowQuick } from './HowQuick';
import { useDrillNotes } from './NotesField';
import { OneNote } from './Snippet';
import { useCards } from './useCards';
import { useRound } from './useRound';
import { useStateFor } from '../ui/useStateFor';

const ASKED = {
  staff: 'a note on the staff',
  name: 'a note by name',
  sound: 'a note by sound',
  figure: 'a figure, to be named',
} as const;
type Asked = keyof typeof ASKED;
const SECONDS = 1.1;
const NOTHING_PRESSED: Pressed = new Map();

/** A note is shown, named or sounded and its figure is pressed; or a figure is shown and its note is named. */
export function FiguresDrill(given: DrillGiven) {
  const {
    instrument,
    teaching: { conventions },
    seconds,
    onAnswer,
  } = given;
  const [asked, setAsked] = useState<Asked>('staff');
  const { notes, field, choice: noteChoice } = useDrillNotes(given, 'figures-notes');
  const cards = useMemo(
    () =>
      figureCards(instrument, conventions, notes).map((c) => ({
        ...c,
        id: `${c.id} ${asked === 'figure' ? 'name' : 'press'}`,
      })),
    [instrument, conventions, notes, asked],
  );
  const { round, start, count } = useRound(seconds);
  const { turn, card, times, deal, answer, chance } = useCards(`${given.id}.figures`, cards, round.running);
  const [pressed, setPressed] = useStateFor<Pressed>(turn, NOTHING_PRESSED);
  const [feedback, setFeedback] = useStateFor<Feedback | undefined>(turn, undefined);
  const [chosen, setChosen] = useStateFor<number | undefined>(turn, undefined);
  const clef: Clef = instrument.clefs[0];
  const choice = useMemo(
    () => (card === undefined ? undefined : nameFigure(card, cards, chance)),
    [card, cards, chance],
  );
  const labels = new Map(cards.map((c) => [c.id, octaveName(c.note)]));
  const sound = (note: Written) =>
    void playRun([{ midi: midi(note) - semitones(instrument.toWritten), at: 0, seconds: SECONDS }]);
  const settle = (of: FigureCard, right: boolean, words: string, said?: Written) => {
    const mixed: MixedUp | undefined = right || said === undefined ? undefined : { asked: of.note, said };
    const took = answer(of, right);
    count(right);
    onAnswer(right, mixed);
    setFeedback({ right, words, seconds: took });
  };
  const figure = figurePressed(instrument, pressed);
  const check = () => {
    if (card === undefined || figure === undefined || feedback !== undefined) return;
    const verdict = judgeFigure(card, figure);
    const first = card.figures[0];
    const usual = first === undefined ? '' : figureWords(first, conventions.fingerCount);
    settle(
      card,
      verdict !== 'wrong',
      verdict === 'default'
        ? 'Right.'
        : verdict === 'alternate'
          ? `Right, that plays it too. The usual one: ${usual}.`
          : `${letterName(card.note)} is ${usual}.`,
      noteOfFigure(figure, card, cards),
    );
    if (verdict === 'wrong' && first !== undefined) setPressed(pressedForFigure(first));
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (
        e.key !== 'Enter' ||
        feedback !== undefined ||
        asked === 'figure' ||
        (e.target instanceof HTMLElement && e.target.closest('button, select, [role=button]') !== null)
      )
        return;
      e.preventDefault();
      check();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  const settings = (
    <>
      <SelectField
        id="figures-asked"
        label="Ask for"
        className="w-52"
        value={asked}
        onChange={(e) => setAsked(e.target.value as Asked)}
      >
        {Object.entries(ASKED).map(([a, w]) => (
          <option key={a} value={a}>
            {w}
          </option>
        ))}
      </SelectField>
      {field}
    </>
  );
  if (card === undefined || choice === undefined)
    return (
      <NothingToAsk
        settings={
          <>
            {settings}
            {noteChoice}
          </>
        }
      >
        {notes.length === 0 ? 'No note is chosen.' : 'No note here has a figure.'} Choose other notes.
      </NothingToAsk>
    );
  const showFigure = card.figures[0];
  return (
    <DrillFrame
      title="Figures"
      round={round}
      feedback={feedback}
      onNext={deal}
      onAgain={start}
      settings={
        <>
          {settings}
          {noteChoice}
        </>
      }
      quick={<HowQuick times={times} labelOf={(id) => labels.get(id)} />}
      question={asked === 'figure' ? 'Which note is this?' : 'Press its figure.'}
    >
      {asked === 'figure' ? (
        <>
          <FigurePad
            instrument={instrument}
            conventions={conventions}
            pressed={pressedForFigure(showFigure)}
            label={showFigure === undefined ? '' : figureWords(showFigure, conventions.fingerCount)}
            className="mx-auto h-56 w-full max-w-md"
          />
          <ChoiceRow
            choices={choice.choices}
            right={choice.right}
            given={chosen}
            show={(n) => octaveName(n)}
            label={(n) => `${spokenLetter(n)} ${n.octave}`}
            onChoose={(i) => {
              setChosen(i);
              const right = i === choice.right;
              settle(card, right, right ? 'Right.' : `It is ${octaveName(card.note)}.`, choice.choices[i]);
            }}
          />
        </>
      ) : (
        <>
          <div className="grid items-center gap-4 max-md:gap-1 md:grid-cols-2">
            <div className="grid min-h-28 place-items-center">
              {asked === 'staff' ? (
                <OneNote clef={clef} note={card.note} label={`${spokenLetter(card.note)} ${card.note.octave}`} />
              ) : asked === 'name' ? (
                <p className="font-serif text-[64px] leading-none font-semibold">{octaveName(card.note)}</p>
              ) : (
                <Button icon={<Volume2 size={18} aria-hidden />} className="h-12" onClick={() => sound(card.note)}>
                  Hear the note
                </Button>
              )}
            </div>
            <FigurePad
              instrument={instrument}
              conventions={conventions}
              pressed={pressed}
              onPressed={feedback === undefined ? setPressed : () => undefined}
              hotkeys={feedback === undefined}
              label="The instrument"
              className="mx-auto h-[21rem] w-full max-w-md max-md:h-[38dvh]"
            />
          </div>
          {feedback === undefined && (
            <div className="flex justify-center gap-2">
              <Button className="max-md:h-12" onClick={() => setPressed(NOTHING_PRESSED)}>
                Let go
              </Button>
              <Button
                kind="primary"
                className="max-md:h-12 max-md:px-6"
                disabled={figure === undefined}
                onClick={check}
              >
                {instrument.family === 'brass' && figure?.kind === 'valves' && figure.valves.length === 0
                  ? 'It is open'
                  : 'This is it'}
              </Button>
            </div>
          )}
          {feedback === undefined && (
            <p className="text-center text-[13px] text-secondary max-md:hidden">
              Keys 1 to 7 press, T is the thumb; Enter answers.
            </p>
          )}
        </>
      )}
    </DrillFrame>
  );
}
