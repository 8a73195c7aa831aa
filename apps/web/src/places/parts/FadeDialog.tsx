import { FADE_STEPS, type FadeSchedule, type FadeStep, stepOn } from '@cifra/core';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Modal, ModalFooter, Unsaved } from '../../ui/Modal';
import { dayWords, FADE_WORDS, todayIso } from '../../words/pageWords';
import { FadePreview, type FadePreviewRequest } from './FadePreview';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly schedule: FadeSchedule;
  readonly onSave: (schedule: FadeSchedule) => void;
  readonly preview: FadePreviewRequest | undefined;
  readonly whose: string | undefined;
}

const WEEK = 7 * 24 * 3600_000;
const later = (iso: string, weeks: number): string =>
  new Date(new Date(`${iso}T00:00:00Z`).getTime() + weeks * WEEK).toISOString().slice(0, 10);

/** The usual way: two weeks all, then firsts, then new ones only. */
const usualSchedule = (today: string): FadeSchedule => [
  { from: today, step: 'every' },
  { from: later(today, 2), step: 'first-in-system' },
  { from: later(today, 4), step: 'new' },
];

const BOX = 'h-9 rounded-md border border-[#8a97ab] bg-white px-2';

/** Days and how much help stands over the notes from each on, with a look at every step side by side. */
export const FadeDialog = ({ open, onOpenChange, whose, ...rest }: Props) => (
  <Modal
    open={open}
    onOpenChange={onOpenChange}
    wide
    title={whose === undefined ? 'How the help fades' : `How ${whose}’s help fades`}
    description="A page takes what holds on the day it is printed. Without days, the class’s convention decides."
  >
    <FadeForm {...rest} onClose={() => onOpenChange(false)} />
  </Modal>
);

function FadeForm({
  schedule,
  onSave,
  preview,
  onClose,
}: Pick<Props, 'schedule' | 'onSave' | 'preview'> & { readonly onClose: () => void }) {
  const today = todayIso();
  const [steps, setSteps] = useState<FadeSchedule>(schedule);
  const change = (at: number, part: Partial<FadeSchedule[number]>) =>
    setSteps((all) => all.map((s, i) => (i === at ? { ...s, ...part } : s)));
  const add = () =>
    setSteps((all) => {
      const last = [...all].sort((a, b) => (a.from < b.from ? -1 : 1)).at(-1);
      const next = FADE_STEPS[Math.min(FADE_STEPS.length - 1, FADE_STEPS.indexOf(last?.step ?? 'none') + 1)] ?? 'none';
      return [
        ...all,
        { from: last === undefined ? today : later(last.from, 2), step: last === undefined ? 'every' : next },
      ];
    });
  const twice = new Set(steps.map((s) => s.from)).size !== steps.length;
  const empty = steps.some((s) => s.from === '');
  const problem = empty ? 'Give every step its day.' : twice ? 'Two steps begin on one day: change one.' : undefined;
  const now = problem === undefined ? stepOn(steps, today) : undefined;
  return (
    <div className="space-y-5">
      <Unsaved when={steps !== schedule} />
      <div>
        {steps.length === 0 ? (
          <p className="text-secondary">No days yet.</p>
        ) : (
          <ol className="space-y-2">
            {steps.map((s, i) => (
              <li key={i} className="flex flex-wrap items-center gap-2">
                <label className="sr-only" htmlFor={`step-day-${i}`}>
                  From
                </label>
                <span aria-hidden>From</span>
                <input
                  id={`step-day-${i}`}
                  type="date"
                  className={BOX}
                  value={s.from}
                  onChange={(e) => change(i, { from: e.target.value })}
                />
                <label className="sr-only" htmlFor={`step-help-${i}`}>
                  Help over
                </label>
                <select
                  id={`step-help-${i}`}
                  className={`${BOX} flex-1`}
                  value={s.step}
                  onChange={(e) => change(i, { step: e.target.value as FadeStep })}
                >
                  {FADE_STEPS.map((f) => (
                    <option key={f} value={f}>
                      {FADE_WORDS[f]}
                    </option>
                  ))}
                </select>
                <button
                  type="button"
                  aria-label={`Take out the step from ${s.from === '' ? 'no day' : dayWords(s.from)}`}
                  className="rounded p-2 text-secondary hover:bg-desk"
                  onClick={() => setSteps((all) => all.filter((_x, at) => at !== i))}
                >
                  <Trash2 size={15} aria-hidden />
                </button>
              </li>
            ))}
          </ol>
        )}
        <div className="mt-3 flex flex-wrap gap-2">
          <Button onClick={add} icon={<Plus size={15} aria-hidden />}>
            Add a step
          </Button>
          {steps.length === 0 && (
            <Button onClick={() => setSteps(usualSchedule(today))}>Two weeks all, then firsts, then new ones</Button>
          )}
        </div>
      </div>
      {preview !== undefined && (
        <div className="grid gap-4 sm:grid-cols-2">
          {FADE_STEPS.map((step) => (
            <FadePreview key={step} step={step} request={preview} isNow={step === now} />
          ))}
        </div>
      )}
      <ModalFooter>
        {problem !== undefined && (
          <p role="alert" className="mr-auto text-warning">
            {problem}
          </p>
        )}
        <Button onClick={onClose}>Cancel</Button>
        <Button
          kind="primary"
          disabled={problem !== undefined}
          onClick={() => {
            onSave([...steps].sort((a, b) => (a.from < b.from ? -1 : 1)));
            onClose();
          }}
        >
          Keep this plan
        </Button>
      </ModalFooter>
    </div>
  );
}
