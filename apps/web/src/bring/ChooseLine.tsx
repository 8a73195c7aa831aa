import type { CandidateView } from '@cifra/contract';

const WHY: Readonly<Record<string, string>> = { 'percussion-part': 'percussion: no pitches to finger', 'tablature-part': 'tablature: no notes to read' };

/** A file with several parts or voices asks which one is the line. */
export function ChooseLine({ candidates, onChoose }: { readonly candidates: readonly CandidateView[]; readonly onChoose: (c: CandidateView) => void }) {
  const voices = (c: CandidateView): number => candidates.filter((o) => o.part === c.part).length;
  return (
    <div>
      <h2 className="mb-1 text-xl">Which line is it?</h2>
      <p className="mb-4 text-secondary">The file holds {candidates.length} lines. Cifra takes one.</p>
      <ul className="divide-y divide-line border-y border-line">
        {candidates.map((c) => (
          <li key={`${c.part}/${c.voice}`}>
            <button type="button" disabled={c.unusable !== undefined} onClick={() => onChoose(c)} className="flex w-full items-baseline gap-4 px-2 py-3 text-left enabled:hover:bg-panel disabled:opacity-60">
              <span className="font-medium">{c.partName}</span>
              {voices(c) > 1 && <span className="text-secondary">voice {c.voice}</span>}
              <span className="ml-auto text-[13px] text-secondary">{c.unusable === undefined ? `${c.measures} bars, ${c.notes} notes` : WHY[c.unusable]}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
