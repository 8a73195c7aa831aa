import type { ClassView, ExerciseView } from '@cifra/contract';
import { STAGE_WORDS } from '@cifra/contract/words';
import {
  chartNotes,
  derivePart,
  figureQuestion,
  figureConvention,
  type Instrument,
  type InstrumentId,
  notesUsed,
  type Part,
  realize,
  CONVENTION_CHOICES,
  conventionsOf,
  STAGES,
  taughtAs,
  type Teaching,
} from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { LoaderCircle, Printer } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import { download } from '../../api/request';
import { useShelf } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useFigures } from '../../figures/loadFigures';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { Failure, StaffSkeleton } from '../../ui/States';
import { choiceWords, CONVENTION_QUESTION_WORDS } from '../../words/conventionWords';
import { AboutInstrument } from './AboutInstrument';
import { type ChartAddress, readChartAddress, writeChartAddress } from './chartAddress';
import { ChartInstruments } from './ChartInstruments';
import { ChartSheets } from './ChartSheets';
import { ChosenNote } from './ChosenNote';

/** Opens what charts need: the class for its conventions, the shelf for the notes of an exercise. */
export function Charts() {
  const classes = useCurrentClass();
  const shelf = useShelf();
  const { instrument, note } = useParams();
  const [query] = useSearchParams();
  const { group } = classes;
  const address = readChartAddress(instrument, note, query);
  if (classes.error !== undefined && group === undefined)
    return (
      <Failure
        title="The charts could not be opened"
        detail={classes.error.message}
        onRetry={() => void classes.mutate()}
      />
    );
  if (group === undefined)
    return (
      <div className="p-10">
        <StaffSkeleton label="Opening the charts" />
      </div>
    );
  if (address.instrument === undefined)
    return <Navigate to={writeChartAddress(group.instruments[0] ?? 'flute', undefined, address)} replace />;
  return (
    <OpenChart
      key={address.instrument}
      id={address.instrument}
      address={address}
      group={group}
      shelf={shelf.data ?? []}
    />
  );
}

/** How the chart's notes are taught: as the class is, but for what the address looks at. */
function useChartTeaching(id: InstrumentId, { stage, convention }: ChartAddress, group: ClassView): Teaching {
  const taught = useTeaching(group);
  return useMemo(() => {
    return {
      conventions: conventionsOf(
        taught.conventions,
        (convention === undefined ? undefined : figureConvention(id, convention)) ?? {},
      ),
      stage: stage ?? taught.stage,
    };
  }, [id, stage, convention, taught]);
}

/** The page of the instrument in an exercise, whose notes alone are shown. */
const pageOf = (instrument: Instrument, exercise: ExerciseView | undefined, teaching: Teaching): Part | undefined =>
  exercise === undefined
    ? undefined
    : derivePart(
        realize(exercise.document, exercise.document.partChoices[instrument.id]?.line),
        instrument,
        exercise.document.owner,
        exercise.document.partChoices[instrument.id] ?? {},
        teaching,
      );

