import { instrumentWord } from '@cifra/contract/words';
import { type TermDto, type ClassView, type MetEntryDto, notesKnown } from '@cifra/contract';
import { instrumentOf, type InstrumentId, type Introduction, knownNotes, scheduleOf } from '@cifra/core';
import { Check } from 'lucide-react';
import { useMemo, useState } from 'react';
import { removeMet, saveMet, saveTerm } from '../../api/classResources';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';
import { dayWords, todayIso } from '../../words/pageWords';
import { writtenNote } from '../../words/noteLabel';
import { list } from '../../words/spoken';
import { freshWork } from './freshWork';
import { readNotes } from './readNotes';
import type { ClassRecords } from './useClassRecords';
import { WithRecords } from './WithRecords';

/** What each instrument knows, what was new in what was set, and when which note comes. */
export function NotesTab({ group }: { readonly group: ClassView }) {
  return (
    <WithRecords group={group} what="The notes">
      {(records) => <Notes group={group} records={records} />}
    </WithRecords>
  );
}

function Notes({ group, records }: { readonly group: ClassView; readonly records: ClassRecords }) {
  const teaching = useTeaching(group);
  const notice = useNotice();
  const attempt = useAttempt();
  const today = todayIso();
  const { pupils, assignments, log, lines } = records;
  const fresh = useMemo(
    () => freshWork(group, { pupils, assignments, log, lines }, teaching, today),
    [group, pupils, assignments, log, lines, teaching, today],
  );
  const confirm = (exerciseId: string, entries: readonly MetEntryDto[], words: string) =>
    attempt(async () => {
      const batch = await saveMet(group.id, { day: today, exerciseId, entries: [...entries] });
      const undo = batch === undefined ? undefined : { label: 'Undo', run: () => void removeMet(group.id, batch) };
      notice(words, { action: undo });
    });
  return (
    <div className="mx-auto max-w-5xl space-y-8">
      <section aria-label="New in what was set">
        <h2 className="mb-1 text-[19px]">New in what was set</h2>
        {fresh.length === 0 ? (
          <p className="text-secondary">
            Nothing waits: every note of what was due has been met. Notes of a line count as met once you say so, here
            or beside its page.
          </p>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {fresh.map(({ work, entries, own, without }) => (
              <li key={work.id} className="flex flex-wrap items-start gap-3 py-3">
                <div className="min-w-64 flex-1">
                  <p>
                    <strong className="font-semibold">{work.title}</strong>, due {dayWords(work.due)}
                  </p>
                  <p className="text-[13px] text-secondary">
                    {entries
                      .map((e) => `${instrumentOf(e.instrument).name} ${e.notes.map(writtenNote).join(', ')}`)
                      .join('; ')}
                  </p>
                  {without.length > 0 && (
                    <p className="text-[13px] text-secondary">
                      Not there yet: {without.length > 6 ? `${without.length} pupils` : list(without)}.
                    </p>
                  )}
                </div>
                <Button
                  className="h-8 px-2.5"
                  icon={<Check size={14} aria-hidden />}
                  onClick={() =>
                    void confirm(work.exerciseId, entries, `The whole class has met the notes of ${work.title}.`)
                  }
                >
                  The whole class has met these
                </Button>
                {without.length > 0 && own.length > 0 && (
                  <Button
                    className="h-8 px-2.5"
                    onClick={() =>
                      void confirm(work.exerciseId, own, `Those who had ${work.title} have met its notes.`)
                    }
                  >
                    Only those who had it
                  </Button>
                )}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Known notes">
        <h2 className="mb-1 text-[19px]">Known notes</h2>
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-left">
            <thead className="text-[13px] text-secondary">
              <tr className="border-b border-line">
                <th className="w-44 py-1 font-medium">Instrument</th>
                <th className="w-16 font-medium">Notes</th>
                <th className="font-medium">As written</th>
                <th className="w-72 font-medium">Otherwise</th>
              </tr>
            </thead>
            <tbody>
              {group.instruments.map((id) => {
                const notes = notesKnown({}, group, id, teaching.conventions);
                const other = records.pupils.flatMap((p) => {
                  const own = knownNotes(p.known)[id];
                  return own === undefined || (p.instrument !== id && p.second !== id)
                    ? []
                    : [`${p.name} ${own.length}`];
                });
                return (
                  <tr key={id} className="border-b border-line align-top">
                    <th className="py-1.5 font-medium">{instrumentOf(id).name}</th>
                    <td className="py-1.5 tabular-nums">{notes.length}</td>
                    <td className="py-1.5 pr-4">{notes.map(writtenNote).join(' ')}</td>
                    <td className="py-1.5 text-[13px] text-secondary">{other.join(', ')}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      </section>
      <Schedule group={group} term={records.term} />
    </div>
  );
}

const MORE_WEEKS = 2;

function Schedule({ group, term }: { readonly group: ClassView; readonly term: TermDto }) {
  const [id, setId] = useState<InstrumentId>(group.instruments[0] ?? 'flute');
  const { conventions } = useTeaching(group);
  const [draft, setDraft] = useState<ReadonlyMap<number, string>>();
  const notice = useNotice();
  const attempt = useAttempt();
  const held: readonly Introduction[] = scheduleOf(id, term.schedule, conventions);
  const own = term.schedule.some((i) => i.instrument === id);
  const texts =
    draft ??
    new Map(
      held.map(
        (i) =>
          [
            i.week,
            held
              .filter((x) => x.week === i.week)
              .flatMap((x) => x.notes)
              .map(writtenNote)
              .join(' '),
          ] as const,
      ),
    );
  const last = Math.max(...texts.keys(), 0) + (draft === undefined ? 0 : MORE_WEEKS);
  const wrong = [...texts.values()].flatMap((t) => readNotes(t).wrong);
  const save = (schedule: TermDto['schedule'], words: string) =>
    attempt(async () => {
      await saveTerm(group.id, term, { schedule });
      setDraft(undefined);
      notice(words, {
        action: {
          label: 'Undo',
          run: () => void attempt(() => saveTerm(group.id, { ...term, schedule }, { schedule: term.schedule })),
        },
      });
    });
  const others = term.schedule.filter((i) => i.instrument !== id);
  const written = [...texts].flatMap(([week, text]) => {
    const { notes } = readNotes(text);
    return notes.length === 0 ? [] : [{ instrument: id, week, notes: [...notes] }];
  });
  return (
    <section aria-label="When which note comes">
      <h2 className="mb-1 text-[19px]">When which note comes</h2>
      <p className="mb-3 text-secondary">
        Weeks of lessons, from the first. What is set before its week is said beside it. The usual order of a first year
        holds until you write your own.
      </p>
      <div className="mb-3 flex flex-wrap items-end gap-3">
        <SelectField
          id="schedule-instrument"
          label="Instrument"
          className="w-56"
          value={id}
          onChange={(e) => {
            setId(e.target.value as InstrumentId);
            setDraft(undefined);
          }}
        >
          {group.instruments.map((i) => (
            <option key={i} value={i}>
              {instrumentOf(i).name}
              {term.schedule.some((x) => x.instrument === i) ? ', your own' : ''}
            </option>
          ))}
        </SelectField>
        {own && (
          <Button
            onClick={() => void save(others, `The ${instrumentWord(instrumentOf(id))} follows the usual order again.`)}
          >
            Back to the usual order
          </Button>
        )}
      </div>
      <ol className="grid gap-x-6 gap-y-1.5 sm:grid-cols-2 lg:grid-cols-3">
        {Array.from({ length: last }, (_u, i) => i + 1).map((week) => (
          <li key={week} className="flex items-center gap-2">
            <label htmlFor={`week-${week}`} className="w-16 text-[13px] text-secondary">
              Week {week}
            </label>
            <input
              id={`week-${week}`}
              value={texts.get(week) ?? ''}
              onChange={(e) => setDraft(new Map([...texts, [week, e.target.value]]))}
              className="h-8 min-w-0 flex-1 rounded-md border border-[#8a97ab] bg-white px-2"
            />
          </li>
        ))}
      </ol>
      {draft !== undefined && (
        <div className="mt-3 flex items-center gap-3">
          <Button
            kind="primary"
            disabled={wrong.length > 0 || written.length === 0}
            onClick={() =>
              void save([...others, ...written], `The ${instrumentWord(instrumentOf(id))} has an order of its own.`)
            }
          >
            Save the order
          </Button>
          <Button onClick={() => setDraft(undefined)}>Take it back</Button>
          {wrong.length > 0 && (
            <p role="alert" className="text-[13px] text-warning">
              {list([...new Set(wrong)].map((w) => `“${w}”`))} {wrong.length === 1 ? 'is no note' : 'are no notes'}:
              write letter, sign and octave, like F♯4.
            </p>
          )}
        </div>
      )}
    </section>
  );
}
