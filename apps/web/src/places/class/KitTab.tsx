import { type ClassView, KIT_KINDS, type KitKind, type KitView, type SaveKitDto } from '@cifra/contract';
import { Check, Printer, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { removeKit, saveKit, useKit } from '../../api/classResources';
import { usePupils } from '../../api/resources';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { Failure, StaffSkeleton } from '../../ui/States';
import { useAttempt } from '../../ui/useAttempt';
import { dueWords, KIT_WORDS } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { toWash } from './toWash';

const NOBODY = '';

/** Instruments on loan, reeds and oils, repairs: who has what, since when, and what is late. */
export function KitTab({ group }: { readonly group: ClassView }) {
  const { data, error, mutate } = useKit(group.id);
  const { data: pupils } = usePupils(group.id);
  const [kind, setKind] = useState<KitKind>('loan');
  const [what, setWhat] = useState('');
  const [number, setNumber] = useState('');
  const [pupil, setPupil] = useState(NOBODY);
  const [from, setFrom] = useState(todayIso());
  const [due, setDue] = useState('');
  const [slip, setSlip] = useState<KitView>();
  const notice = useNotice();
  const attempt = useAttempt();
  if (error !== undefined && data === undefined)
    return <Failure title="The kit could not be opened" detail={error.message} onRetry={() => void mutate()} />;
  if (data === undefined) return <StaffSkeleton label="Opening the kit" />;
  const today = todayIso();
  const nameOf = (id: string | undefined): string =>
    id === undefined ? 'nobody' : (pupils?.find((p) => p.id === id)?.name ?? '');
  const open = data.filter((k) => k.settled === undefined);
  const late = open.filter((k) => k.due !== undefined && k.due < today);
  const add = () =>
    attempt(async () => {
      const dto: SaveKitDto = {
        kind,
        what: what.trim(),
        from,
        ...(number.trim() === '' ? {} : { number: number.trim() }),
        ...(pupil === NOBODY ? {} : { pupilId: pupil }),
        ...(due === '' ? {} : { due }),
      };
      await saveKit(group.id, undefined, dto);
      setWhat('');
      setNumber('');
    });
  const unwashed = toWash(data);
  const settle = (k: KitView) =>
    attempt(async () => {
      const { id, ...dto } = k;
      await saveKit(group.id, id, { ...dto, settled: today });
      notice(`${k.what}: ${KIT_WORDS[k.kind].settled}.`, {
        action: { label: 'Undo', run: () => void saveKit(group.id, id, dto) },
      });
    });
  const remove = (k: KitView) =>
    attempt(async () => {
      const { id, ...dto } = k;
      await removeKit(group.id, id);
      notice(`${k.what} is off the list.`, {
        action: { label: 'Undo', run: () => void saveKit(group.id, undefined, dto) },
      });
    });
  const row = (k: KitView) => (
    <li key={k.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
      <p className="min-w-0 flex-1 max-sm:basis-full">
        <strong className="font-semibold">{k.what}</strong>
        {k.number === undefined ? '' : `, ${k.number}`}: {nameOf(k.pupilId)}, since {dayWords(k.from)}
        {k.note === undefined ? '' : `; ${k.note}`}
      </p>
      <p
        className={`shrink-0 text-[13px] max-sm:basis-full ${k.settled === undefined && k.due !== undefined && k.due < today ? 'text-warning' : 'text-secondary'}`}
      >
        {k.settled !== undefined
          ? `${KIT_WORDS[k.kind].settled} ${dayWords(k.settled)}`
          : k.due === undefined
            ? ''
            : `${KIT_WORDS[k.kind].due}: ${dueWords(k.due, today)}`}
      </p>
      {k.settled === undefined && (
        <Button className="h-8 px-2.5" icon={<Check size={14} aria-hidden />} onClick={() => void settle(k)}>
          {KIT_WORDS[k.kind].settle}
        </Button>
      )}
      {k.kind === 'loan' && k.settled === undefined && (
        <Button className="h-8 px-2.5" icon={<Printer size={14} aria-hidden />} onClick={() => setSlip(k)}>
          Loan slip
        </Button>
      )}
      <button
        type="button"
        aria-label={`Delete ${k.what}`}
        onClick={() => void remove(k)}
        className="rounded p-2 text-secondary hover:bg-desk"
      >
        <Trash2 size={15} aria-hidden />
      </button>
    </li>
  );
  return (
    <div className="mx-auto max-w-5xl space-y-5">
      <form
        className="flex flex-wrap items-end gap-3 print:hidden"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <SelectField
          id="kit-kind"
          label="What kind"
          className="w-40"
          value={kind}
          onChange={(e) => setKind(e.target.value as KitKind)}
        >
          {KIT_KINDS.map((k) => (
            <option key={k} value={k}>
              {KIT_WORDS[k].name}
            </option>
          ))}
        </SelectField>
        <div className="w-40">
          <TextField
            id="kit-what"
            label="What"
            required
            maxLength={80}
            value={what}
            onChange={(e) => setWhat(e.target.value)}
            placeholder="school trumpet"
          />
        </div>
        <div className="w-28">
          <TextField
            id="kit-number"
            label="Number, case"
            maxLength={40}
            value={number}
            onChange={(e) => setNumber(e.target.value)}
          />
        </div>
        <SelectField
          id="kit-pupil"
          label="Who"
          className="w-28"
          value={pupil}
          onChange={(e) => setPupil(e.target.value)}
        >
          <option value={NOBODY}>nobody</option>
          {(pupils ?? []).map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </SelectField>
        <TextField
          id="kit-from"
          label="Since"
          type="date"
          required
          value={from}
          onChange={(e) => setFrom(e.target.value)}
        />
        <TextField
          id="kit-due"
          label={KIT_WORDS[kind].due.replace(/^./, (c) => c.toUpperCase())}
          type="date"
          value={due}
          onChange={(e) => setDue(e.target.value)}
        />
        <Button type="submit" kind="primary" className="h-10" disabled={what.trim() === ''}>
          Write it down
        </Button>
      </form>
      <p className="text-[13px] text-secondary print:hidden">
        Mouthpieces and recorders go from one to another only when they are washed.
      </p>
      {unwashed.length > 0 && (
        <section aria-label="Not washed since" className="rounded-md bg-warning-soft p-3 print:hidden">
          <h2 className="font-sans text-[13.5px] font-semibold text-warning">
            Went to somebody else, and no washing is written down
          </h2>
          <ul className="mt-1 space-y-1">
            {unwashed.map(({ before, now }) => (
              <li key={now.id} className="flex flex-wrap items-center gap-3">
                <span>
                  {now.what}
                  {now.number === undefined ? '' : `, ${now.number}`}: from {nameOf(before.pupilId)} to{' '}
                  {nameOf(now.pupilId)}
                </span>
                <Button
                  className="h-8 px-2.5"
                  onClick={() =>
                    void attempt(() =>
                      saveKit(group.id, undefined, {
                        kind: 'washed',
                        what: now.what,
                        from: today,
                        settled: today,
                        ...(now.number === undefined ? {} : { number: now.number }),
                      }),
                    )
                  }
                >
                  It was washed
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {late.length > 0 && (
        <section aria-label="Late" className="print:hidden">
          <h2 className="text-[19px] text-warning">Late</h2>
          <ul className="divide-y divide-line border-y border-line">{late.map(row)}</ul>
        </section>
      )}
      <section aria-label="Open" className="print:hidden">
        <h2 className="text-[19px]">Open</h2>
        {open.length === late.length ? (
          <p className="text-secondary">Nothing else is out.</p>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {open.filter((k) => !late.includes(k)).map(row)}
          </ul>
        )}
      </section>
      {data.length > open.length && (
        <details className="print:hidden">
          <summary className="text-secondary">Settled ({data.length - open.length})</summary>
          <ul className="divide-y divide-line border-y border-line">
            {data.filter((k) => k.settled !== undefined).map(row)}
          </ul>
        </details>
      )}
      {slip !== undefined && (
        <section aria-label="Loan slip" className="rounded-md border border-line p-8 print:border-0">
          <h2 className="text-2xl">On loan: {slip.what}</h2>
          <dl className="mt-4 grid grid-cols-[9rem_1fr] gap-y-2 text-[15px]">
            <dt className="text-secondary">Lent to</dt>
            <dd>
              {nameOf(slip.pupilId)}, {group.name}
            </dd>
            <dt className="text-secondary">Number, case</dt>
            <dd>{slip.number ?? ''}</dd>
            <dt className="text-secondary">Since</dt>
            <dd>{dayWords(slip.from)}</dd>
            <dt className="text-secondary">Due back</dt>
            <dd>{slip.due === undefined ? 'when the teacher asks' : dayWords(slip.due)}</dd>
          </dl>
          <p className="mt-4">
            Wipe it after playing, keep it in its case, and tell the teacher when something is bent or stuck. Do not
            lend it on.
          </p>
          <p className="mt-10 border-t border-line pt-1 text-[13px] text-secondary">Signed</p>
          <div className="mt-4 flex gap-2 print:hidden">
            <Button kind="primary" onClick={() => window.print()}>
              Print the slip
            </Button>
            <Button onClick={() => setSlip(undefined)}>Close it</Button>
          </div>
        </section>
      )}
    </div>
  );
}
