import type { AssignmentView, ClassView, LogEntryDto, LogView, MarkDto, PupilView, TermDto } from '@cifra/contract';
import { isAssignedTo } from '@cifra/core';
import { useMemo, useState } from 'react';
import { saveLog, saveTerm, useAssignments, useLog, useTerm } from '../../api/classResources';
import { usePupils } from '../../api/pupils';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { allOf } from '../../ui/allOf';
import { Loaded } from '../../ui/Loaded';
import { Empty } from '../../ui/States';
import { useAttempt } from '../../ui/useAttempt';
import { barsWords } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { RubricFields } from './RubricFields';

const LESSON = 'lesson';
const marksOf = (given: Readonly<Record<string, number>> = {}): MarkDto[] | undefined => {
  const marks = Object.entries(given).map(([criterion, level]) => ({ criterion, level }));
  return marks.length === 0 ? undefined : marks;
};

/** After a lesson: everybody has it but two, each perhaps with a remark; written down in one go. */
export function LessonTab({ group }: { readonly group: ClassView }) {
  const { id } = group;
  const loading = allOf({ pupils: usePupils(id), assignments: useAssignments(id), log: useLog(id), term: useTerm(id) });
  return (
    <Loaded of={loading} what="The log">
      {(records) =>
        records.pupils.length === 0 ? (
          <Empty title="Nobody is on the list">
            <p>Put the pupils on the list first; then a lesson is written down in one go.</p>
          </Empty>
        ) : (
          <Lesson group={group} {...records} />
        )
      }
    </Loaded>
  );
}

interface LessonProps {
  readonly group: ClassView;
  readonly pupils: readonly PupilView[];
  readonly assignments: readonly AssignmentView[];
  readonly log: readonly LogView[];
  readonly term: TermDto;
}

function Lesson({ group, pupils, assignments, log, term }: LessonProps) {
  const [day, setDay] = useState(todayIso());
  const [about, setAbout] = useState(assignments[0]?.id ?? LESSON);
  const [missing, setMissing] = useState<ReadonlySet<string>>(new Set());
  const [remarks, setRemarks] = useState<Readonly<Record<string, string>>>({});
  const [marks, setMarks] = useState<Readonly<Record<string, Readonly<Record<string, number>>>>>({});
  const [saving, setSaving] = useState(false);
  const rubric = term.rubric?.criteria.length === 0 ? undefined : term.rubric;
  const notice = useNotice();
  const attempt = useAttempt();
  const chosen = assignments.find((w) => w.id === about);
  const asked = useMemo(
    () => (chosen === undefined ? pupils : pupils.filter((p) => isAssignedTo(chosen, p))),
    [pupils, chosen],
  );
  const written = log.filter((l) => l.day === day && (l.assignmentId ?? LESSON) === about);
  const save = async () => {
    setSaving(true);
    const entries = asked.map((p): LogEntryDto => ({
      pupilId: p.id,
      done: !missing.has(p.id),
      assignmentId: about === LESSON ? undefined : about,
      remark: (remarks[p.id] ?? '').trim() || undefined,
      marks: marksOf(marks[p.id]),
    }));
    const said = missing.size === 0 ? `all ${asked.length} have it` : `all but ${missing.size}`;
    await attempt(
      async () => {
        await saveLog(group.id, { day, entries });
        notice(`Written down: ${said}.`);
        setMissing(new Set());
        setRemarks({});
        setMarks({});
      },
      { again: true },
    );
    setSaving(false);
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
          {assignments.map((w) => (
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
      <RubricFields
        key={JSON.stringify(term.rubric)}
        rubric={term.rubric}
        onSave={(changed) => void attempt(() => saveTerm(group.id, term, { rubric: changed }))}
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
