import type { NoteId } from '@cifra/core';
import type { ReactNode } from 'react';
import type { LookPoint } from '../../lookFirst/lookPoints';

interface Props {
  readonly points: readonly LookPoint[];
  readonly onShow: (note: NoteId) => void;
  /** What else the teacher says of the line. */
  readonly children: ReactNode;
}

/** What to look at before the first note; what can be seen in the music is shown there. */
export const BeforePlaying = ({ points, onShow, children }: Props) => (
  <section aria-label="Before you play" className="mt-5">
    <h2 className="font-sans text-[13px] font-semibold text-secondary">Before you play</h2>
    {children}
    <ul className="divide-y divide-line">
      {points.map(({ text, at }) => (
        <li key={text} className="flex items-center gap-2">
          <p className="min-w-0 flex-1 py-1">{text}</p>
          {at !== undefined && (
            <button
              type="button"
              onClick={() => onShow(at)}
              className="min-h-11 shrink-0 rounded-md px-3 text-[14px] font-medium text-accent hover:bg-panel"
            >
              Show me
            </button>
          )}
        </li>
      ))}
    </ul>
  </section>
);