function OpenChart({
  id,
  address,
  group,
  shelf,
}: {
  readonly id: InstrumentId;
  readonly address: ChartAddress;
  readonly group: ClassView;
  readonly shelf: readonly ExerciseView[];
}) {
  const navigate = useNavigate();
  const notice = useNotice();
  const [busy, setBusy] = useState(false);
  const figures = useFigures([id]);
  const teaching = useChartTeaching(id, address, group);
  const instrument = taughtAs(id, teaching.conventions);
  const exercise = shelf.find((e) => e.id === address.exercise);
  const notes = useMemo(() => {
    const page = pageOf(instrument, exercise, teaching);
    return page === undefined
      ? { list: chartNotes(instrument, teaching.stage), clef: undefined }
      : { list: notesUsed(page), clef: page.decisions.clef.clef };
  }, [instrument, exercise, teaching]);
  const question = figureQuestion(id);
  const go = (change: Partial<ChartAddress>, note?: string) =>
    void navigate(writeChartAddress(id, note, { ...address, ...change }), { replace: note !== undefined });
  useEffect(() => {
    document.title = `${instrumentTitle(instrument)}, chart · Cifra`;
    return () => {
      document.title = 'Cifra';
    };
  }, [instrument]);
  const print = async () => {
    setBusy(true);
    const query = new URLSearchParams({
      class: group.id,
      paper: group.paper,
      stage: teaching.stage,
      ...(exercise === undefined ? {} : { exercise: exercise.id }),
      ...(question === undefined ? {} : { convention: teaching.conventions[question] }),
    });
    try {
      await download(`/api/charts/${id}.pdf?${query.toString()}`);
    } catch (e) {
      notice(`The chart could not be made. ${(e as Error).message}`, {
        tone: 'warning',
        action: { label: 'Try again', run: () => void print() },
      });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
        <h1 className="text-[20px]">{instrumentTitle(instrument)}</h1>
        <div className="ml-auto flex flex-wrap items-end gap-2.5">
          <SelectField
            id="chart-notes"
            label="Notes"
            hideLabel
            className="w-48"
            value={exercise === undefined ? teaching.stage : `exercise ${exercise.id}`}
            onChange={(e) => {
              const { value } = e.target;
              if (value.startsWith('exercise ')) go({ exercise: value.slice('exercise '.length) });
              else go({ exercise: undefined, stage: STAGES.find((s) => s === value) });
            }}
          >
            <optgroup label="How far">
              {STAGES.map((s) => (
                <option key={s} value={s}>
                  {STAGE_WORDS[s]}
                </option>
              ))}
            </optgroup>
            {shelf.length > 0 && (
              <optgroup label="Only the notes of">
                {shelf.map((e) => (
                  <option key={e.id} value={`exercise ${e.id}`}>
                    {e.title}
                  </option>
                ))}
              </optgroup>
            )}
          </SelectField>
          {question !== undefined && (
            <SelectField
              id="chart-school"
              label={CONVENTION_QUESTION_WORDS[question]}
              hideLabel
              className="w-52"
              value={teaching.conventions[question]}
              onChange={(e) => go({ convention: e.target.value })}
            >
              {CONVENTION_CHOICES[question].map((c) => (
                <option key={c} value={c}>
                  {CONVENTION_QUESTION_WORDS[question]}: {choiceWords(question, c)}
                </option>
              ))}
            </SelectField>
          )}
          <Button
            kind="primary"
            disabled={busy}
            onClick={() => void print()}
            icon={
              busy ? <LoaderCircle size={16} aria-hidden className="animate-spin" /> : <Printer size={16} aria-hidden />
            }
          >
            {busy ? 'Making the chart …' : 'Get the chart to print'}
          </Button>
        </div>
      </header>
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <ChartInstruments
          chosen={id}
          group={group}
          onChoose={(to) =>
            void navigate(
              writeChartAddress(to, undefined, {
                stage: address.stage,
                exercise: address.exercise,
                convention: undefined,
              }),
            )
          }
        />
        <div
          className="min-w-0 bg-desk max-md:shrink-0 md:min-h-0 md:flex-1 md:overflow-y-auto"
          aria-label="Chart"
          role="region"
        >
          <ChartSheets
            instrument={instrument}
            notes={notes}
            teaching={teaching}
            exercise={exercise}
            group={group}
            chosen={address.note}
            onChoose={(slug) => go({}, slug)}
          />
        </div>
        <aside
          aria-label="The chosen note"
          className="shrink-0 border-line bg-panel max-md:border-t md:w-[18.25rem] md:overflow-y-auto md:border-l"
        >
          {figures.error !== undefined ? (
            <Failure title="The figures did not come" detail={figures.error.message} onRetry={figures.retry} />
          ) : (
            figures.ready && (
              <ChosenNote instrument={instrument} notes={notes} teaching={teaching} chosen={address.note} />
            )
          )}
          <AboutInstrument instrument={instrument} />
        </aside>
      </div>
    </>
  );
}
