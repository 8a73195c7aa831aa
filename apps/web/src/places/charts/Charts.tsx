import type { ClassView, ListedExerciseView } from '@cifra/contract';
import { useTitle } from '../../ui/useTitle';
import { STAGE_WORDS } from '@cifra/contract/words';
import {
  chartNotes,
  figureQuestion,
  figureConvention,
  type InstrumentId,
  pageNotes,
  CONVENTION_CHOICES,
  conventionsOf,
  STAGES,
  taughtAs,
  type Teaching,
} from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { LoaderCircle, Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import { download } from '../../api/request';
import { useShelf } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { Loaded } from '../../ui/Loaded';
import { useAttempt } from '../../ui/useAttempt';
import { choiceWords, CONVENTION_QUESTION_WORDS } from '../../words/conventionWords';
import { AboutInstrument } from './AboutInstrument';
import { type ChartAddress, readChartAddress, writeChartAddress } from './chartAddress';
import { ChartInstruments } from './ChartInstruments';
import { ChartSheets } from './ChartSheets';
import { ChosenNote } from './ChosenNote';

/** Opens what charts need: the class for its conventions, the shelf for the notes of an exercise. */
export function Charts() {
  const shelf = useShelf();
  const { instrument, note } = useParams();
  const [query] = useSearchParams();
  const address = readChartAddress(instrument, note, query);
  return (
    <Loaded of={useCurrentClass()} what="The charts" className="p-10">
      {(group) =>
        address.instrument === undefined ? (
          <Navigate to={writeChartAddress(group.instruments[0] ?? 'flute', undefined, address)} replace />
        ) : (
          <OpenChart
            key={address.instrument}
            id={address.instrument}
            address={address}
            group={group}
            shelf={shelf.data ?? []}
          />
        )
      }
    </Loaded>
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

function OpenChart({
  id,
  address,
  group,
  shelf,
}: {
  readonly id: InstrumentId;
  readonly address: ChartAddress;
  readonly group: ClassView;
  readonly shelf: readonly ListedExerciseView[];
}) {
  const navigate = useNavigate();
  const attempt = useAttempt();
  const [busy, setBusy] = useState(false);
  const teaching = useChartTeaching(id, address, group);
  const instrument = useMemo(() => taughtAs(id, teaching.conventions), [id, teaching]);
  const exercise = shelf.find((e) => e.id === address.exercise);
  const notes = useMemo(() => {
    if (exercise === undefined) return { list: chartNotes(instrument, teaching.stage), clef: undefined };
    const page = pageNotes(exercise.summary, id, teaching);
    return { list: page.notes, clef: page.clef };
  }, [id, instrument, exercise, teaching]);
  const question = figureQuestion(id);
  const go = (change: Partial<ChartAddress>, note?: string) =>
    void navigate(writeChartAddress(id, note, { ...address, ...change }), { replace: note !== undefined });
  useTitle(`${instrumentTitle(instrument)}, chart`);
  const print = async () => {
    setBusy(true);
    const query = new URLSearchParams({
      class: group.id,
      paper: group.paper,
      stage: teaching.stage,
      ...(exercise !== undefined && { exercise: exercise.id }),
      ...(question !== undefined && { convention: teaching.conventions[question] }),
    });
    await attempt(() => download(`/api/charts/${id}.pdf?${query.toString()}`), {
      saying: 'The chart could not be made.',
      again: true,
    });
    setBusy(false);
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
            title={exercise?.title}
            group={group}
            chosen={address.note}
            onChoose={(slug) => go({}, slug)}
          />
        </div>
        <aside
          aria-label="The chosen note"
          className="shrink-0 border-line bg-panel max-md:border-t md:w-[18.25rem] md:overflow-y-auto md:border-l"
        >
          <ChosenNote instrument={instrument} notes={notes} teaching={teaching} chosen={address.note} />
          <AboutInstrument instrument={instrument} />
        </aside>
      </div>
    </>
  );
}
