import type { ClassView, TermDto } from '@cifra/contract';
import { useTeaching } from '../../conventions/teaching';
import { addDays, instrumentOf, mondayOf, scheduleOf, termWeeks } from '@cifra/core';
import { saveTerm } from '../../api/classResources';
import { TextField } from '../../ui/Field';
import { Empty } from '../../ui/States';
import { useAttempt } from '../../ui/useAttempt';
import { barsWords } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { writtenNote } from '../../words/noteLabel';
import { DaysOff } from './DaysOff';
import type { ClassRecords } from './useClassRecords';
import { WithRecords } from './WithRecords';

const WEEK_DAYS = 6;

/** The term from its first week to its last: what is due, which notes come, which days are off. */
export function TermTab({ group }: { readonly group: ClassView }) {
  return (
    <WithRecords group={group} what="The term">
      {(records) => <Term group={group} records={records} />}
    </WithRecords>
  );
}

function Term({
  group,
  records: { term, assignments },
}: {
  readonly group: ClassView;
  readonly records: ClassRecords;
}) {
  const attempt = useAttempt();
  const { conventions } = useTeaching(group);
  const save = (change: Partial<TermDto>) => attempt(() => saveTerm(group.id, term, change));
  const today = todayIso();
  const weeks = term.from === undefined || term.to === undefined ? [] : termWeeks(term.from, term.to, term.holidays);
  const introduced = (lesson: number): string =>
    group.instruments
      .flatMap((id) => {
        const notes = scheduleOf(id, term.schedule, conventions)
          .filter((i) => i.week === lesson)
          .flatMap((i) => i.notes);
        return notes.length === 0 ? [] : [`${instrumentOf(id).shortName} ${notes.map(writtenNote).join(' ')}`];
      })
      .join(', ');
  return (
    <div className="mx-auto max-w-5xl space-y-6">
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          id="term-from"
          label="The term begins"
          type="date"
          value={term.from ?? ''}
          onChange={(e) => void save({ from: e.target.value || undefined })}
        />
        <TextField
          id="term-to"
          label="and ends"
          type="date"
          value={term.to ?? ''}
          onChange={(e) => void save({ to: e.target.value || undefined })}
        />
      </div>
      <DaysOff holidays={term.holidays} onChange={(holidays) => save({ holidays: [...holidays] })} />
      {weeks.length === 0 ? (
        <Empty title="No term yet">
          <p>Say when the term begins and ends: its weeks stand here with what is due and which notes come.</p>
        </Empty>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[44rem] border-collapse text-left">
            <caption className="sr-only">The weeks of the term</caption>
            <thead className="text-[13px] text-secondary">
              <tr className="border-b border-line">
                <th className="w-16 py-1 font-medium">Week</th>
                <th className="w-36 font-medium">From</th>
                <th className="w-72 font-medium">Due</th>
                <th className="font-medium">Notes that come</th>
              </tr>
            </thead>
            <tbody>
              {weeks.map((w) => {
                const here = assignments
                  .filter((x) => mondayOf(x.due) === w.monday)
                  .sort((a, b) => (a.due < b.due ? -1 : 1));
                const now = mondayOf(today) === w.monday;
                return (
                  <tr
                    key={w.monday}
                    aria-current={now ? 'date' : undefined}
                    className={`border-b border-line align-top ${now ? 'bg-accent-soft' : w.lesson === undefined ? 'bg-panel text-secondary' : ''}`}
                  >
                    <td className="py-2 pl-1 tabular-nums">{w.lesson ?? '–'}</td>
                    <td className="py-2 whitespace-nowrap">
                      {dayWords(w.monday)}
                      {now && <span className="block text-[13px] text-accent">this week</span>}
                    </td>
                    <td className="py-2 pr-4">
                      {here.map((x) => (
                        <span key={x.id} className="block">
                          <strong className="font-semibold">{x.title}</strong>, {barsWords(x)}
                        </span>
                      ))}
                      {w.off.map((o) => (
                        <span key={`${o.from} ${o.name}`} className="block text-[13px]">
                          off: {o.name}
                          {o.from > w.monday || o.to < addDays(w.monday, WEEK_DAYS)
                            ? `, ${o.from === o.to ? dayWords(o.from) : `${dayWords(o.from)} to ${dayWords(o.to)}`}`
                            : ''}
                        </span>
                      ))}
                    </td>
                    <td className="py-2 text-[13px] text-secondary">
                      {w.lesson === undefined ? '' : introduced(w.lesson)}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
