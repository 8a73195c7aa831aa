import { problemSentence } from '@cifra/contract';
import type { Problem } from '@cifra/core';
import { CircleAlert, CircleCheck } from 'lucide-react';

/** What the reader could not take, by bar. Nothing is dropped in silence. */
export function ProblemNotes({ problems }: { readonly problems: readonly Problem[] }) {
  if (problems.length === 0)
    return (
      <p className="flex items-center gap-2 text-accent">
        <CircleCheck size={16} aria-hidden />
        Everything in it was taken.
      </p>
    );
  return (
    <div className="rounded-md bg-fresh-soft px-4 py-3">
      <h3 className="mb-1.5 flex items-center gap-2 font-sans text-[14px] font-semibold text-fresh">
        <CircleAlert size={16} aria-hidden />
        {problems.length === 1 ? 'One thing to know' : `${problems.length} things to know`}
      </h3>
      <ul className="max-h-44 list-disc space-y-0.5 overflow-y-auto pl-5 text-[13.5px]">
        {problems.map((p, i) => (
          <li key={i}>{problemSentence(p)}</li>
        ))}
      </ul>
    </div>
  );
}
