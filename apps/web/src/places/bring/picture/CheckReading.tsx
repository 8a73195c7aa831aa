import { problemSentence } from '@cifra/contract';
import { MAX_TEXT_LENGTH, type PageOwner, placeMeasures } from '@cifra/core';
import { type Doubt, type FoundExercise, measureOf } from '@cifra/scan';
import { useEffect, useMemo, useRef, useState } from 'react';
import { createExercise } from '../../../api/resources';
import { useCurrentClass } from '../../../classroom/currentClass';
import { PageOwnerOptions } from '../../../classroom/PageOwnerOptions';
import { useTeaching } from '../../../conventions/teaching';
import type { ShownStaff } from '../../../scanning/scanner';
import { Button } from '../../../ui/Button';
import { SelectField, TextField } from '../../../ui/Field';
import { reasonOf } from '../../../ui/reason';
import { barName } from '../../../words/spoken';
import { DoubtPanel } from './DoubtPanel';
import { SayHead } from './SayHead';
import { StaffBeside } from './StaffBeside';
import { useReading } from './useReading';

interface Props {
  readonly exercise: FoundExercise;
  readonly number: number;
  readonly staves: readonly ShownStaff[];
  readonly owner: PageOwner;
  readonly onOwner: (owner: PageOwner) => void;
  readonly onKept: (id: string, title: string, open: boolean) => void;
  readonly onBack: () => void;
}

/** A doubt and the line it is in. */
interface Place {
  readonly line: number;
  readonly doubt: Doubt;
}

/** What was read beside what is printed: doubts are walked, mended, and the line is kept. */
export function CheckReading({ exercise, number, staves, owner, onOwner, onKept, onBack }: Props) {
  const lines = useMemo(() => exercise.lines.map((l) => l.flatMap((i) => staves[i] ?? [])), [exercise, staves]);
  const { said, say, readings, scores, mendNote, settle } = useReading(lines);
  const widest = Math.max(...lines.flat().map((s) => s.seen.width));
  const [title, setTitle] = useState('');
  const [at, setAt] = useState(0);
  const [problem, setProblem] = useState<string>();
  const [isKeeping, setKeeping] = useState(false);
  const names = useTeaching(useCurrentClass().data).conventions.rhythmNames;
  const all: Place[] = readings.flatMap((r, line) => r.doubts.map((doubt) => ({ line, doubt })));
  const current = all[Math.min(at, all.length - 1)];
  const refused = scores.find((s) => !s.ok);
  const first = scores[0];

  const act = useRef<(key: string) => boolean>(() => false);
  useEffect(() => {
    act.current = (key) => {
      if (current === undefined) return false;
      const { doubt, line } = current;
      if (key === 'n' || key === 'p') setAt((i) => (i + (key === 'n' ? 1 : all.length - 1)) % all.length);
      else if (key === '0') settle(line, doubt);
      else {
        const mending = /^[1-6]$/.test(key) ? doubt.mendings[Number(key) - 1] : undefined;
        if (mending === undefined) return false;
        mendNote(line, doubt, mending);
      }
      return true;
    };
  });
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const isTyping = e.target instanceof Element && e.target.closest('input, select, textarea') !== null;
      if (isTyping || e.ctrlKey || e.metaKey || e.altKey) return;
      if (act.current(e.key.toLowerCase())) e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const keep = async (open: boolean) => {
    const read = scores.flatMap((s) => (s.ok ? [s.value] : []));
    const [source, ...otherLines] = read;
    if (source === undefined) return;
    const name = title.trim() === '' ? `Exercise ${number}` : title.trim();
    setKeeping(true);
    setProblem(undefined);
    try {
      const made = await createExercise(name, {
        owner,
        source: { ...source, title: name },
        ...(otherLines.length > 0 && { otherLines: otherLines.map((l) => ({ ...l, title: name })) }),
        partChoices: {},
      });
      onKept(made.id, name, open);
    } catch (e) {
      setProblem(reasonOf(e));
      setKeeping(false);
    }
  };

  const barOf = (line: number) => (d: Doubt) => {
    const score = scores[line];
    const reading = readings[line];
    const placed =
      score?.ok === true && reading !== undefined ? placeMeasures(score.value)[measureOf(reading, d.bar)] : undefined;
    return placed === undefined ? `bar ${d.bar + 1}` : barName(placed.number);
  };
  return (
    <div className="flex flex-col gap-6 lg:grid lg:grid-cols-[1fr_19rem]">
      <section aria-label="What was read" tabIndex={0} className="min-w-0 overflow-x-auto">
        <div className="min-w-[40rem] space-y-5">
          {lines.map((own, line) => {
            const score = scores[line];
            const reading = readings[line];
            if (score?.ok !== true || reading === undefined) return null;
            return own.map((staff, i) => (
              <StaffBeside
                key={`${line} ${i}`}
                staff={staff}
                widest={widest}
                number={i}
                reading={reading}
                score={score.value}
                doubts={reading.doubts.filter((d) => d.at.staff === i)}
                current={current?.line === line ? current.doubt : undefined}
                onDoubt={(d) => setAt(all.findIndex((o) => o.doubt === d))}
              />
            ));
          })}
        </div>
        {refused !== undefined && !refused.ok && (
          <p role="alert" className="text-warning">
            No line can be made of this: {refused.problems[0] === undefined ? '' : problemSentence(refused.problems[0])}
          </p>
        )}
      </section>
      <section aria-label="To look at" className="min-w-0 max-lg:contents lg:space-y-5">
        <div className="z-10 max-lg:sticky max-lg:bottom-0 max-lg:-mx-6 max-lg:border-y max-lg:border-line max-lg:bg-white max-lg:px-6 max-lg:py-3">
          <DoubtPanel
            doubts={all.map((p) => p.doubt)}
            current={current?.doubt}
            barOf={barOf(current?.line ?? 0)}
            names={names}
            onNext={(by) => setAt((i) => (i + by + all.length) % all.length)}
            onMend={(d, m) => current !== undefined && mendNote(current.line, d, m)}
            onRight={(d) => current !== undefined && settle(current.line, d)}
          />
        </div>
        {first?.ok === true && <SayHead score={first.value} said={said} onSay={say} />}
        <SelectField
          id="read-owner"
          label="Whose page is it?"
          value={owner}
          onChange={(e) => onOwner(e.target.value as PageOwner)}
        >
          <PageOwnerOptions concert="Concert pitch: it sounds as it reads" chosen={owner} />
        </SelectField>
        <TextField
          id="read-title"
          label="Title"
          value={title}
          maxLength={MAX_TEXT_LENGTH}
          placeholder={`Exercise ${number}`}
          onChange={(e) => setTitle(e.target.value)}
        />
        {problem !== undefined && (
          <p role="alert" className="text-warning">
            {problem}
          </p>
        )}
        <p className="text-[13px] text-secondary">Words, letters and numbers over and under the notes are left out.</p>
        <div className="grid gap-2">
          <Button
            kind="primary"
            className="h-10"
            disabled={isKeeping || first?.ok !== true}
            onClick={() => void keep(true)}
          >
            Keep it and open it in Write
          </Button>
          <Button className="h-10" disabled={isKeeping || first?.ok !== true} onClick={() => void keep(false)}>
            Keep it and go back to the page
          </Button>
          <Button kind="quiet" onClick={onBack}>
            Back to the page without keeping it
          </Button>
        </div>
      </section>
    </div>
  );
}
