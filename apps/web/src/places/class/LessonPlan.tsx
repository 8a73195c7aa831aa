import type { AssignmentView, ClassView, ExerciseView } from '@cifra/contract';
import { instrumentOf, LADDER_RUNGS, type LadderRung, newNotes, type NextStep, type SectionalGroup } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Printer } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { Terms } from '../../lookFirst/Block';
import { classPages, type PlannedPage } from '../../lookFirst/classPages';
import { sharedRows } from '../../lookFirst/LookSheet';
import { namedPatterns, planSentence } from '../../lookFirst/namedPatterns';
import { useExercise, useTeacher } from '../../api/resources';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { Loaded } from '../../ui/Loaded';
import { keyName } from '../../words/caption';
import { reasonsWords } from '../../words/classWords';
import { writtenNote } from '../../words/noteLabel';
import { dayWords, todayIso } from '../../words/pageWords';
import { RUNG_WORDS } from '../../words/practiseWords';
import { SECTION_WORDS } from '../../words/sectionWords';
import { barName, list } from '../../words/spoken';
import type { ClassRecords } from './useClassRecords';

interface Props {
  readonly group: ClassView;
  readonly records: ClassRecords;
  readonly line: ClassRecords['lines'][number];
  /** What is set of it, the nearest day first. */
  readonly set: AssignmentView | undefined;
  readonly steps: readonly NextStep[];
  readonly groups: readonly SectionalGroup[];
}

const MOST_NAMES = 8;

/**
 * The next lesson on one page, in the order in which a line is worked: looked at, summed, named, fingered, taken apart,
 * rehearsed, played, followed up.
 */
export function LessonPlan(props: Props) {
  return (
    <Loaded of={useExercise(props.line.id)} what="The next lesson">
      {(exercise) => <OpenPlan {...props} exercise={exercise} />}
    </Loaded>
  );
}

