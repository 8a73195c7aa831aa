import type { ClassView, KitView, PupilView } from '@cifra/contract';
import { Check, Printer, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { removeKit, saveKit, useKit } from '../../api/classResources';
import { usePupils } from '../../api/pupils';
import { Button } from '../../ui/Button';
import { Loaded } from '../../ui/Loaded';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';
import { dueWords, KIT_WORDS, WHO_LEFT } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { KitForm } from './KitForm';
import { LoanSlip } from './LoanSlip';
import { toWash } from './toWash';

/** Instruments on loan, reeds and oils, repairs: who has what, since when, and what is late. */
export function KitTab({ group }: { readonly group: ClassView }) {
  const { data: pupils } = usePupils(group.id);
  return (
    <Loaded of={useKit(group.id)} what="The kit">
      {(kit) => <Kit group={group} kit={kit} pupils={pupils ?? []} />}
    </Loaded>
  );
}

interface KitProps {
  readonly group: ClassView;
  readonly kit: readonly KitView[];
  readonly pupils: readonly PupilView[];
}

function Kit({ group, kit, pupils }: KitProps) {
  const [slip, setSlip] = useState<KitView>();
  const notice = useNotice();
  const attempt = useAttempt();
  const today = todayIso();
  const nameOf = (id: string | undefined): string =>
    id === undefined ? 'nobody' : (pupils.find((p) => p.id === id)?.name ?? WHO_LEFT);
  const open = kit.filter((k) => k.settled === undefined);
  const late = open.filter((k) => k.due !== undefined && k.due < today);
  const unwashed = toWash(kit);
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
      <KitForm classId={group.id} pupils={pupils} />
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
                        number: now.number,
                        from: today,
                        settled: today,
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
          <p className="text-secondary">{late.length === 0 ? 'Nothing is out.' : 'Nothing else is out.'}</p>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {open.filter((k) => !late.includes(k)).map(row)}
          </ul>
        )}
      </section>
      {kit.length > open.length && (
        <details className="print:hidden">
          <summary className="text-secondary">Settled ({kit.length - open.length})</summary>
          <ul className="divide-y divide-line border-y border-line">
            {kit.filter((k) => k.settled !== undefined).map(row)}
          </ul>
        </details>
      )}
      {slip !== undefined && (
        <LoanSlip loan={slip} borrower={`${nameOf(slip.pupilId)}, ${group.name}`} onClose={() => setSlip(undefined)} />
      )}
    </div>
  );
}
