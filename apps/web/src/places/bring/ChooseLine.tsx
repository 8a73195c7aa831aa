import type { CandidateView } from '@cifra/contract';
import { MAX_LINES } from '@cifra/core';
import { useState } from 'react';
import { Button } from '../../ui/Button';

const WHY: Readonly<Record<string, string>> = {
  'percussion-part': 'percussion: no pitches to finger',
  'tablature-part': 'tablature: no notes to read',
};

/**
 * A file with several parts or voices asks which one is the line; up to four may be taken as lines that are played
 * together.
 */
export function ChooseLine({
  candidates,
  onChoose,
}: {
  readonly candidates: readonly CandidateView[];
  readonly onChoose: (c: readonly CandidateView[]) => void;
}) {
  const [marked, setMarked] = useState<readonly CandidateView[]>([]);
  const voices = (c: CandidateView): number => candidates.filter((o) => o.part === c.part).length;
  const toggle = (c: CandidateView) =>
    setMarked((all) =>
      all.includes(c) ? all.filter((o) => o !== c) : candidates.filter((o) => o === c || all.includes(o)),
    );
  const full = marked.length >= MAX_LINES;
  return (
    <div>
      <h2 className="mb-1 text-xl">Which line is it?</h2>
      <p className="mb-4 text-secondary">
        The file holds {candidates.length} lines. Take one; or mark up to {MAX_LINES} that are played together.
      </p>
      <ul className="divide-y divide-line border-y border-line">
        {candidates.map((c) => (
          <li key={`${c.part}/${c.voice}`} className="flex items-center gap-2">
            <input
              type="checkbox"
              aria-label={`Mark ${c.partName}${voices(c) > 1 ? `, voice ${c.voice}` : ''}`}
              className="ml-2 size-4 accent-accent"
              checked={marked.includes(c)}
              disabled={c.unusable !== undefined || (full && !marked.includes(c))}
              onChange={() => toggle(c)}
            />
            <button
              type="button"
              disabled={c.unusable !== undefined}
              onClick={() => onChoose([c])}
              className="flex w-full items-baseline gap-4 px-2 py-3 text-left enabled:hover:bg-panel disabled:opacity-60"
            >
              <span className="font-medium">{c.partName}</span>
              {voices(c) > 1 && <span className="text-secondary">voice {c.voice}</span>}
              <span className="ml-auto text-[13px] text-secondary">
                {c.unusable === undefined ? `${c.measures} bars, ${c.notes} notes` : WHY[c.unusable]}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {marked.length > 1 && (
        <Button kind="primary" className="mt-4" onClick={() => onChoose(marked)}>
          Take these {marked.length} as lines
        </Button>
      )}
    </div>
  );
}