function OpenPlan({ group, records, line, exercise, set, steps, groups }: Props & { readonly exercise: ExerciseView }) {
  const teaching = useTeaching(group);
  const { data: teacher } = useTeacher();
  const pages = useMemo(() => classPages(exercise.document, group, teaching), [exercise.document, group, teaching]);
  const [lead] = pages;
  const fresh = useMemo(
    () =>
      newNotes(line.summary, group.instruments, teaching, (id) => group.known?.find((k) => k.instrument === id)?.notes),
    [line.summary, group, teaching],
  );
  if (lead === undefined) return null;
  const nameOf = (id: string): string => records.pupils.find((p) => p.id === id)?.name ?? '';
  const { patterns, numbers } = namedPatterns(lead.plan);
  const today = todayIso();
  const key = lead.plan.part.concert.measures[0]?.key;
  const rungs: readonly LadderRung[] = set?.rungs ?? teacher?.practice.ladder ?? LADDER_RUNGS;
  const needy = steps.filter((s) => s.need > 0);
  const late = records.kit.filter((k) => k.settled === undefined && k.due !== undefined && k.due <= today);
  return (
    <section aria-label="The next lesson" className="lesson-plan">
      <div className="mb-3 flex flex-wrap items-baseline gap-3">
        <h2 className="text-[19px]">
          {line.title}
          {set === undefined ? '' : `, due ${dayWords(set.due)}`}
        </h2>
        <span className="hidden text-[13px] text-secondary print:inline">
          {group.name}, {dayWords(today)}
        </span>
        <Button
          className="ml-auto h-8 px-2.5 print:hidden"
          icon={<Printer size={14} aria-hidden />}
          onClick={() => window.print()}
        >
          Print the plan
        </Button>
      </div>
      <ol className="space-y-3">
        <Step n={1} title="Look first, and do the sums">
          <Terms
            rows={[...(key === undefined ? [] : [['sounds in', keyName(key)] as const]), ...sharedRows(lead.plan)]}
          />
        </Step>
        <Step n={2} title="Name and finger">
          {fresh.length === 0 ? (
            <p>No note is new to anybody.</p>
          ) : (
            <p>
              New:{' '}
              {fresh.map((f) => `${instrumentOf(f.instrument).name} ${f.notes.map(writtenNote).join(', ')}`).join('; ')}
              .
            </p>
          )}
        </Step>
        <Step n={3} title="Learn each thing once">
          <p>{planSentence(patterns, numbers)}</p>
        </Step>
        <Step n={4} title="Take the trouble apart">
          <p>{troublePlaces(pages)}</p>
        </Step>
        <Step n={5} title="Rehearse">
          <p>
            {rungs.map((r, i) => (i === 0 ? RUNG_WORDS[r] : RUNG_WORDS[r].toLowerCase())).join(', ')}.{' '}
            {teacher?.practice.cleanGoal === undefined
              ? 'Clean five times in a row'
              : `Clean ${teacher.practice.cleanGoal} times in a row`}{' '}
            before it goes on{set?.goalPercent === undefined ? '' : `, at ${set.goalPercent} % of the tempo`}.
          </p>
        </Step>
        <Step n={6} title="Play together">
          <p>
            {groups.length === 0
              ? 'Everybody, from the count-in to the last ending.'
              : `First apart: ${groups
                  .slice(0, 3)
                  .map(
                    (g) =>
                      `${SECTION_WORDS[g.section].toLowerCase()} (${list(g.pupilIds.map(nameOf))}) with ${records.titleOf(g.exerciseId)}`,
                  )
                  .join('; ')}. Then everybody.`}
          </p>
        </Step>
        <Step n={7} title="Follow up">
          {needy.length === 0 && late.length === 0 && <p>Nobody is behind, and nothing is due.</p>}
          <ul className="space-y-0.5">
            {needy.slice(0, MOST_NAMES).map((s) => (
              <li key={s.pupilId}>
                <strong className="font-semibold">{nameOf(s.pupilId)}</strong>:{' '}
                {reasonsWords(
                  s.reasons.filter((r) => r.kind !== 'ready'),
                  records.titleOf,
                )}
              </li>
            ))}
            {needy.length > MOST_NAMES && <li>and {needy.length - MOST_NAMES} more, under What next</li>}
            {late.map((k) => (
              <li key={k.id}>
                {k.what}
                {k.pupilId === undefined ? '' : `, ${nameOf(k.pupilId)}`}: due {dayWords(k.due ?? today)}
              </li>
            ))}
          </ul>
        </Step>
      </ol>
    </section>
  );
}

/** The hardest place of each instrument; instruments with the same one stand together. */
function troublePlaces(pages: readonly PlannedPage[]): string {
  const at = new Map<string, string[]>();
  for (const { plan } of pages) {
    const [spot] = plan.hardest;
    if (spot === undefined) continue;
    const bar = barName(spot.measure);
    at.set(bar, [
      ...(at.get(bar) ?? []),
      `${instrumentTitle(plan.part.instrument)} ${plan.annotations.get(spot.from)?.name ?? ''} to ${plan.annotations.get(spot.to)?.name ?? ''}`,
    ]);
  }
  return at.size === 0
    ? 'No change is worth a mark.'
    : `${[...at]
        .sort((a, b) => b[1].length - a[1].length)
        .map(([bar, who]) => `${bar}: ${who.join(', ')}`)
        .join('; ')}.`.replace(/^./, (c) => c.toUpperCase());
}

const Step = ({ n, title, children }: { readonly n: number; readonly title: string; readonly children: ReactNode }) => (
  <li className="grid grid-cols-[1.75rem_1fr] break-inside-avoid">
    <span className="font-serif text-[19px] text-secondary tabular-nums">{n}</span>
    <div>
      <h3 className="font-sans text-[14px] font-semibold">{title}</h3>
      {children}
    </div>
  </li>
);
