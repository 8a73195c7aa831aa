import type { TermDto, ClassView, LogEntryDto, RubricDto, AssignmentView } from '@cifra/contract';
import { isAssignedTo } from '@cifra/core';
import { useMemo, useState } from 'react';
import { saveLog, savePlan, useLog, useTerm, useAssignments } from '../../api/classResources';
import { usePupils } from '../../api/resources';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { Empty, Failure, StaffSkeleton } from '../../ui/States';
import { barsWords } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';

const LESSON = 'lesson';

/** After a lesson: everybody has it but two, each perhaps with a remark; written down in one go. */
export function LessonTab({ group }: { readonly group: ClassView }) {
  const pupils = usePupils(group.id);
  const work = useAssignments(group.id);
  const log = useLog(group.id);
  const plan = useTerm(group.id);
  const error = pupils.error ?? work.error ?? log.error ?? plan.error;
  if (error !== undefined)
    return (
      <Failure
        title="The log could not be opened"
        detail={error.message}
        onRetry={() => {
          void pupils.mutate();
          void work.mutate();
          void log.mutate();
          void plan.mutate();
        }}
      />
    );
  if (pupils.data === undefined || work.data === undefined || log.data === undefined || plan.data === undefined)
    return <StaffSkeleton label="Opening the log" />;
  if (pupils.data.length === 0)
    return (
      <Empty title="Nobody is on the list">
        <p>Put the pupils on the list first; then a lesson is written down in one go.</p>
      </Empty>
    );
  return <Lesson group={group} pupils={pupils.data} work={work.data} log={log.data} plan={plan.data} />;
}

