import { instrumentWord } from '@cifra/contract/words';
import type { ExerciseView } from '@cifra/contract';
import {
  type EasierOffer,
  excerpt,
  type Exercise,
  type ByInstrument,
  type InstrumentId,
  notesOf,
  offerEasier,
  type PagePlan,
  type PartChoice,
  partOf,
  placeMeasures,
  type Score,
  type Teaching,
  type Written,
} from '@cifra/core';
import { useMemo, useState } from 'react';
import { useLine } from '../../engraving/useEngraving';
import { Button } from '../../ui/Button';
import { SizedSheet } from '../../ui/SizedSheet';
import { easierWords } from '../../words/troubleWords';
import { Block } from '../../lookFirst/Block';

interface Props {
  readonly exercise: ExerciseView;
  readonly plan: PagePlan;
  readonly teaching: Teaching;
  readonly known: readonly string[] | undefined;
  readonly instruments: readonly InstrumentId[];
  /** Takes choices for one instrument or several. */
  readonly onTake: (choices: ByInstrument<PartChoice>, what: string) => void;
}

const WIDTH_MM100 = 17000;
/** Bars that are shown of a whole line. */
const SHOWN = 8;

/** The bars that an offer is about, on this player's page. */
function shownBars(score: Score<Written>, offer: EasierOffer): Score<Written> {
  const placed = placeMeasures(score);
  const from =
    offer.kind === 'bar'
      ? Math.max(
          0,
          placed.findIndex((p) => p.measure.id === offer.measure),
        )
      : 0;
  return { ...excerpt(score, from, offer.kind === 'bar' ? from : from + SHOWN - 1), hairpins: [] };
}

function Shown({ score, label }: { readonly score: Score<Written>; readonly label: string }) {
  const { data } = useLine(score, WIDTH_MM100, false);
  return (
    <figure className="min-h-16">
      <figcaption className="text-[13px] text-secondary">{label}</figcaption>
      {data !== undefined && <SizedSheet page={data} />}
    </figure>
  );
}

const withChoice = (exercise: Exercise, id: InstrumentId, choice: PartChoice): Exercise => ({
  ...exercise,
  partChoices: { ...exercise.partChoices, [id]: choice },
});

/** Ways of making a part easier, each shown before it is taken. */
export function Easier({ exercise, plan, teaching, known, instruments, onTake }: Props) {
  const { id } = plan.part.instrument;
  const name = instrumentWord(plan.part.instrument);
  const instrument = instruments.includes(id)
    ? id
    : (instruments.find((i) => partOf(exercise.document, i, teaching).instrument.id === id) ?? id);
  const offers = useMemo(
    () => offerEasier(exercise.document, instrument, teaching, known),
    [exercise.document, instrument, teaching, known],
  );
  const [at, setAt] = useState(0);
  const offer = offers[Math.min(at, offers.length - 1)];
  const easier = Object.keys(exercise.document.partChoices[instrument]?.easier ?? {}).length;
  const putBack = () => {
    const { easier: _easier, ...others } = exercise.document.partChoices[instrument] ?? {};
    onTake({ [instrument]: others }, `The ${name} plays every bar as it is written.`);
  };
  const forAll = (o: EasierOffer): ByInstrument<PartChoice> =>
    Object.fromEntries(
      instruments.map((i) => [
        i,
        {
          ...exercise.document.partChoices[i],
          easier: { ...exercise.document.partChoices[i]?.easier, ...o.choice.easier },
        },
      ]),
    );
  return (
    <Block
      title={`Make it easier: ${name}`}
      aside={
        easier > 0 ? (
          <Button kind="quiet" className="h-8" onClick={putBack}>
            Put {easier === 1 ? 'the easier bar' : `${easier} easier bars`} back
          </Button>
        ) : undefined
      }
    >
      {offer === undefined ? (
        <p>
          There is nothing to make easier:{' '}
          {notesOf(plan.part.score).length < 3 ? 'the line is short' : 'no change in it is hard'}.
        </p>
      ) : (
        <div className="grid gap-6 md:grid-cols-[17rem_1fr]">
          <ul className="space-y-1.5">
            {offers.map((o, i) => (
              <li key={easierWords(o)}>
                <button
                  type="button"
                  aria-pressed={o === offer}
                  onClick={() => setAt(i)}
                  className="w-full rounded border border-line px-3 py-2 text-left hover:bg-panel aria-pressed:border-accent aria-pressed:bg-accent-soft"
                >
                  <span className="block">{easierWords(o)}</span>
                  <span className="block text-[12.5px] text-secondary">
                    {Math.round((1 - o.after / o.before) * 100)} % less for the hands
                  </span>
                </button>
              </li>
            ))}
          </ul>
          <div className="space-y-3">
            <Shown label="as it is" score={shownBars(plan.part.score, offer)} />
            <Shown
              label="made easier"
              score={shownBars(
                partOf(withChoice(exercise.document, instrument, offer.choice), instrument, teaching).score,
                offer,
              )}
            />
            <div className="flex flex-wrap gap-2">
              <Button
                kind="primary"
                onClick={() => onTake({ [instrument]: offer.choice }, `The ${name} has it easier now.`)}
              >
                Take it for the {name}
              </Button>
              {offer.kind !== 'octave' && instruments.length > 1 && (
                <Button onClick={() => onTake(forAll(offer), 'Every instrument has it easier now.')}>
                  Take it for all {instruments.length}
                </Button>
              )}
            </div>
            <p className="text-[13px] text-secondary">
              Only this page changes; the word “easier” stands over each bar that does.
            </p>
          </div>
        </div>
      )}
    </Block>
  );
}
