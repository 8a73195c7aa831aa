import type { ClassView, SaveAssignmentDto, AssignmentView } from '@cifra/contract';
import {
  addDays,
  FADE_STEPS,
  type FadeStep,
  instrumentOf,
  LADDER_RUNGS,
  type LadderRung,
  type Section,
  ASSIGNED_TO,
  type AssignedTo,
} from '@cifra/core';
import { CalendarDays, Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { removeWork, saveWork, useTerm, useAssignments } from '../../api/classResources';
import { usePupils, useShelf } from '../../api/resources';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { Modal, ModalFooter } from '../../ui/Modal';
import { useNotice } from '../../ui/Notices';
import { saveAs } from '../../ui/saveAs';
import { Empty, Failure, StaffSkeleton } from '../../ui/States';
import { barsWords, dueWords, workForWords } from '../../words/classWords';
import { dayWords, FADE_WORDS, todayIso } from '../../words/pageWords';
import { RUNG_WORDS } from '../../words/practiseWords';
import { SECTION_WORDS } from '../../words/sectionWords';
import type { ClassQuestions } from './classSums';
import { useClassSum } from './useClassSum';
import { byWeeks, workCalendar } from './workPlan';

const FOR_WORDS: Readonly<Record<AssignedTo, string>> = {
  class: 'the whole class',
  section: 'a section',
  pupils: 'some pupils',
};

/** What is set, week by week; a line or some bars, for whom, until when. */
export function AssignmentsTab({ group }: { readonly group: ClassView }) {
  const { data, error, mutate } = useAssignments(group.id);
  const { data: pupils } = usePupils(group.id);
  const notice = useNotice();
  const [editing, setEditing] = useState<AssignmentView | 'new'>();
  const { data: plan } = useTerm(group.id);
  const { data: shelf } = useShelf();
  const teaching = useTeaching(group);
  const question = useMemo(
    (): ClassQuestions['aheadOfSchedule'] => [data ?? [], shelf ?? [], pupils ?? [], plan, group, teaching],
    [data, shelf, pupils, plan, group, teaching],
  );
  const { value: ahead } = useClassSum('aheadOfSchedule', group.instruments, question);
  const names = useMemo(() => new Map((pupils ?? []).map((p) => [p.id, p.name])), [pupils]);
  if (error !== undefined && data === undefined)
    return <Failure title="What is set could not be opened" detail={error.message} onRetry={() => void mutate()} />;
  if (data === undefined) return <StaffSkeleton label="Opening what is set" />;
  const today = todayIso();
  const forWords = (w: AssignmentView): string => workForWords(w, (id) => names.get(id));
  const take = async (w: AssignmentView) => {
    try {
      await removeWork(group.id, w.id);
      const { id: _id, title: _title, createdAt: _at, ...dto } = w;
      notice(`“${w.title}” is not set any more.`, {
        action: { label: 'Set it again', run: () => void saveWork(group.id, undefined, dto) },
      });
    } catch (e) {
      notice((e as Error).message, { tone: 'warning' });
    }
  };
  const calendar = () => {
    try {
      saveAs(`${group.name}.ics`, new Blob([workCalendar(data, group.name, forWords)], { type: 'text/calendar' }));
    } catch (e) {
      notice(`The calendar could not be made: ${(e as Error).message}`, { tone: 'warning' });
    }
  };
  return (
    <div className="mx-auto max-w-4xl">
      <div className="flex gap-2">
        <Button kind="primary" icon={<Plus size={15} aria-hidden />} onClick={() => setEditing('new')}>
          Set a line
        </Button>
        <Button icon={<CalendarDays size={15} aria-hidden />} disabled={data.length === 0} onClick={calendar}>
          Take it as a calendar (.ics)
        </Button>
      </div>
      {data.length === 0 ? (
        <Empty title="Nothing is set yet">
          <p>Set a line, or some bars of it, for the class, a section or a pupil.</p>
        </Empty>
      ) : (
        byWeeks(data).map(([monday, works]) => (
          <section key={monday} aria-label={`Week of ${dayWords(monday)}`} className="mt-5">
            <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Week of {dayWords(monday)}</h2>
            <ul className="divide-y divide-line border-y border-line">
              {works.map((w) => (
                <li key={w.id} className="flex items-start gap-3 py-2.5">
                  <div className="min-w-0 flex-1">
                    <p>
                      <Link to={`/exercises/${w.exerciseId}/practise`} className="font-semibold hover:text-accent">
                        {w.title}
                      </Link>
                      , {barsWords(w)}, for {forWords(w)}
                    </p>
                    <p className="text-[13px] text-secondary">
                      {[
                        w.rungs.map((r) => RUNG_WORDS[r].toLowerCase()).join(', '),
                        w.goalPercent === undefined ? '' : `at ${w.goalPercent} %`,
                        w.fade === undefined ? '' : `help over ${FADE_WORDS[w.fade]}`,
                        w.note ?? '',
                      ]
                        .filter((x) => x !== '')
                        .join('; ')}
                    </p>
                    {ahead?.get(w.id) !== undefined && (
                      <p className="text-[13px] text-fresh">Ahead of the schedule: {ahead.get(w.id)}</p>
                    )}
                  </div>
                  <p className={`shrink-0 text-[13px] ${w.due < today ? 'text-warning' : 'text-secondary'}`}>
                    {w.due < today ? dayWords(w.due) : dueWords(w.due, today)}
                  </p>
                  <Button className="h-8 px-2.5" onClick={() => setEditing(w)}>
                    Change
                  </Button>
                  <button
                    type="button"
                    aria-label={`Take back ${w.title}`}
                    onClick={() => void take(w)}
                    className="rounded p-2 text-secondary hover:bg-desk"
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))
      )}
      {editing !== undefined && (
        <WorkDialog
          group={group}
          work={editing === 'new' ? undefined : editing}
          onClose={() => setEditing(undefined)}
        />
      )}
    </div>
  );
}

const DAYS_A_WEEK = 7;

function WorkDialog({
  group,
  work,
  onClose,
}: {
  readonly group: ClassView;
  readonly work: AssignmentView | undefined;
  readonly onClose: () => void;
}) {
  const { data: shelf } = useShelf();
  const { data: pupils } = usePupils(group.id);
  const [exerciseId, setExercise] = useState(work?.exerciseId ?? '');
  const [whom, setWhom] = useState<AssignedTo>(work?.for ?? 'class');
  const [section, setSection] = useState<Section | undefined>(work?.section);
  const [pupilIds, setPupils] = useState<readonly string[]>(work?.pupilIds ?? []);
  const [from, setFrom] = useState(work?.fromBar?.toString() ?? '');
  const [to, setTo] = useState(work?.toBar?.toString() ?? '');
  const [rungs, setRungs] = useState<readonly LadderRung[]>(work?.rungs ?? ['count', 'finger', 'loose']);
  const [goal, setGoal] = useState(work?.goalPercent ?? 80);
  const [fade, setFade] = useState<FadeStep | ''>(work?.fade ?? '');
  const [due, setDue] = useState(work?.due ?? addDays(todayIso(), DAYS_A_WEEK));
  const [note, setNote] = useState(work?.note ?? '');
  const [problem, setProblem] = useState<string>();
  const line = exerciseId === '' ? shelf?.[0]?.id : exerciseId;
  const sections = [...new Set(group.instruments.map((i) => instrumentOf(i).section))];
  const save = async () => {
    if (line === undefined) return;
    const chosen = section ?? sections[0];
    const dto: SaveAssignmentDto = {
      exerciseId: line,
      for: whom,
      rungs: [...rungs],
      due,
      goalPercent: goal,
      ...(from === '' || to === '' ? {} : { fromBar: Number(from), toBar: Number(to) }),
      ...(whom === 'section' && chosen !== undefined ? { section: chosen } : {}),
      ...(whom === 'pupils' ? { pupilIds: [...pupilIds] } : {}),
      ...(fade === '' ? {} : { fade }),
      ...(note.trim() === '' ? {} : { note: note.trim() }),
    };
    try {
      await saveWork(group.id, work?.id, dto);
      onClose();
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  return (
    <Modal
      open
      onOpenChange={(on) => {
        if (!on) onClose();
      }}
      title={work === undefined ? 'Set a line' : `Change “${work.title}”`}
      wide
    >
      <div className="grid gap-4 md:grid-cols-2">
        <SelectField id="work-line" label="Which line" value={line ?? ''} onChange={(e) => setExercise(e.target.value)}>
          {(shelf ?? []).map((e) => (
            <option key={e.id} value={e.id}>
              {e.title}
            </option>
          ))}
        </SelectField>
        <TextField id="work-due" label="Due on" type="date" value={due} onChange={(e) => setDue(e.target.value)} />
        <SelectField
          id="work-for"
          label="For whom"
          value={whom}
          onChange={(e) => setWhom(e.target.value as AssignedTo)}
        >
          {ASSIGNED_TO.map((f) => (
            <option key={f} value={f}>
              {FOR_WORDS[f]}
            </option>
          ))}
        </SelectField>
        {whom === 'section' && (
          <SelectField
            id="work-section"
            label="Section"
            value={section ?? sections[0]}
            onChange={(e) => setSection(e.target.value as Section)}
          >
            {sections.map((s) => (
              <option key={s} value={s}>
                {SECTION_WORDS[s]}
              </option>
            ))}
          </SelectField>
        )}
        {whom === 'pupils' && (
          <fieldset className="md:col-span-2">
            <legend className="mb-1 text-[13px] font-medium">Pupils</legend>
            <div className="flex flex-wrap gap-x-4 gap-y-1">
              {(pupils ?? []).map((p) => (
                <label key={p.id} className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-[var(--color-accent)]"
                    checked={pupilIds.includes(p.id)}
                    onChange={(e) =>
                      setPupils(e.target.checked ? [...pupilIds, p.id] : pupilIds.filter((x) => x !== p.id))
                    }
                  />
                  {p.name}
                </label>
              ))}
            </div>
          </fieldset>
        )}
        <div className="grid grid-cols-2 gap-2">
          <TextField
            id="work-from"
            label="From bar"
            inputMode="numeric"
            pattern="\d*"
            value={from}
            onChange={(e) => setFrom(e.target.value.replace(/\D/g, ''))}
            placeholder="first"
          />
          <TextField
            id="work-to"
            label="To bar"
            inputMode="numeric"
            pattern="\d*"
            value={to}
            onChange={(e) => setTo(e.target.value.replace(/\D/g, ''))}
            placeholder="last"
          />
        </div>
        <SelectField id="work-goal" label="Goal" value={goal} onChange={(e) => setGoal(Number(e.target.value))}>
          {[40, 50, 60, 70, 80, 90, 100, 110, 120].map((g) => (
            <option key={g} value={g}>
              {g} % of the tempo
            </option>
          ))}
        </SelectField>
        <SelectField
          id="work-fade"
          label="Help over the notes"
          value={fade}
          onChange={(e) => setFade(e.target.value as FadeStep | '')}
        >
          <option value="">as the class has it</option>
          {FADE_STEPS.map((f) => (
            <option key={f} value={f}>
              {FADE_WORDS[f]}
            </option>
          ))}
        </SelectField>
        <fieldset className="md:col-span-2">
          <legend className="mb-1 text-[13px] font-medium">Steps</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {LADDER_RUNGS.map((r) => (
              <label key={r} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="accent-[var(--color-accent)]"
                  checked={rungs.includes(r)}
                  onChange={(e) =>
                    setRungs(
                      e.target.checked
                        ? LADDER_RUNGS.filter((x) => rungs.includes(x) || x === r)
                        : rungs.filter((x) => x !== r),
                    )
                  }
                />
                {RUNG_WORDS[r]}
              </label>
            ))}
          </div>
        </fieldset>
        <div className="md:col-span-2">
          <TextField
            id="work-note"
            label="A word to them"
            maxLength={500}
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
        </div>
      </div>
      {problem !== undefined && (
        <p role="alert" className="mt-3 text-warning">
          {problem}
        </p>
      )}
      <div className="mt-4">
        <ModalFooter>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            kind="primary"
            disabled={line === undefined || due === '' || (whom === 'pupils' && pupilIds.length === 0)}
            onClick={() => void save()}
          >
            {work === undefined ? 'Set it' : 'Save the change'}
          </Button>
        </ModalFooter>
      </div>
    </Modal>
  );
}
