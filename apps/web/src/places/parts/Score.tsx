import type { ClassView, ExerciseView } from '@cifra/contract';
import { fullScore, type Part } from '@cifra/core';
import { useMemo, useState } from 'react';
import { download } from '../../api/request';
import { useScorePages, useScoreStrip } from '../../engraving/useEngraving';
import { Button } from '../../ui/Button';
import { Choices } from '../../ui/Choices';
import { DRAWN, Loaded } from '../../ui/Loaded';
import { Sheet } from '../../ui/Sheet';
import { useAttempt } from '../../ui/useAttempt';
import { PickParts } from './PickParts';

interface Props {
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly parts: readonly Part[];
}

const PIXELS_PER_MM = 3.4;
const PITCHES = [
  ['reads', 'as each player reads it'],
  ['sounds', 'as it sounds'],
] as const;
const VIEWS = [
  ['strip', 'one long line'],
  ['paper', 'on paper'],
] as const;

/** Every instrument under the other, as it reads or as it sounds: one long line to check, or pages to print. */
export function Score({ exercise, group, parts: all }: Props) {
  const [pitch, setPitch] = useState<'reads' | 'sounds'>('reads');
  const [view, setView] = useState<'strip' | 'paper'>('strip');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const attempt = useAttempt();
  const parts = useMemo(() => all.filter((p) => !left.has(p.instrument.id)), [all, left]);
  const lines = useMemo(() => fullScore(parts, pitch === 'sounds'), [parts, pitch]);
  const chosen = parts.map((p) => p.instrument.id).join(',');
  const url = `/api/exercises/${exercise.id}/score.pdf?class=${group.id}&paper=${group.paper}&parts=${chosen}${pitch === 'sounds' ? '&sounds=yes' : ''}`;
  return (
    <section aria-label="Score" className="p-2 md:p-5 print:p-0">
      <div className="mb-3 flex flex-wrap items-center gap-3 print:hidden">
        <Choices label="Pitch of the score" value={pitch} of={PITCHES} onChange={setPitch} />
        <Choices label="How it is shown" value={view} of={VIEWS} onChange={setView} />
        <PickParts parts={all} left={left} onChange={setLeft} />
        <Button
          className="ml-auto"
          onClick={() => void attempt(() => download(url), { saying: 'The score could not be made.', again: true })}
        >
          Score as PDF
        </Button>
      </div>
      {view === 'strip' ? (
        <Strip title={exercise.title} pitch={pitch} lines={lines} />
      ) : (
        <Pages title={exercise.title} lines={lines} paper={group.paper} />
      )}
    </section>
  );
}

type Lines = ReturnType<typeof fullScore>;

function Pages({
  title,
  lines,
  paper,
}: {
  readonly title: string;
  readonly lines: Lines;
  readonly paper: ClassView['paper'];
}) {
  const pages = useScorePages(title, lines, paper);
  return (
    <Loaded
      of={pages}
      what="The score"
      verb={DRAWN}
      detail="The line itself is safe."
      className="bg-white p-10 shadow-sm"
    >
      {(drawn) => (
        <div className="mx-auto max-w-[76rem] space-y-4">
          {drawn.map((page, i) => (
            <Sheet key={i} page={page} className={`bg-white shadow-sm sheet-${paper}-landscape`} />
          ))}
        </div>
      )}
    </Loaded>
  );
}

function Strip({ title, pitch, lines }: { readonly title: string; readonly pitch: string; readonly lines: Lines }) {
  const strip = useScoreStrip(
    `${title} ${pitch}`,
    lines.map((l) => l.score),
  );
  const scale = PIXELS_PER_MM / 100;
  return (
    <Loaded
      of={strip}
      what="The score"
      verb={DRAWN}
      detail="The line itself is safe."
      systems={4}
      className="bg-white p-10 shadow-sm"
    >
      {(drawn) => (
        <div
          tabIndex={0}
          role="group"
          aria-label="All parts under each other"
          className="relative overflow-x-auto bg-white shadow-sm"
        >
          <div className="relative flex w-max" style={{ height: drawn.page.height * scale + 24 }}>
            <div className="sticky left-0 z-10 w-28 shrink-0 border-r border-line bg-white/95">
              {lines.map(({ name }, i) => {
                const staff = drawn.staves[i];
                return staff === undefined ? null : (
                  <p
                    key={i}
                    className="absolute right-2 -translate-y-1/2 text-right text-[13px] font-medium"
                    style={{ top: ((staff.top + staff.bottom) / 2) * scale + 12 }}
                  >
                    {name}
                  </p>
                );
              })}
            </div>
            <div
              className="sheet py-3"
              style={{ width: drawn.page.width * scale }}
              dangerouslySetInnerHTML={{ __html: drawn.page.svg }}
            />
          </div>
        </div>
      )}
    </Loaded>
  );
}
