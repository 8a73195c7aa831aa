import type { ClassView } from '@cifra/contract';
import { sectionals, whatNext } from '@cifra/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useHome, useLog, useWork } from '../api/classResources';
import { usePupils, useShelf } from '../api/resources';
import { Empty, Failure, StaffSkeleton } from '../ui/States';
import { reasonWords } from '../words/classWords';
import { todayIso } from '../words/pageWords';
import { SECTION_WORDS } from '../words/sectionWords';
import { list } from '../words/spoken';
import { pupilRecords } from './workPlan';

/** Who needs help with what, who is ready for more, and who could sit together: worked out from what is set and written down, each with its reason. */
export function NextTab({ group }: { readonly group: ClassView }) {
  const pupils = usePupils(group.id);
  const work = useWork(group.id);
  const log = useLog(group.id);
  const shelf = useShelf();
  const home = useHome(group.id);
  const error = pupils.error ?? work.error ?? log.error ?? home.error;
  const records = useMemo(() => pupilRecords(pupils.data ?? [], work.data ?? [], log.data ?? [], home.data ?? []), [pupils.data, work.data, log.data, home.data]);
  const steps = useMemo(() => whatNext(records, todayIso()), [records]);
  const groups = useMemo(() => sectionals(records, steps), [records, steps]);
  if (error !== undefined) return <Failure title="What comes next could not be worked out" detail={error.message} onRetry={() => { void pupils.mutate(); void work.mutate(); void log.mutate(); void home.mutate(); }} />;
  if (pupils.data === undefined || work.data === undefined || log.data === undefined || home.data === undefined) return <StaffSkeleton label="Working out what comes next" />;
  const nameOf = (id: string): string => pupils.data?.find((p) => p.id === id)?.name ?? '';
  const titleOf = (id: string): string => shelf.data?.find((e) => e.id === id)?.title ?? work.data?.find((w) => w.exerciseId === id)?.title ?? 'a line';
  const asked = steps.filter((s) => s.reasons.length > 0);
  if (asked.length === 0) return <Empty title="Nobody needs help just now"><p>Set a line, and write down how it went: what comes next is worked out from both.</p></Empty>;
  // Those with the same reasons stand together, in the order of need.
  const alike = new Map<string, string[]>();
  for (const s of asked) {
    const words = s.reasons.map((r) => reasonWords(r, titleOf)).join('; ');
    alike.set(words, [...(alike.get(words) ?? []), s.pupilId]);
  }
  return (
    <div className="mx-auto max-w-4xl space-y-6">
      <section aria-label="Pupil by pupil">
        <h2 className="mb-1 text-[19px]">Pupil by pupil</h2>
        <ul className="divide-y divide-line border-y border-line">
          {[...alike].map(([words, ids]) => <li key={words} className="grid grid-cols-[14rem_1fr] gap-3 py-2 max-sm:grid-cols-1"><strong className="font-semibold">{ids.length === pupils.data?.length && ids.length > 1 ? 'Everybody' : list(ids.map(nameOf))}</strong><span>{words}.</span></li>)}
        </ul>
      </section>
      {groups.length > 0 && (
        <section aria-label="Sectionals">
          <h2 className="mb-1 text-[19px]">Sectionals</h2>
          <ul className="space-y-1.5">{groups.map((g) => <li key={`${g.section} ${g.exerciseId}`}><strong className="font-semibold">{SECTION_WORDS[g.section]}</strong>: {list(g.pupilIds.map(nameOf))}, with <Link to={`/exercises/${g.exerciseId}/practise?do=pieces`} className="text-accent underline">{titleOf(g.exerciseId)}</Link></li>)}</ul>
        </section>
      )}
    </div>
  );
}
