import { FADE_STEPS, type FadeSchedule, type FadeStep, type PageSetup, stepOn } from '@cifra/core';
import { Plus, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { PartRequest } from '../../engraving/engraveWorker';
import { useScroll } from '../../engraving/useEngraving';
import { Button } from '../../ui/Button';
import { Modal, ModalFooter } from '../../ui/Modal';
import { Sheet } from '../../ui/Sheet';
import { StaffSkeleton } from '../../ui/States';
import { dayWords, FADE_MEANS, FADE_WORDS, todayIso } from '../../words/pageWords';

/** The part whose first line shows what each step leaves over the notes. */
export type FadePreview = Omit<PartRequest, 'page'> & { readonly page: PageSetup };

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly plan: FadeSchedule;
  readonly onSave: (plan: FadeSchedule) => void;
  readonly preview: FadePreview | undefined;
  readonly whose: string | undefined;
}

const WEEK = 7 * 24 * 3600_000;
const later = (iso: string, weeks: number): string =>
  new Date(new Date(`${iso}T00:00:00Z`).getTime() + weeks * WEEK).toISOString().slice(0, 10);

/** The usual way: two weeks all, then firsts, then new ones only. */
const usualPlan = (today: string): FadeSchedule => [
  { from: today, step: 'every' },
  { from: later(today, 2), step: 'first-in-system' },
  { from: later(today, 4), step: 'new' },
];

const BOX = 'h-9 rounded-md border border-[#8a97ab] bg-white px-2';

/** Days and how much help stands over the notes from each on, with a look at every step side by side. */
export function FadeDialog({ open, onOpenChange, plan, onSave, preview, whose }: Props) {
  const today = todayIso();
  const [steps, setSteps] = useState<FadeSchedule>(plan);
  useEffect(() => {
    if (open) setSteps(plan);
  }, [open, plan]);
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
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      wide
      title={whose === undefined ? 'How the help fades' : `How ${whose}’s help fades`}
      description="A page takes what holds on the day it is printed. Without days, the class’s convention decides."
    >
      <div className="space-y-5">
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
              <Button onClick={() => setSteps(usualPlan(today))}>Two weeks all, then firsts, then new ones</Button>
            )}
          </div>
        </div>
        {preview !== undefined && (
          <div className="grid gap-4 sm:grid-cols-2">
            {FADE_STEPS.map((step) => (
              <StepPreview key={step} step={step} preview={preview} now={step === now} />
            ))}
          </div>
        )}
        <ModalFooter>
          {problem !== undefined && (
            <p role="alert" className="mr-auto text-warning">
              {problem}
            </p>
          )}
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
          <Button
            kind="primary"
            disabled={problem !== undefined}
            onClick={() => {
              onSave([...steps].sort((a, b) => (a.from < b.from ? -1 : 1)));
              onOpenChange(false);
            }}
          >
            Keep this plan
          </Button>
        </ModalFooter>
      </div>
    </Modal>
  );
}

const PREVIEW_BARS = 4;
const PREVIEW_WIDTH = 15000;

function StepPreview({
  step,
  preview,
  now,
}: {
  readonly step: FadeStep;
  readonly preview: FadePreview;
  readonly now: boolean;
}) {
  const { exercise } = preview;
  const first = exercise.source.measures.slice(
    0,
    PREVIEW_BARS + (exercise.source.measures[0]?.pickup === true ? 1 : 0),
  );
  const kept = new Set(first.flatMap((m) => m.events.map((e) => e.id)));
  const inside = (s: { from: string; to: string }): boolean => kept.has(s.from) && kept.has(s.to);
  const { otherLines: _others, ...alone } = exercise;
  const line = {
    ...alone,
    source: {
      ...exercise.source,
      measures: first.map(({ tempo: _t, ...m }) => m),
      slurs: exercise.source.slurs.filter(inside),
      hairpins: exercise.source.hairpins.filter(inside),
    },
  };
  const plain = {
    ...preview.page,
    rows: {
      woodwind: preview.page.rows.woodwind.map(({ fade: _f, ...r }) => r),
      brass: preview.page.rows.brass.map(({ fade: _f, ...r }) => r),
    },
  };
  const { data } = useScroll({
    ...preview,
    exercise: line,
    widthMm100: PREVIEW_WIDTH,
    page: { ...plain, strip: false, legend: false, size: 'small', fades: [{ from: '2000-01-01', step }] },
    teaching: { ...preview.teaching, conventions: { ...preview.teaching.conventions, figures: 'fade' } },
  });
  return (
    <figure className={`rounded-md border p-3 ${now ? 'border-accent' : 'border-line'}`}>
      <figcaption className="mb-2 text-[13px]">
        <strong className="font-semibold">{FADE_WORDS[step]}</strong>
        {now ? ', today' : ''}
        <span className="block text-secondary">{FADE_MEANS[step]}</span>
      </figcaption>
      {data === undefined ? (
        <StaffSkeleton systems={1} label={`Engraving ${FADE_WORDS[step]}`} />
      ) : (
        <div aria-hidden inert>
          <Sheet page={data} />
        </div>
      )}
    </figure>
  );
}
