import type { ClassView, ExerciseView, PupilView } from '@cifra/contract';
import { knownNotes, seatsOf, type Teaching } from '@cifra/core';
import { Presentation } from 'lucide-react';
import { Link } from 'react-router';
import { usePupils } from '../../api/pupils';
import { useCallSheet } from '../../engraving/useEngraving';
import { Sheet } from '../../ui/Sheet';
import { DRAWN, Loaded } from '../../ui/Loaded';

interface Props {
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly teaching: Teaching;
}

const NOBODY: readonly PupilView[] = [];

/** What every instrument's players have, to be called out: as it prints, and a way to the board. */
export function CallSheet({ exercise, group, teaching }: Props) {
  const known = knownNotes(group.known);
  const { data: pupils = NOBODY } = usePupils(group.id);
  const sheet = useCallSheet({
    exercise: exercise.document,
    instruments: group.instruments,
    teaching,
    known,
    seats: seatsOf(pupils),
    paper: group.paper,
  });
  return (
    <section aria-label="Call sheet" className="mx-auto max-w-[76rem] space-y-4 p-2 md:p-5">
      <div className="flex items-center gap-3 print:hidden">
        <p className="text-secondary">
          Letter and figure for every instrument. Twice underlined is new to its players.
        </p>
        <Link
          to={`/exercises/${exercise.id}/board`}
          className="ml-auto inline-flex h-9 shrink-0 items-center gap-2 rounded-md border border-[#8a97ab] bg-white px-3.5 text-[13.5px] font-medium hover:bg-panel"
        >
          <Presentation size={16} aria-hidden />
          Show it on the board
        </Link>
      </div>
      <Loaded
        of={sheet}
        what="The call sheet"
        verb={DRAWN}
        detail="The line itself is safe."
        className="bg-white p-12 shadow-sm"
      >
        {(pages) =>
          pages.map((page, i) => (
            <Sheet key={i} page={page} className={`bg-white shadow-sm sheet-${group.paper}-landscape`} />
          ))
        }
      </Loaded>
    </section>
  );
}
