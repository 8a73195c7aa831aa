import { annotate, explain, type Part, sourceId } from '@cifra/core';
import { X } from 'lucide-react';
import { useMemo } from 'react';
import { TrailList } from '../../words/TrailList';
import { beatWords, figureLine } from '../../words/factWords';

interface Props {
  readonly part: Part;
  readonly note: string | undefined;
  readonly onClose: () => void;
}

/** Why this figure: from what sounds to what the hands do, to be read out. */
export function ReasonTrail({ part, note, onClose }: Props) {
  const annotations = useMemo(() => annotate(part), [part]);
  const id = note === undefined ? undefined : sourceId(note);
  const trails = useMemo(() => explain(part, annotations), [part, annotations]);
  const facts = (id === undefined ? undefined : trails.get(id)) ?? [];
  const chosen = id === undefined ? undefined : annotations.get(id);
  if (chosen === undefined || facts.length === 0) {
    return (
      <section className="px-4 py-4 text-[13px] text-secondary">
        <h2 className="mb-1 font-sans font-semibold">Why this figure?</h2>Choose a note on the page, and its reasons
        stand here.
      </section>
    );
  }
  const { conventions } = part.teaching;
  const [place, ...rest] = facts;
  const figure = chosen.fingering.kind === 'playable' ? figureLine(chosen.fingering.figure, conventions) : 'no figure';
  return (
    <section aria-live="polite" className="px-4 py-4">
      <div className="flex items-start justify-between gap-2">
        <h2 className="mb-3 text-[17px]">
          {place?.kind === 'place'
            ? `${beatWords(place.at).charAt(0).toUpperCase()}${beatWords(place.at).slice(1)}`
            : ''}
          : {chosen.name}
          {chosen.tiedFrom === undefined ? `, ${figure}` : ''}
        </h2>
        <button
          type="button"
          aria-label="Close the reasons"
          onClick={onClose}
          className="rounded p-1 text-secondary hover:bg-desk"
        >
          <X size={15} />
        </button>
      </div>
      <TrailList facts={rest} conventions={conventions} />
    </section>
  );
}
