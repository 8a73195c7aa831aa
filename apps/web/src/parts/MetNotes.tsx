import type { KnownDto } from '@cifra/contract';
import { midi, notesUsed, type Part, parsePitch, pitchText } from '@cifra/core';
import { Button } from '../ui/Button';
import { useNotice } from '../ui/Notices';
import { octaveName } from '../words/noteLabel';

interface Props {
  readonly part: Part;
  readonly known: readonly KnownDto[];
  readonly onChange: (known: KnownDto[]) => void;
}

/** Which notes of the page the players have not met, and one press to say that they have. */
export function MetNotes({ part, known, onChange }: Props) {
  const notice = useNotice();
  const id = part.instrument.id;
  const met = known.find((k) => k.instrument === id)?.notes ?? part.instrument.firstNotes.map(pitchText);
  const numbers = new Set(met.map((n) => midi(parsePitch(n))));
  const fresh = notesUsed(part).filter((p, i, all) => !numbers.has(midi(p)) && all.findIndex((q) => midi(q) === midi(p)) === i);
  const others = known.filter((k) => k.instrument !== id);
  const meet = () => {
    onChange([...others, { instrument: id, notes: [...met, ...fresh.map(pitchText)] }]);
    notice(`${fresh.length} ${fresh.length === 1 ? 'note counts' : 'notes count'} as met on the ${part.instrument.name.toLowerCase()}.`, { action: { label: 'Undo', run: () => onChange([...known]) } });
  };
  return (
    <section className="border-b border-line px-4 py-3" aria-label="New notes">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">New on this page</h2>
      {fresh.length === 0 ? <p>Nothing: every note has been met.</p> : (
        <>
          <p className="mb-2">{fresh.map(octaveName).join(', ')}</p>
          <Button onClick={meet}>The class has met {fresh.length === 1 ? 'it' : 'these'}</Button>
        </>
      )}
      {known.some((k) => k.instrument === id) && <Button kind="quiet" className="mt-1 h-8 px-2" onClick={() => onChange(others)}>Back to its first notes</Button>}
    </section>
  );
}
