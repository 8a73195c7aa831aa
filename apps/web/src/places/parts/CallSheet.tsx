import type { ClassView, ExerciseView, PupilView } from '@cifra/contract';
import { type CallChoices, knownNotes, seatsOf, type Teaching } from '@cifra/core';
import { Presentation } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { usePupils } from '../../api/pupils';
import { useCallSheet } from '../../engraving/useEngraving';
import { Sheet } from '../../ui/Sheet';
import { Toggle } from '../../ui/Toggle';
import { callChoices, callQuery } from '../../classroom/callChoices';
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
  const [query, setQuery] = useSearchParams();
  const choices = callChoices(query);
  const choose = (change: Partial<CallChoices>) => setQuery(callQuery({ ...choices, ...change }), { replace: true });
  const { data: pupils = NOBODY } = usePupils(group.id);
  const sheet = useCallSheet({
    exercise: exercise.document,
    instruments: group.instruments,
    teaching,
    known,
    seats: seatsOf(pupils),
    choices,
    paper: group.paper,
  });
  return (
    <section aria-label="Call sheet" className="mx-auto max-w-[76rem] space-y-4 p-2 md:p-5">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 print:hidden">
        <Toggle
          id="call-together"
          label="Same letters, one row"
          checked={choices.together}
          onChange={(on) => choose({ together: on })}
        />
        <Toggle
          id="call-woodwinds"
          label="Figures of woodwinds"
          checked={choices.woodwindFigures}
          onChange={(on) => choose({ woodwindFigures: on })}
        />
        <Link
          to={`/exercises/${exercise.id}/board?${query.toString()}`}
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
