import { instrumentWord } from '@cifra/contract/words';
import type { ClassView, ExerciseView } from '@cifra/contract';
import {
  type ByInstrument,
  type InstrumentId,
  isInstrumentId,
  type KeyFitness,
  knownNotes,
  linesOf,
  type PagePlan,
  type PartChoice,
  taughtAs,
  transposeExercise,
  USUAL_FIFTHS,
} from '@cifra/core';
import { useTitle } from '../../ui/useTitle';
import { Tabs } from 'radix-ui';
import { useMemo } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { useTeacher } from '../../api/resources';
import { ConflictDialog } from '../../exercise/ConflictDialog';
import { useSaving } from '../../exercise/useSaving';
import { OpenExercise } from '../../exercise/OpenExercise';
import { useTeaching } from '../../conventions/teaching';
import { SelectField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { exerciseCaption, keyName } from '../../words/caption';
import { todayIso } from '../../words/pageWords';
import { Breaths } from './Breaths';
import { classPages } from '../../lookFirst/classPages';
import { ClassKeys } from './ClassKeys';
import { ClassLook } from './ClassLook';
import { DuetParting } from './DuetParting';
import { Easier } from './Easier';
import { EasierFor } from './EasierFor';
import { HeatStrip } from './HeatStrip';
import { LookSheet } from '../../lookFirst/LookSheet';
import { PatternMap } from './PatternMap';
import { Trouble } from './Trouble';
import { WatchList } from './WatchList';

/** Opens the line and the class that it is read for. */
export const Read = () => (
  <OpenExercise what="line" then="then it can be read.">
    {(exercise, group) => <OpenRead key={exercise.id} exercise={exercise} group={group} />}
  </OpenExercise>
);

/** What can be read, in the order in which a teacher does. */
const VIEWS = {
  look: 'Look first',
  again: 'What comes again',
  wrong: 'What will go wrong',
  breaths: 'Breaths',
  keys: 'Key for the class',
  easier: 'Make it easier',
} as const;
type View = keyof typeof VIEWS;
const isView = (text: string | null): text is View => text !== null && text in VIEWS;
const WHOLE_CLASS = 'class';

function OpenRead({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const { instrument } = useParams();
  const [query, setQuery] = useSearchParams();
  const navigate = useNavigate();
  const notice = useNotice();
  const teaching = useTeaching(group);
  const { data: teacher } = useTeacher();
  const saving = useSaving(exercise);
  const asked = query.get('see');
  const view: View = isView(asked) ? asked : 'look';
  const chosen: InstrumentId | undefined =
    instrument !== undefined && isInstrumentId(instrument) && group.instruments.includes(instrument)
      ? instrument
      : undefined;
  useTitle(`${exercise.title}, read`);
  const plans = useMemo(() => classPages(exercise.document, group, teaching), [exercise.document, group, teaching]);
  const address = (id: InstrumentId | undefined, to: View = view): string =>
    `/exercises/${exercise.id}/read/${id ?? WHOLE_CLASS}${to === 'look' ? '' : `?see=${to}`}`;
  const open = (id: InstrumentId | undefined) => void navigate(address(id));

  const takeKey = ({ interval, fifths }: KeyFitness) => {
    const before = saving.current();
    saving.save((e) => transposeExercise(e, interval));
    notice(
      `The whole class plays in ${keyName({ fifths, mode: before.source.measures[0]?.key?.mode ?? 'major' })} now.`,
      { action: { label: 'Undo', run: () => saving.save(() => before) } },
    );
  };
  const takeChoices = (choices: ByInstrument<PartChoice>, what: string) => {
    const before = saving.current();
    saving.save((e) => {
      const partChoices = { ...e.partChoices, ...choices };
      return {
        ...e,
        partChoices: Object.fromEntries(Object.entries(partChoices).filter(([, c]) => Object.keys(c).length > 0)),
      };
    });
    notice(what, { action: { label: 'Undo', run: () => saving.save(() => before) } });
  };

  // What is the same for all is read off the first instrument's page.
  const one = plans?.find((p) => p.id === chosen) ?? plans?.[0];
  return (
    <>
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2 print:hidden">
        <h1 className="truncate text-[20px]">{exercise.title}</h1>
        <p className="truncate text-[13px] text-secondary max-md:hidden">{exerciseCaption(exercise.document)}</p>
        <SelectField
          id="read-for"
          label="Read it for"
          hideLabel
          className="ml-auto w-56"
          value={chosen ?? WHOLE_CLASS}
          onChange={(e) => open(isInstrumentId(e.target.value) ? e.target.value : undefined)}
        >
          <option value={WHOLE_CLASS}>for the whole class</option>
          {group.instruments.map((i) => (
            <option key={i} value={i}>
              for the {instrumentWord(taughtAs(i, teaching.conventions))}
            </option>
          ))}
        </SelectField>
      </header>
      <Tabs.Root
        value={view}
        onValueChange={(to) => setQuery(to === 'look' ? {} : { see: to }, { replace: true })}
        className="flex min-h-0 flex-1 flex-col print:block"
      >
        <Tabs.List
          aria-label="What can be read"
          className="flex shrink-0 gap-5 overflow-x-auto border-b border-line bg-white px-5 print:hidden"
        >
          {Object.entries(VIEWS).map(([name, words]) => (
            <Tabs.Trigger
              key={name}
              value={name}
              className="border-b-2 border-transparent px-0.5 pt-2 pb-1.5 font-medium whitespace-nowrap text-secondary data-[state=active]:border-accent data-[state=active]:text-ink"
            >
              {words}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content
          value={view}
          aria-label="What is in the line"
          className="min-h-0 flex-1 overflow-y-auto bg-desk print:overflow-visible print:bg-white"
        >
          <div className="mx-auto max-w-4xl space-y-5 p-3 md:p-5 print:max-w-none print:p-0">
            {view !== 'wrong' && (
              <p className="hidden px-[12mm] pt-[12mm] font-serif text-[22px] font-semibold print:block">
                {exercise.title}
              </p>
            )}
            {one !== undefined && (
              <Shown
                {...{ view, exercise, group, teaching, plans, one, chosen, takeKey, takeChoices, open, address }}
                usual={group.usualFifths ?? USUAL_FIFTHS}
                sentences={teacher?.sentences ?? {}}
              />
            )}
          </div>
        </Tabs.Content>
      </Tabs.Root>
      <ConflictDialog exercise={exercise} conflict={saving.conflict} onClose={saving.settle} />
    </>
  );
}

interface Seen {
  readonly id: InstrumentId;
  readonly plan: PagePlan;
}

interface ShownProps {
  readonly view: View;
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly teaching: ReturnType<typeof useTeaching>;
  readonly plans: readonly Seen[];
  readonly one: Seen;
  readonly chosen: InstrumentId | undefined;
  readonly usual: number;
  readonly sentences: Parameters<typeof LookSheet>[0]['sentences'];
  readonly takeKey: (key: KeyFitness) => void;
  readonly takeChoices: Parameters<typeof Easier>[0]['onTake'];
  readonly open: (id: InstrumentId | undefined) => void;
  readonly address: (id: InstrumentId | undefined, to?: View) => string;
}

/** The part of the reading that is asked for. */
function Shown({
  view,
  exercise,
  group,
  teaching,
  plans,
  one,
  chosen,
  usual,
  sentences,
  takeKey,
  takeChoices,
  open,
  address,
}: ShownProps) {
  const all = useMemo(() => plans.map((p) => p.plan), [plans]);
  const known = knownNotes(group.known)[one.id];
  const request = useMemo(
    () => ({
      exercise: exercise.document,
      instrument: one.id,
      teaching,
      page: group.page,
      today: todayIso(),
      paper: group.paper,
      ...(known !== undefined && { known }),
    }),
    [exercise.document, one.id, teaching, group, known],
  );
  const idOf = (plan: PagePlan): InstrumentId | undefined => plans.find((p) => p.plan === plan)?.id;
  switch (view) {
    case 'look':
      return chosen === undefined ? (
        <ClassLook plans={all} usual={usual} addressOf={(p) => address(idOf(p))} />
      ) : (
        <LookSheet plan={one.plan} usual={usual} sentences={sentences} />
      );
    case 'again':
      return (
        <>
          <PatternMap plan={one.plan} />
          {linesOf(exercise.document).length > 1 && (
            <DuetParting exercise={exercise.document} names={teaching.conventions.rhythmNames} />
          )}
        </>
      );
    case 'wrong':
      return (
        <>
          <div className="print:hidden">
            <HeatStrip plans={chosen === undefined ? all : [one.plan]} onPick={(plan) => open(idOf(plan))} />
          </div>
          {chosen === undefined ? (
            <WatchList plans={all} addressOf={(p) => address(idOf(p))} />
          ) : (
            <Trouble plan={one.plan} exercise={exercise} group={group} request={request} />
          )}
        </>
      );
    case 'breaths':
      return <Breaths plan={one.plan} isLead={chosen === undefined && plans.length > 1} />;
    case 'keys':
      return <ClassKeys exercise={exercise} group={group} teaching={teaching} onTake={takeKey} />;
    case 'easier':
      return chosen === undefined ? (
        <EasierFor plans={all} onChoose={(plan) => open(idOf(plan))} />
      ) : (
        <Easier
          key={one.id}
          exercise={exercise}
          plan={one.plan}
          teaching={teaching}
          known={known}
          instruments={group.instruments}
          onTake={takeChoices}
        />
      );
  }
}
