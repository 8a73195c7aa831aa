import {
  type ClassView,
  type HandoutDto,
  type ExerciseView,
  type PrintSetKind,
  PRINT_SET_KINDS,
  type PrintSetView,
} from '@cifra/contract';
import { HANDOUT_WORDS } from '@cifra/contract/words';
import type { Handout } from '@cifra/core';
import { Download, LoaderCircle, Printer, X } from 'lucide-react';
import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import { download } from '../../api/request';
import { usePupils } from '../../api/pupils';
import { makeSet, stopSet, usePrintSets } from '../../api/resources';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { Modal } from '../../ui/Modal';
import { Toggle } from '../../ui/Toggle';
import { useAttempt } from '../../ui/useAttempt';
import { todayIso } from '../../words/pageWords';

interface Props {
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  /** What is made instead of the parts. */
  readonly handout?: Handout | undefined;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

const KIND_WORDS: Readonly<Record<PrintSetKind, { readonly title: string; readonly detail: string }>> = {
  book: { title: 'One book', detail: 'A part for each instrument in score order, with bookmarks' },
  copies: { title: 'A copy for every pupil', detail: 'By name, with what you set for each pupil' },
  zip: { title: 'Single files in a zip', detail: 'Each part to print and for other programs, and the line itself' },
};

/** The same for a handout. */
const HANDOUT_DETAIL: Readonly<Record<PrintSetKind, string>> = {
  book: 'One for each instrument in score order, with bookmarks',
  copies: 'By name',
  zip: 'One PDF for each instrument, by name',
};

const STATE_WORDS: Readonly<Record<PrintSetView['state'], string>> = {
  working: 'being made',
  done: 'ready',
  cancelled: 'stopped',
  failed: 'not made',
};

const madeAt = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }).format(
    new Date(iso),
  );

/** Makes the class's pages: what kind, for which day; progress while they are made, and the files that are there. */
export function PrintSetDialog({ exercise, group, handout, open, onOpenChange }: Props) {
  const { data: pupils } = usePupils(open ? group.id : undefined);
  const { data: sets, error } = usePrintSets(exercise.id, open);
  const [kind, setKind] = useState<PrintSetKind>('book');
  const [codes, setCodes] = useState(false);
  const [day, setDay] = useState(todayIso());
  const [starting, setStarting] = useState(false);
  const nobody = kind === 'copies' && (pupils ?? []).length === 0;
  const attempt = useAttempt();
  const start = async () => {
    setStarting(true);
    await attempt(() =>
      makeSet(exercise.id, {
        classId: group.id,
        kind,
        codes,
        today: day,
        ...(handout !== undefined && { handout: handout as HandoutDto }),
      }),
    );
    setStarting(false);
  };
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title={handout === undefined ? 'Pages for the class' : `${HANDOUT_WORDS[handout.kind]}, for the class`}
      description={`${exercise.title}, ${group.name}`}
    >
      <div className="space-y-4">
        <RadioGroup.Root
          value={kind}
          onValueChange={(v) => setKind(v as PrintSetKind)}
          aria-label="What to make"
          className="space-y-1"
        >
          {PRINT_SET_KINDS.map((k) => (
            <div key={k} className="flex items-start gap-2.5 py-1">
              <RadioGroup.Item
                id={`set-${k}`}
                value={k}
                aria-describedby={`set-${k}-detail`}
                className="mt-0.5 grid size-5 shrink-0 place-items-center rounded-full border border-[#8a97ab] bg-white data-[state=checked]:border-accent"
              >
                <RadioGroup.Indicator className="block size-2.5 rounded-full bg-accent" />
              </RadioGroup.Item>
              <div>
                <label htmlFor={`set-${k}`} className="cursor-pointer font-medium">
                  {KIND_WORDS[k].title}
                </label>
                <p id={`set-${k}-detail`} className="text-[13px] text-secondary">
                  {handout === undefined ? KIND_WORDS[k].detail : HANDOUT_DETAIL[k]}
                </p>
              </div>
            </div>
          ))}
        </RadioGroup.Root>
        <div className="grid gap-x-4 sm:grid-cols-2">
          <TextField
            id="set-day"
            label="They are used on"
            type="date"
            value={day}
            onChange={(e) => setDay(e.target.value)}
            hint="A plan goes by this day."
          />
          {handout === undefined && (
            <div className="pt-6">
              <Toggle id="set-codes" label="A code to scan on each" checked={codes} onChange={setCodes} />
            </div>
          )}
        </div>
        {nobody && (
          <p role="alert" className="text-warning">
            No pupils are listed yet. Write their names under “Change class”, Pupils.
          </p>
        )}
        <Button
          kind="primary"
          className="w-full"
          disabled={starting || nobody || day === ''}
          onClick={() => void start()}
          icon={<Printer size={16} aria-hidden />}
        >
          {kind === 'copies'
            ? `Make the pages of ${(pupils ?? []).length} pupils`
            : `Make ${group.instruments.length} ${handout === undefined ? 'parts' : 'sheets'}`}
        </Button>
        <section aria-label="Made before" className="border-t border-line pt-3">
          {error !== undefined && <p className="text-warning">{error.message}</p>}
          {sets !== undefined && sets.length === 0 && (
            <p className="text-[13px] text-secondary">Nothing made yet. Files stay here for thirty days.</p>
          )}
          <ul className="space-y-2">
            {sets?.map((s) => (
              <SetLine
                key={s.id}
                set={s}
                onStop={() => void attempt(() => stopSet(s))}
                onTake={() => void attempt(() => download(`/api/print-sets/${s.id}/file`))}
              />
            ))}
          </ul>
        </section>
      </div>
    </Modal>
  );
}

function SetLine({
  set,
  onStop,
  onTake,
}: {
  readonly set: PrintSetView;
  readonly onStop: () => void;
  readonly onTake: () => void;
}) {
  const working = set.state === 'working';
  return (
    <li className="flex items-center gap-3">
      <div className="min-w-0 flex-1">
        <p className="truncate">
          <span className="font-medium">
            {set.handout === undefined ? '' : `${HANDOUT_WORDS[set.handout.kind]}: `}
            {KIND_WORDS[set.kind].title}
          </span>{' '}
          <span className="text-[13px] text-secondary">
            {madeAt(set.createdAt)}
            {working ? '' : `, ${STATE_WORDS[set.state]}`}
          </span>
        </p>
        {working && (
          <div className="mt-1 flex items-center gap-2 text-[13px]" role="status">
            <progress
              className="h-1.5 flex-1 accent-accent"
              value={set.done}
              max={Math.max(1, set.total)}
              aria-label={`${set.done} of ${set.total} made`}
            />
            {set.done} of {set.total}
          </div>
        )}
        {set.state === 'failed' && <p className="text-[13px] text-warning">{set.detail}</p>}
      </div>
      {working && (
        <Button onClick={onStop} icon={<X size={15} aria-hidden />}>
          Stop
        </Button>
      )}
      {working && <LoaderCircle size={16} aria-hidden className="animate-spin text-secondary" />}
      {set.state === 'done' && (
        <Button onClick={onTake} icon={<Download size={15} aria-hidden />}>
          Take the file
        </Button>
      )}
    </li>
  );
}
