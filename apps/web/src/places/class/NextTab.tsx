import { instrumentWord } from '@cifra/contract/words';
import type { ClassView } from '@cifra/contract';
import { type ClassTrouble, instrumentOf, sectionals, whatNext } from '@cifra/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { Loaded, WORKED_OUT } from '../../ui/Loaded';
import { keyName } from '../../words/caption';
import { reasonsWords } from '../../words/classWords';
import { todayIso } from '../../words/pageWords';
import { SECTION_WORDS } from '../../words/sectionWords';
import { list } from '../../words/spoken';
import { playersOf } from './chartData';
import { LessonPlan } from './LessonPlan';
import type { ClassRecords } from './useClassRecords';
import { readyFor } from './readyFor';
import { useTrouble, weighedLines } from './useTrouble';
import { WithRecords } from './WithRecords';
import { pupilRecords } from './pupilRecords';

/**
 * Who needs help with what, who is ready for more, who could sit together, and the next lesson: worked out from what is
 * set and written down, each with its reason.
 */
export function NextTab({ group }: { readonly group: ClassView }) {
  return (
    <WithRecords group={group} what="What comes next">
      {(records) => <Next group={group} records={records} />}
    </WithRecords>
  );
}

function Next({ group, records }: { readonly group: ClassView; readonly records: ClassRecords }) {
  const { pupils, assignments, log, practice, lines, titleOf } = records;
  const teaching = useTeaching(group);
  const today = todayIso();
  const recorded = useMemo(
    () => pupilRecords(pupils, assignments, log, practice),
    [pupils, assignments, log, practice],
  );
  const steps = useMemo(() => whatNext(recorded, today), [recorded, today]);
  const groups = useMemo(() => sectionals(recorded, steps), [recorded, steps]);
  const ready = useMemo(() => {
    const open = lines.filter((l) => !assignments.some((w) => w.exerciseId === l.id));
    return readyFor(open, playersOf(pupils, group), teaching);
  }, [lines, assignments, pupils, group, teaching]);
  const met = useMemo(() => keysMet(lines, assignments), [lines, assignments]);
  const trouble = useTrouble(weighedLines(lines, assignments), group, teaching);
  const due = assignments.filter((w) => w.due >= today).sort((a, b) => (a.due < b.due ? -1 : 1))[0] ?? assignments[0];
  const [chosen, setChosen] = useState<string>();
  const [everybody, setEverybody] = useState(false);
  const line = lines.find((l) => l.id === (chosen ?? due?.exerciseId)) ?? lines[0];
  const nameOf = (id: string): string => pupils.find((p) => p.id === id)?.name ?? '';
  const asked = steps.filter((s) => s.reasons.length > 0);
  // Those with the same reasons stand together, in the order of need.
  const alike = new Map<string, string[]>();
  for (const s of asked) {
    const words = reasonsWords(s.reasons, titleOf);
    alike.set(words, [...(alike.get(words) ?? []), s.pupilId]);
  }
  return (
    <div className="mx-auto max-w-4xl space-y-6">
      <section aria-label="Pupil by pupil" className="print:hidden">
        <h2 className="mb-1 text-[19px]">Pupil by pupil</h2>
        {asked.length === 0 && (
          <p className="text-secondary">
            Nobody needs help just now. Set a line, and write down how it went: what comes next is worked out from both.
          </p>
        )}
        <ul className="divide-y divide-line border-y border-line">
          {[...alike].slice(0, everybody ? undefined : SHOWN).map(([words, ids]) => (
            <li key={words} className="grid grid-cols-[14rem_1fr] gap-3 py-2 max-sm:grid-cols-1">
              <strong className="font-semibold">
                {ids.length === pupils.length && ids.length > 1 ? 'Everybody' : list(ids.map(nameOf))}
              </strong>
              <span>{words}.</span>
            </li>
          ))}
        </ul>
        {alike.size > SHOWN && (
          <Button
            kind="quiet"
            className="mt-1 h-8 px-2"
            aria-expanded={everybody}
            onClick={() => setEverybody(!everybody)}
          >
            {everybody ? 'Only those who need it most' : `Show all ${asked.length}`}
          </Button>
        )}
      </section>
      {groups.length > 0 && (
        <section aria-label="Sectionals" className="print:hidden">
          <h2 className="mb-1 text-[19px]">Sectionals</h2>
          <ul className="space-y-1.5">
            {groups.map((g) => (
              <li key={`${g.section} ${g.exerciseId}`}>
                <strong className="font-semibold">{SECTION_WORDS[g.section]}</strong>: {list(g.pupilIds.map(nameOf))},
                with{' '}
                <Link to={`/exercises/${g.exerciseId}/practise?do=pieces`} className="text-accent underline">
                  {titleOf(g.exerciseId)}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      {met.length > 0 && (
        <section aria-label="The whole class" className="print:hidden">
          <h2 className="mb-1 text-[19px]">The whole class</h2>
          <p>Keys met so far, as they sound: {list(met)}.</p>
          <Loaded of={trouble} what="The hardest changes" verb={WORKED_OUT} systems={1}>
            {(worked) =>
              worked.changes.length > 0 && (
                <p>Hardest changes in what was set, as they sound: {hardest(worked, HARDEST).join('; ')}.</p>
              )
            }
          </Loaded>
        </section>
      )}
      {ready.length > 0 && (
        <section aria-label="Ready for" className="print:hidden">
          <h2 className="mb-1 text-[19px]">Ready for</h2>
          <ul className="space-y-1.5">
            {ready.map(({ id, title, all, ids, nearly }) => (
              <li key={id}>
                <Link to={`/exercises/${id}/read`} className="font-semibold hover:text-accent">
                  {title}
                </Link>
                :{' '}
                {all
                  ? 'the whole class'
                  : ids.length > 6
                    ? `${ids.length} of ${pupils.length} pupils`
                    : list(ids.map(nameOf))}
                {nearly > 0 ? `; ${nearly} more with one or two new notes` : ''}
              </li>
            ))}
          </ul>
        </section>
      )}
      {line !== undefined && (
        <div>
          <div className="mb-4 flex flex-wrap items-end gap-3 border-t border-line pt-5 print:hidden">
            <h2 className="mr-auto text-[19px]">The next lesson</h2>
            <SelectField
              id="plan-line"
              label="With which line"
              hideLabel
              className="w-72"
              value={line.id}
              onChange={(e) => setChosen(e.target.value)}
            >
              {lines.map((l) => (
                <option key={l.id} value={l.id}>
                  {l.title}
                </option>
              ))}
            </SelectField>
          </div>
          <LessonPlan
            group={group}
            records={records}
            line={line}
            set={assignments.find((w) => w.exerciseId === line.id)}
            steps={steps}
            groups={groups}
          />
        </div>
      )}
    </div>
  );
}

const HARDEST = 3;

/** The keys of what was set, as they sound, in the order in which they came. */
function keysMet(lines: ClassRecords['lines'], work: ClassRecords['assignments']): readonly string[] {
  return [
    ...new Set(
      [...work]
        .sort((a, b) => (a.due < b.due ? -1 : 1))
        .flatMap((w) => {
          const key = lines.find((l) => l.id === w.exerciseId)?.summary.lines[0]?.key;
          return key === undefined ? [] : [keyName(key)];
        }),
    ),
  ];
}

/** The hardest changes with the instruments on which each is hardest. */
function hardest({ changes, rows }: ClassTrouble, most: number): readonly string[] {
  return changes.slice(0, most).map((change, i) => {
    const worst = [...rows]
      .sort((a, b) => (b.costs[i] ?? 0) - (a.costs[i] ?? 0))
      .filter((r) => (r.costs[i] ?? 0) > 0)
      .slice(0, 2);
    return `${change} (${list(worst.map((r) => instrumentWord(instrumentOf(r.instrument))))})`;
  });
}

/** So many stand there before the others are asked for. */
const SHOWN = 8;
