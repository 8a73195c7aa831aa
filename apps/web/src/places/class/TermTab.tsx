import type { TermDto, ClassView, HolidayDto } from '@cifra/contract';
import { addDays, instrumentOf, mondayOf, scheduleOf, termWeeks } from '@cifra/core';
import { Plus, Trash2, Upload } from 'lucide-react';
import { useState } from 'react';
import { savePlan } from '../../api/classResources';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { Empty } from '../../ui/States';
import { useAttempt } from '../../ui/useAttempt';
import { barsWords } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { writtenNote } from '../../words/noteLabel';
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
  const save = (change: Partial<TermDto>) => attempt(() => savePlan(group.id, { ...term, ...change }));
  const today = todayIso();
  const weeks = term.from === undefined || term.to === undefined ? [] : termWeeks(term.from, term.to, term.holidays);
  const introduced = (lesson: number): string =>
    group.instruments
      .flatMap((id) => {
        const notes = scheduleOf(id, term.schedule)
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
          onChange={(e) => void save({ from: e.target.value === '' ? undefined : e.target.value } as Partial<TermDto>)}
        />
        <TextField
          id="term-to"
          label="and ends"
          type="date"
          value={term.to ?? ''}
          onChange={(e) => void save({ to: e.target.value === '' ? undefined : e.target.value } as Partial<TermDto>)}
        />
      </div>
      <DaysOff plan={term} onChange={(holidays) => void save({ holidays: [...holidays] })} />
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

const EMPTY: HolidayDto = { from: '', to: '', name: '' };

function DaysOff({
  plan,
  onChange,
}: {
  readonly plan: TermDto;
  readonly onChange: (holidays: readonly HolidayDto[]) => void;
}) {
  const [draft, setDraft] = useState<HolidayDto>(EMPTY);
  const notice = useNotice();
  const whole = draft.from !== '' && draft.name.trim() !== '';
  const add = () => {
    onChange(
      [...plan.holidays, { ...draft, name: draft.name.trim(), to: draft.to === '' ? draft.from : draft.to }].sort(
        (a, b) => (a.from < b.from ? -1 : 1),
      ),
    );
    setDraft(EMPTY);
  };
  const bring = async (file: File | undefined) => {
    if (file === undefined) return;
    try {
      const { readHolidays } = await import('./readHolidays');
      const found = readHolidays(await file.text()).filter(
        (h) => !plan.holidays.some((x) => x.from === h.from && x.name === h.name),
      );
      if (found.length === 0) {
        notice('There are no whole days in this calendar that are not here already.', { tone: 'warning' });
        return;
      }
      const before = plan.holidays;
      onChange([...before, ...found].sort((a, b) => (a.from < b.from ? -1 : 1)));
      notice(`${found.length} ${found.length === 1 ? 'entry' : 'entries'} from the calendar.`, {
        action: { label: 'Undo', run: () => onChange(before) },
      });
    } catch {
      // Whatever is wrong inside, the answer is the same.
      notice('This is no calendar that can be read. Choose a file that ends in .ics.', { tone: 'warning' });
    }
  };
  return (
    <section aria-label="Days off">
      <h2 className="mb-2 text-[19px]">Days off</h2>
      {plan.holidays.length > 0 && (
        <ul className="mb-3 flex flex-wrap gap-2">
          {plan.holidays.map((h) => (
            <li
              key={`${h.from} ${h.name}`}
              className="flex items-center gap-1 rounded border border-line bg-white py-1 pr-1 pl-2.5 text-[13px]"
            >
              <span>
                <strong className="font-semibold">{h.name}</strong>, {dayWords(h.from)}
                {h.to === h.from ? '' : ` to ${dayWords(h.to)}`}
              </span>
              <button
                type="button"
                aria-label={`Take ${h.name} away`}
                onClick={() => onChange(plan.holidays.filter((x) => x !== h))}
                className="rounded p-1 text-secondary hover:bg-desk"
              >
                <Trash2 size={14} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (whole) add();
        }}
      >
        <div className="w-44">
          <TextField
            id="off-name"
            label="What"
            maxLength={80}
            value={draft.name}
            onChange={(e) => setDraft({ ...draft, name: e.target.value })}
            placeholder="half term"
          />
        </div>
        <TextField
          id="off-from"
          label="First day"
          type="date"
          value={draft.from}
          onChange={(e) => setDraft({ ...draft, from: e.target.value })}
        />
        <TextField
          id="off-to"
          label="Last day"
          type="date"
          min={draft.from}
          value={draft.to}
          onChange={(e) => setDraft({ ...draft, to: e.target.value })}
        />
        <Button type="submit" className="h-10" icon={<Plus size={15} aria-hidden />} disabled={!whole}>
          Add
        </Button>
        <label className="inline-flex h-10 cursor-pointer items-center gap-2 rounded-md border border-line bg-white px-3.5 text-[13.5px] font-medium focus-within:outline-2 focus-within:outline-accent hover:bg-panel">
          <Upload size={15} aria-hidden />
          From a calendar (.ics)
          <input
            type="file"
            accept=".ics,text/calendar"
            className="sr-only"
            onChange={(e) => {
              void bring(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
      </form>
    </section>
  );
}
