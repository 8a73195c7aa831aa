import type { AssignmentView, ClassView, LogEntryDto, LogView, MarkDto, PupilView, TermDto } from '@cifra/contract';
import { isAssignedTo } from '@cifra/core';
import { ToggleGroup } from 'radix-ui';
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
import { barsWords, WHO_LEFT } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { RubricFields } from './RubricFields';

const LESSON = 'lesson';

/** What is said of a pupil after a lesson. */
const SAID = ['has', 'not-yet', 'absent'] as const;
type Said = (typeof SAID)[number];
const SAID_WORDS: Readonly<Record<Said, string>> = { has: 'has it', 'not-yet': 'not yet', absent: 'absent' };
const countWords = (what: Said, n: number): string => `${n} ${what === 'has' && n > 1 ? 'have it' : SAID_WORDS[what]}`;
const SAID_TONE: Readonly<Record<Said, string>> = {
  has: 'data-[state=on]:bg-accent-soft data-[state=on]:text-accent data-[state=on]:font-semibold',
  'not-yet': 'data-[state=on]:bg-warning-soft data-[state=on]:text-warning data-[state=on]:font-semibold',
  absent: 'data-[state=on]:bg-desk data-[state=on]:font-semibold',
};
const marksOf = (given: Readonly<Record<string, number>> = {}): MarkDto[] | undefined => {
  const marks = Object.entries(given).map(([criterion, level]) => ({ criterion, level }));
  return marks.length === 0 ? undefined : marks;
};

/** After a lesson: who has it, who not yet, who was absent, each perhaps with a remark; written down in one go. */
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
  const [said, setSaid] = useState<Readonly<Record<string, Said>>>({});
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
  const of = (what: Said): number => asked.filter((p) => said[p.id] === what).length;
  const silent = asked.filter((p) => said[p.id] === undefined);
  const counted = SAID.flatMap((what) => (of(what) === 0 ? [] : [countWords(what, of(what))])).join(', ');
  /** A remark or a mark on somebody of whom it is not said how it went. */
  const unsaid = silent.find((p) => (remarks[p.id] ?? '').trim() !== '' || marksOf(marks[p.id]) !== undefined);
  const written = log.filter((l) => l.day === day && (l.assignmentId ?? LESSON) === about);
  const save = async () => {
    setSaving(true);
    // Of whom nothing was said, nothing is written.
    const entries = asked.flatMap((p): LogEntryDto[] => {
      const what = said[p.id];
      if (what === undefined) return [];
      return [
        {
          pupilId: p.id,
          done: what === 'has',
          ...(what === 'absent' && { absent: true }),
          assignmentId: about === LESSON ? undefined : about,
          remark: (remarks[p.id] ?? '').trim() || undefined,
          marks: marksOf(marks[p.id]),
        },
      ];
    });
    await attempt(
      async () => {
        await saveLog(group.id, { day, entries });
        notice(`Written down: ${counted}.`);
        setSaid({});
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
            setSaid({});
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
      <div className="flex flex-wrap items-center gap-3">
        <p>Say how it went, of each or of all. Of whom nothing is said, nothing is written.</p>
        <Button
          disabled={silent.length === 0}
          onClick={() => setSaid({ ...Object.fromEntries(asked.map((p) => [p.id, 'has' as const])), ...said })}
        >
          {silent.length === asked.length ? 'Everybody has it' : 'The others have it'}
        </Button>
      </div>
      <ul className="grid gap-x-6 md:grid-cols-2">
        {asked.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center gap-2 border-b border-line py-1.5">
            <span className="w-24 truncate">{p.name}</span>
            <ToggleGroup.Root
              type="single"
              aria-label={`How it went, ${p.name}`}
              value={said[p.id] ?? ''}
              onValueChange={(what) => {
                const { [p.id]: _before, ...others } = said;
                setSaid(what === '' ? others : { ...others, [p.id]: what as Said });
              }}
              className="flex overflow-hidden rounded border border-line"
            >
              {SAID.map((what) => (
                <ToggleGroup.Item
                  key={what}
                  value={what}
                  className={`h-8 w-16 border-r border-line text-[13px] last:border-r-0 hover:bg-desk ${SAID_TONE[what]}`}
                >
                  {SAID_WORDS[what]}
                </ToggleGroup.Item>
              ))}
            </ToggleGroup.Root>
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
        <Button
          kind="primary"
          disabled={saving || day === '' || silent.length === asked.length || unsaid !== undefined}
          onClick={() => void save()}
        >
          {counted === '' ? 'Write it down' : `Write down: ${counted}`}
        </Button>
        {unsaid !== undefined && (
          <p role="alert" className="text-[13px] text-warning">
            Say how it went for {unsaid.name}, too: there is a remark.
          </p>
        )}
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
              const nameOf = (l: LogView): string => pupils.find((p) => p.id === l.pupilId)?.name ?? WHO_LEFT;
              const not = own.filter((l) => !l.done && l.absent !== true).map(nameOf);
              const away = own.filter((l) => l.absent === true).map(nameOf);
              return (
                <li key={d} className="py-2">
                  <strong className="font-semibold">{dayWords(d)}</strong>: {own.filter((l) => l.done).length} had it
                  {not.length === 0 ? '' : `; not yet: ${[...new Set(not)].join(', ')}`}
                  {away.length === 0 ? '' : `; absent: ${[...new Set(away)].join(', ')}`}
                  {own
                    .filter((l) => l.remark !== undefined)
                    .map((l) => (
                      <span key={l.id} className="block text-[13px] text-secondary">
                        {nameOf(l)}: {l.remark}
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
