import type { Finding, Repair } from '@cifra/core';
import { CircleCheck } from 'lucide-react';
import { memo } from 'react';
import { Button } from '../../ui/Button';
import { findingWords, repairWords } from '../../words/findingWords';
import type { Proof } from './useProof';

interface Props {
  readonly findings: readonly Finding[];
  readonly standing: Proof['standing'] | 'empty';
  readonly chosen: string | undefined;
  /** From the source page's signatures to those that are shown. */
  readonly fifths: number;
  readonly onChoose: (f: Finding) => void;
  readonly onRepair: (f: Finding, r: Repair) => void;
  /** Of what an import could not take: its place in the list. */
  readonly onDismiss: (at: number) => void;
}

const STANDING: Readonly<Record<Props['standing'], string>> = {
  empty: 'As you write, bar sums, ties, signs and ranges are checked here.',
  proving: 'The line is being proved.',
  proved: 'The sums are right, the signs are clear, and the line suits the class.',
  failed: 'The line could not be proved. With its next change it is tried again.',
};

/** What the proof found, mistakes first, each with what mends it. */
function List({ findings, standing, chosen, fifths, onChoose, onRepair, onDismiss }: Props) {
  const groups = [
    { title: 'To be mended', look: 'bg-warning', items: findings.filter((f) => f.weight === 'mistake') },
    { title: 'Worth a look', look: 'bg-fresh', items: findings.filter((f) => f.weight === 'look') },
  ].filter((g) => g.items.length > 0);
  return (
    <section aria-label="Proof" className="p-4">
      <h2 className="mb-2 text-[17px]">Proof</h2>
      {(groups.length === 0 || standing === 'failed') && (
        <p className="flex items-start gap-2 text-[13.5px] text-secondary">
          {standing === 'proved' && <CircleCheck size={16} aria-hidden className="mt-0.5 shrink-0 text-accent" />}
          {STANDING[standing]}
        </p>
      )}
      {groups.map(({ title, look, items }) => (
        <div key={title} className="mb-4">
          <h3 className="mb-1.5 flex items-center gap-2 font-sans text-[13px] font-semibold text-secondary">
            <span aria-hidden className={`size-2 rounded-full ${look}`} />
            {title} <span className="font-normal tabular-nums">{items.length}</span>
          </h3>
          <ul className="space-y-1">
            {items.map((f) => (
              <li
                key={f.id}
                className={`rounded-md px-2.5 py-2 ${f.id === chosen ? 'bg-white ring-1 ring-accent' : 'hover:bg-white'}`}
                aria-current={f.id === chosen}
              >
                <button
                  type="button"
                  onClick={() => onChoose(f)}
                  className="block w-full text-left text-[13.5px] leading-snug"
                >
                  {findingWords(f)}
                </button>
                {(f.repairs.length > 0 || f.code === 'not-taken') && (
                  <div className="mt-1.5 flex flex-wrap gap-1.5">
                    {f.repairs.map((r) => (
                      <Button key={r.kind} className="!h-7 !px-2.5 !text-[12.5px]" onClick={() => onRepair(f, r)}>
                        {repairWords(r, f, fifths)}
                      </Button>
                    ))}
                    {f.code === 'not-taken' && (
                      <Button
                        kind="quiet"
                        className="!h-7 !px-2.5 !text-[12.5px]"
                        onClick={() => onDismiss(f.facts.at)}
                      >
                        Seen to
                      </Button>
                    )}
                  </div>
                )}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

/** The list is made anew only for new findings: what its buttons do they ask for when they are pressed. */
export const ProofList = memo(
  List,
  (a, b) => a.findings === b.findings && a.standing === b.standing && a.chosen === b.chosen && a.fifths === b.fifths,
);
