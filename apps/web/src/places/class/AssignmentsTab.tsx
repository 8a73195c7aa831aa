import type { AssignmentView, ClassView } from '@cifra/contract';
import { CalendarDays, Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { removeAssignment, restoreAssignment, useAssignments, useTerm } from '../../api/classResources';
import { usePupils } from '../../api/pupils';
import { useShelf } from '../../api/resources';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { Loaded } from '../../ui/Loaded';
import { useNotice } from '../../ui/Notices';
import { saveAs } from '../../ui/saveAs';
import { Empty } from '../../ui/States';
import { useAttempt } from '../../ui/useAttempt';
import { assignedToWords, barsWords, dueWords } from '../../words/classWords';
import { dayWords, FADE_WORDS, todayIso } from '../../words/pageWords';
import { RUNG_WORDS } from '../../words/practiseWords';
import { aheadOfSchedule } from './aheadOfSchedule';
import { AssignmentDialog } from './AssignmentDialog';
import { assignmentCalendar, byWeeks } from './assignments';

/** What is set, week by week; a line or some bars, for whom, until when. */
export function AssignmentsTab({ group }: { readonly group: ClassView }) {
  return (
    <Loaded of={useAssignments(group.id)} what="What is set">
      {(assignments) => <Assignments group={group} assignments={assignments} />}
    </Loaded>
  );
}

function Assignments({
  group,
  assignments,
}: {
  readonly group: ClassView;
  readonly assignments: readonly AssignmentView[];
}) {
  const { data: pupils } = usePupils(group.id);
  const { data: term } = useTerm(group.id);
  const { data: shelf } = useShelf();
  const notice = useNotice();
  const attempt = useAttempt();
  const [editing, setEditing] = useState<AssignmentView | 'new'>();
  const teaching = useTeaching(group);
  const ahead = useMemo(
    () => aheadOfSchedule(assignments, shelf ?? [], pupils ?? [], term, group, teaching),
    [assignments, shelf, pupils, term, group, teaching],
  );
  const names = useMemo(() => new Map((pupils ?? []).map((p) => [p.id, p.name])), [pupils]);
  const today = todayIso();
  const forWords = (a: AssignmentView): string => assignedToWords(a, (id) => names.get(id));
  const takeBack = (a: AssignmentView) =>
    attempt(async () => {
      await removeAssignment(group.id, a.id);
      notice(`“${a.title}” is not set any more.`, {
        action: { label: 'Set it again', run: () => void attempt(() => restoreAssignment(group.id, a.id)) },
      });
    });
  const takeCalendar = () =>
    attempt(
      async () => {
        const text = assignmentCalendar(assignments, group.name, forWords);
        saveAs(`${group.name}.ics`, new Blob([text], { type: 'text/calendar' }));
      },
      { saying: 'The calendar could not be made:' },
    );
  return (
    <div className="mx-auto max-w-4xl">
      <div className="flex gap-2">
        <Button kind="primary" icon={<Plus size={15} aria-hidden />} onClick={() => setEditing('new')}>
          Set a line
        </Button>
        <Button
          icon={<CalendarDays size={15} aria-hidden />}
          disabled={assignments.length === 0}
          onClick={() => void takeCalendar()}
        >
          Take it as a calendar (.ics)
        </Button>
      </div>
      {assignments.length === 0 ? (
        <Empty title="Nothing is set yet">
          <p>Set a line, or some bars of it, for the class, a section or a pupil.</p>
        </Empty>
      ) : (
        byWeeks(assignments).map(([monday, due]) => (
          <section key={monday} aria-label={`Week of ${dayWords(monday)}`} className="mt-5">
            <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Week of {dayWords(monday)}</h2>
            <ul className="divide-y divide-line border-y border-line">
              {due.map((a) => (
                <li key={a.id} className="flex items-start gap-3 py-2.5">
                  <div className="min-w-0 flex-1">
                    <p>
                      <Link to={`/exercises/${a.exerciseId}/practise`} className="font-semibold hover:text-accent">
                        {a.title}
                      </Link>
                      , {barsWords(a)}, for {forWords(a)}
                    </p>
                    <p className="text-[13px] text-secondary">
                      {[
                        a.rungs.map((r) => RUNG_WORDS[r].toLowerCase()).join(', '),
                        a.goalPercent === undefined ? '' : `at ${a.goalPercent} %`,
                        a.fade === undefined ? '' : `help over ${FADE_WORDS[a.fade]}`,
                        a.note ?? '',
                      ]
                        .filter((x) => x !== '')
                        .join('; ')}
                    </p>
                    {ahead.has(a.id) && (
                      <p className="text-[13px] text-fresh">Ahead of the schedule: {ahead.get(a.id)}</p>
                    )}
                  </div>
                  <p className={`shrink-0 text-[13px] ${a.due < today ? 'text-warning' : 'text-secondary'}`}>
                    {a.due < today ? dayWords(a.due) : dueWords(a.due, today)}
                  </p>
                  <Button className="h-8 px-2.5" onClick={() => setEditing(a)}>
                    Change
                  </Button>
                  <button
                    type="button"
                    aria-label={`Take back ${a.title}`}
                    onClick={() => void takeBack(a)}
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
        <AssignmentDialog
          group={group}
          assignment={editing === 'new' ? undefined : editing}
          shelf={shelf ?? []}
          pupils={pupils ?? []}
          onClose={() => setEditing(undefined)}
        />
      )}
    </div>
  );
}
