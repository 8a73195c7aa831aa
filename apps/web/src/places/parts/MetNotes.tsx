import { instrumentWord } from '@cifra/contract/words';
import type { ClassView, KnownDto } from '@cifra/contract';
import { knownMidi, knownNotes, midi, notesUsed, type Part, pitchText } from '@cifra/core';
import { removeMet, saveMet } from '../../api/classResources';
import { Button } from '../../ui/Button';
import { useNotice } from '../../ui/Notices';
import { octaveName } from '../../words/noteLabel';
import { todayIso } from '../../words/pageWords';
import { useAttempt } from '../../ui/useAttempt';

interface Props {
  readonly part: Part;
  readonly group: ClassView;
  readonly exerciseId: string;
  readonly onReset: (known: KnownDto[]) => void;
}

/** Which notes of the page the players have not met, and one press to say that they have. */
export function MetNotes({ part, group, exerciseId, onReset }: Props) {
  const notice = useNotice();
  const attempt = useAttempt();
  const id = part.instrument.id;
  const known = group.known ?? [];
  const numbers = knownMidi(part.instrument, knownNotes(known)[id]);
  const fresh = notesUsed(part).filter(
    (p, i, all) => !numbers.has(midi(p)) && all.findIndex((q) => midi(q) === midi(p)) === i,
  );
  const meet = () =>
    attempt(async () => {
      const batch = await saveMet(group.id, {
        day: todayIso(),
        exerciseId,
        entries: [{ instrument: id, notes: fresh.map(pitchText) }],
      });
      notice(
        `${fresh.length} ${fresh.length === 1 ? 'note counts' : 'notes count'} as met on the ${instrumentWord(part.instrument)}.`,
        { action: batch === undefined ? undefined : { label: 'Undo', run: () => void removeMet(group.id, batch) } },
      );
    });
  return (
    <section className="border-b border-line px-4 py-3" aria-label="New notes">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">New on this page</h2>
      {fresh.length === 0 ? (
        <p>Nothing: every note has been met.</p>
      ) : (
        <>
          <p className="mb-2">{fresh.map(octaveName).join(', ')}</p>
          <Button onClick={() => void meet()}>The class has met {fresh.length === 1 ? 'it' : 'these'}</Button>
        </>
      )}
      {known.some((k) => k.instrument === id) && (
        <Button
          kind="quiet"
          className="mt-1 h-8 px-2"
          onClick={() => onReset(known.filter((k) => k.instrument !== id))}
        >
          Back to its first notes
        </Button>
      )}
    </section>
  );
}
