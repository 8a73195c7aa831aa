import type { BarRange } from '@cifra/core';
import { Repeat } from 'lucide-react';
import type { Lesson } from '../../lookFirst/lookPoints';
import { WorkRow } from './WorkRow';

/** The line in pieces, each learned once: a press goes over its bars slowly, again and again. */
export const Lessons = ({
  lessons,
  onOpen,
}: {
  readonly lessons: readonly Lesson[];
  readonly onOpen: (bars: BarRange) => void;
}) => (
  <section aria-label="Learn it in pieces" className="mt-5">
    <h2 className="font-sans text-[13px] font-semibold text-secondary">Learn it in pieces</h2>
    <ol className="mt-1 divide-y divide-line border-y border-line">
      {lessons.map(({ name, gives, bars }) => (
        <li key={name}>
          <WorkRow name={name} what={gives} icon={<Repeat size={17} aria-hidden />} onOpen={() => onOpen(bars)} />
        </li>
      ))}
    </ol>
  </section>
);
