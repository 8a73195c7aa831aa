import { type ClassView, minutesIn, type PupilView } from '@cifra/contract';
import { addDays, instrumentOf } from '@cifra/core';
import { Download, FileText } from 'lucide-react';
import Papa from 'papaparse';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { saveAs } from '../../ui/saveAs';
import { Empty } from '../../ui/States';
import { dayWords, todayIso } from '../../words/pageWords';
import { MixedUp } from './MixedUp';
import { ReportDialog } from './ReportDialog';
import type { ClassRecords } from './useClassRecords';
import { WithRecords } from './WithRecords';

/** So far back where no term is set. */
const DAYS_BACK = 30;

/** What happened with each pupil: lessons, practice at home, drills, takes, remarks; and a page of it to give away. */
export function RecordTab({ group }: { readonly group: ClassView }) {
  return (
    <WithRecords group={group} what="The record">
      {(records) => <Record group={group} records={records} />}
    </WithRecords>
  );
}

interface Row {
  readonly pupil: PupilView;
  readonly lessons: number;
  readonly had: number;
  readonly minutes: number;
  readonly steps: number;
  readonly clean: number;
  readonly best: number;
  readonly peeks: number;
  readonly drills: string;
  readonly takes: number;
  readonly remark: string;
}

function rowOf(pupil: PupilView, { log, practice, days, takes }: ClassRecords, from: string, to: string): Row {
  const own = log.filter((l) => l.pupilId === pupil.id && l.day >= from && l.day <= to);
  const byDay = new Map<string, boolean>();
  for (const l of own) if (l.absent !== true) byDay.set(l.day, (byDay.get(l.day) ?? true) && l.done);
  const home = practice.filter((p) => p.pupilId === pupil.id);
  const drills = home.flatMap((p) => p.drills ?? []);
  const [right, asked] = [drills.reduce((n, d) => n + d.right, 0), drills.reduce((n, d) => n + d.asked, 0)];
  return {
    pupil,
    lessons: byDay.size,
    had: [...byDay.values()].filter(Boolean).length,
    minutes: Math.round(
      minutesIn(
        days.filter((d) => d.pupilId === pupil.id),
        from,
        to,
      ),
    ),
    steps: home.reduce((n, p) => n + p.rungs.length, 0),
    clean: home.reduce((n, p) => n + p.cleanRuns, 0),
    best: Math.max(0, ...home.map((p) => p.bestPercent)),
    peeks: home.reduce((n, p) => n + p.peeks, 0),
    drills: asked === 0 ? '' : `${right} of ${asked}`,
    takes: takes.filter(
      (t) => t.pupilId === pupil.id && t.createdAt.slice(0, 10) >= from && t.createdAt.slice(0, 10) <= to,
    ).length,
    remark: own.filter((l) => l.remark !== undefined).sort((a, b) => (a.day < b.day ? 1 : -1))[0]?.remark ?? '',
  };
}

const COLUMNS: readonly (readonly [heading: string, cell: (r: Row) => string | number])[] = [
  ['With the work', (r) => (r.lessons === 0 ? '' : `${r.had} of ${r.lessons}`)],
  ['Minutes', (r) => r.minutes || ''],
  ['Steps', (r) => r.steps || ''],
  ['Clean runs', (r) => r.clean || ''],
  ['Best tempo', (r) => (r.best === 0 ? '' : `${r.best} %`)],
  ['Peeks', (r) => r.peeks || ''],
  ['Drills', (r) => r.drills],
  ['Takes', (r) => r.takes || ''],
  ['Last remark', (r) => r.remark],
];

function Record({ group, records }: { readonly group: ClassView; readonly records: ClassRecords }) {
  const today = todayIso();
  const { term } = records;
  const [from, setFrom] = useState(
    term.from !== undefined && term.from <= today ? term.from : addDays(today, -DAYS_BACK),
  );
  const [to, setTo] = useState(today);
  const [reporting, setReporting] = useState<PupilView>();
  if (records.pupils.length === 0)
    return (
      <Empty title="Nobody is on the list">
        <p>Put the pupils on the list first; what they do stands here.</p>
      </Empty>
    );
  const rows = records.pupils.map((p) => rowOf(p, records, from, to));
  const csv = () =>
    saveAs(
      `${group.name}, record.csv`,
      new Blob(
        [
          Papa.unparse(
            [
              ['Name', 'Instrument', ...COLUMNS.map(([h]) => h)],
              ...rows.map((r) => [
                r.pupil.name,
                instrumentOf(r.pupil.instrument).name,
                ...COLUMNS.map(([, cell]) => cell(r)),
              ]),
            ],
            { escapeFormulae: true },
          ),
        ],
        { type: 'text/csv' },
      ),
    );
  return (
    <div className="space-y-4">
      <div className="flex flex-wrap items-end gap-3">
        <TextField id="record-from" label="From" type="date" value={from} onChange={(e) => setFrom(e.target.value)} />
        <TextField id="record-to" label="to" type="date" value={to} onChange={(e) => setTo(e.target.value)} />
        <Button className="h-10" icon={<Download size={15} aria-hidden />} onClick={csv}>
          Take it as a table (.csv)
        </Button>
      </div>
      <div className="relative overflow-x-auto">
        <table className="w-full border-collapse text-left whitespace-nowrap">
          <caption className="sr-only">
            Each pupil from {dayWords(from || today)} to {dayWords(to || today)}
          </caption>
          <thead className="text-[13px] text-secondary">
            <tr className="border-b border-line">
              <th className="py-1 pr-4 font-medium">Pupil</th>
              {COLUMNS.map(([h]) => (
                <th key={h} className="pr-4 font-medium">
                  {h}
                </th>
              ))}
              <th>
                <span className="sr-only">Report</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.pupil.id} className="border-b border-line">
                <th className="py-1.5 pr-4 font-normal">
                  <strong className="font-semibold">{r.pupil.name}</strong>{' '}
                  <span className="text-[13px] text-secondary">{instrumentOf(r.pupil.instrument).shortName}</span>
                </th>
                {COLUMNS.map(([h, cell]) => (
                  <td
                    key={h}
                    className={`pr-4 tabular-nums ${h === 'Last remark' ? 'max-w-64 truncate text-[13px]' : ''}`}
                  >
                    {cell(r)}
                  </td>
                ))}
                <td>
                  <Button
                    className="h-8 px-2.5"
                    icon={<FileText size={14} aria-hidden />}
                    aria-label={`Report on ${r.pupil.name}`}
                    onClick={() => setReporting(r.pupil)}
                  >
                    Report
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="text-[13px] text-secondary">
        Lessons, minutes, takes and remarks are of these days; steps, clean runs, tempo, peeks and drills are all in
        all, as pupils' own links told them.
      </p>
      <MixedUp practice={records.practice} />
      {reporting !== undefined && (
        <ReportDialog
          group={group}
          pupil={reporting}
          records={records}
          from={from}
          to={to}
          onClose={() => setReporting(undefined)}
        />
      )}
    </div>
  );
}