function Lesson({
  group,
  pupils,
  work,
  log,
  plan,
}: {
  readonly plan: TermDto;
  readonly group: ClassView;
  readonly pupils: NonNullable<ReturnType<typeof usePupils>['data']>;
  readonly work: readonly AssignmentView[];
  readonly log: NonNullable<ReturnType<typeof useLog>['data']>;
}) {
  const [day, setDay] = useState(todayIso());
  const [about, setAbout] = useState(work[0]?.id ?? LESSON);
  const [missing, setMissing] = useState<ReadonlySet<string>>(new Set());
  const [remarks, setRemarks] = useState<Readonly<Record<string, string>>>({});
  const [marks, setMarks] = useState<Readonly<Record<string, Readonly<Record<string, number>>>>>({});
  const [saving, setSaving] = useState(false);
  const rubric = plan.rubric?.criteria.length === 0 ? undefined : plan.rubric;
  const notice = useNotice();
  const chosen = work.find((w) => w.id === about);
  const asked = useMemo(
    () => (chosen === undefined ? pupils : pupils.filter((p) => isAssignedTo(chosen, p))),
    [pupils, chosen],
  );
  const written = log.filter((l) => l.day === day && (l.assignmentId ?? LESSON) === about);
  const save = async () => {
    setSaving(true);
    const entries = asked.map((p): LogEntryDto => {
      const remark = (remarks[p.id] ?? '').trim();
      const given = Object.entries(marks[p.id] ?? {}).map(([criterion, level]) => ({ criterion, level }));
      return {
        pupilId: p.id,
        done: !missing.has(p.id),
        ...(about === LESSON ? {} : { assignmentId: about }),
        ...(remark === '' ? {} : { remark }),
        ...(given.length === 0 ? {} : { marks: given }),
      };
    });
    try {
      await saveLog(group.id, { day, entries });
      notice(
        missing.size === 0 ? `Written down: all ${asked.length} have it.` : `Written down: all but ${missing.size}.`,
      );
      setMissing(new Set());
      setRemarks({});
      setMarks({});
    } catch (e) {
      notice((e as Error).message, { tone: 'warning', action: { label: 'Try again', run: () => void save() } });
    } finally {
      setSaving(false);
    }
  };
  const days = [...new Set(log.map((l) => l.day))].sort().reverse().slice(0, 8);
  return (
    <div className="mx-auto max-w-4xl space-y-4">
      <div className="flex flex-wrap items-end gap-3">
        <TextField id="log-day" label="Day" type="date" value={day} onChange={(e) => setDay(e.target.value)} />
        <SelectField
          id="log-about"
          label="About"
          className="w-80"
          value={about}
          onChange={(e) => {
            setAbout(e.target.value);
            setMissing(new Set());
          }}
        >
          {work.map((w) => (
            <option key={w.id} value={w.id}>
              {w.title}, {barsWords(w)}, due {dayWords(w.due)}
            </option>
          ))}
          <option value={LESSON}>the lesson as a whole</option>
        </SelectField>
      </div>
      <p>Everybody has it, but those you mark.</p>
      <ul className="grid gap-x-6 md:grid-cols-2">
        {asked.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center gap-2 border-b border-line py-1.5">
            <button
              type="button"
              aria-pressed={missing.has(p.id)}
              onClick={() => {
                const now = new Set(missing);
                if (!now.delete(p.id)) now.add(p.id);
                setMissing(now);
              }}
              className="w-36 rounded border border-line px-2.5 py-1 text-left aria-pressed:border-warning aria-pressed:bg-warning-soft aria-pressed:text-warning"
            >
              {p.name}
              {missing.has(p.id) ? ': not yet' : ''}
            </button>
            <input
              aria-label={`Remark on ${p.name}`}
              maxLength={500}
              placeholder="a remark"
              value={remarks[p.id] ?? ''}
              onChange={(e) => setRemarks({ ...remarks, [p.id]: e.target.value })}
              className="h-8 min-w-0 flex-1 rounded border border-transparent px-2 hover:border-line focus:border-[#8a97ab]"
            />
            {rubric !== undefined && (
              <div className="flex w-full gap-2">
                {rubric.criteria.map((c) => (
                  <select
                    key={c}
                    aria-label={`${c}, ${p.name}`}
                    className="h-8 min-w-0 flex-1 rounded border border-line bg-white px-2 text-[13px]"
                    value={marks[p.id]?.[c] ?? ''}
                    onChange={(e) => {
                      const { [c]: _before, ...others } = marks[p.id] ?? {};
                      setMarks({
                        ...marks,
                        [p.id]: e.target.value === '' ? others : { ...others, [c]: Number(e.target.value) },
                      });
                    }}
                  >
                    <option value="">{c}: –</option>
                    {rubric.levels.map((l, i) => (
                      <option key={l} value={i}>
                        {c}: {l}
                      </option>
                    ))}
                  </select>
                ))}
              </div>
            )}
          </li>
        ))}
      </ul>
      <div className="flex items-center gap-3">
        <Button kind="primary" disabled={saving || day === '' || asked.length === 0} onClick={() => void save()}>
          {missing.size === 0 ? `Write down: all ${asked.length} have it` : `Write down: all but ${missing.size}`}
        </Button>
        {written.length > 0 && (
          <p className="text-[13px] text-secondary">This day is written down already; it would be written over.</p>
        )}
      </div>
      <Rubric
        key={JSON.stringify(plan.rubric)}
        rubric={plan.rubric ?? NO_RUBRIC}
        onSave={(r) =>
          savePlan(group.id, { ...plan, rubric: r }).catch((e: Error) => notice(e.message, { tone: 'warning' }))
        }
      />
      {days.length > 0 && (
        <section aria-label="Written down" className="pt-4">
          <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Written down</h2>
          <ul className="divide-y divide-line border-y border-line">
            {days.map((d) => {
              const own = log.filter((l) => l.day === d);
              const not = own
                .filter((l) => !l.done)
                .map((l) => pupils.find((p) => p.id === l.pupilId)?.name ?? 'somebody who has left');
              return (
                <li key={d} className="py-2">
                  <strong className="font-semibold">{dayWords(d)}</strong>: {own.filter((l) => l.done).length} had it
                  {not.length === 0 ? '' : `; not yet: ${[...new Set(not)].join(', ')}`}
                  {own
                    .filter((l) => l.remark !== undefined)
                    .map((l) => (
                      <span key={l.id} className="block text-[13px] text-secondary">
                        {pupils.find((p) => p.id === l.pupilId)?.name}: {l.remark}
                      </span>
                    ))}
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </div>
  );
}

const NO_RUBRIC: RubricDto = { criteria: [], levels: ['not yet', 'nearly', 'there', 'secure'] };
const lines = (text: string, most: number): string[] =>
  [
    ...new Set(
      text
        .split('\n')
        .map((l) => l.trim().slice(0, 40))
        .filter((l) => l !== ''),
    ),
  ].slice(0, most);

/** The few things that a teacher looks at, in their own words, and the words for how far each has come. */
function Rubric({
  rubric,
  onSave,
}: {
  readonly rubric: RubricDto;
  readonly onSave: (rubric: RubricDto) => Promise<unknown>;
}) {
  const [criteria, setCriteria] = useState(rubric.criteria.join('\n'));
  const [levels, setLevels] = useState(rubric.levels.join('\n'));
  const next: RubricDto = { criteria: lines(criteria, 6), levels: lines(levels, 5) };
  return (
    <details className="rounded-md border border-line px-3 py-2">
      <summary className="cursor-pointer font-medium">
        What you look at{rubric.criteria.length > 0 ? `: ${rubric.criteria.join(', ')}` : ''}
      </summary>
      <div className="mt-2 grid gap-4 sm:grid-cols-2">
        <div>
          <label htmlFor="rubric-criteria" className="mb-1 block text-[13px] font-medium">
            One thing a line, at most six
          </label>
          <textarea
            id="rubric-criteria"
            rows={4}
            value={criteria}
            onChange={(e) => setCriteria(e.target.value)}
            placeholder={'Sound\nPosture\nCounting'}
            className="w-full rounded-md border border-[#8a97ab] bg-white p-2"
          />
        </div>
        <div>
          <label htmlFor="rubric-levels" className="mb-1 block text-[13px] font-medium">
            How far, from the least to the most
          </label>
          <textarea
            id="rubric-levels"
            rows={4}
            value={levels}
            onChange={(e) => setLevels(e.target.value)}
            className="w-full rounded-md border border-[#8a97ab] bg-white p-2"
          />
        </div>
      </div>
      <Button
        className="mt-2"
        disabled={next.levels.length < 2 || JSON.stringify(next) === JSON.stringify(rubric)}
        onClick={() => void onSave(next)}
      >
        Save what you look at
      </Button>
    </details>
  );
}
