import { type Clef, key, pitch, type Score, type Written } from '@cifra/core';
import { useMemo } from 'react';
import { useSnippet } from '../engraving/useEngraving';
import { Sheet } from '../ui/Sheet';

interface Props {
  readonly score: Score<Written>;
  readonly hideMeter?: boolean;
  /** Name of the note that is asked about. */
  readonly asked?: string;
  readonly label: string;
  /** Height of the drawing in pixels for each hundredth of a millimetre, times a thousand. */
  readonly scale?: number;
  readonly className?: string;
}

const SCALE = 95;

/** A few engraved notes, large. */
export function Snippet({ score, hideMeter = true, asked, label, scale = SCALE, className = '' }: Props) {
  const { data, error } = useSnippet(score, hideMeter);
  if (error !== undefined)
    return (
      <p role="alert" className="text-warning">
        The notes could not be engraved. Go on with the next.
      </p>
    );
  if (data === undefined)
    return <div role="status" aria-label="Engraving" className="pulse h-28 w-64 rounded bg-band" />;
  return (
    <div
      role="img"
      aria-label={label}
      className={`mx-auto max-w-full ${className}`}
      style={{ width: (data.width * scale) / 1000 }}
    >
      <Sheet page={data} chosen={asked} />
    </div>
  );
}

/** Notes of one clef without meter, each a whole note. */
export function notesAlone(clef: Clef, notes: readonly Written[], fifths = 0): Score<Written> {
  return {
    title: '',
    slurs: [],
    hairpins: [],
    measures: [
      {
        id: 'm1',
        clef,
        key: key(fifths, 'none'),
        meter: { beats: 4, unit: 4 },
        pickup: true,
        events: notes.map((p, i) => ({
          kind: 'note',
          id: `n${i + 1}`,
          duration: { value: 'whole', dots: 0 },
          pitch: pitch<Written>(p.step, p.alter, p.octave),
        })),
      },
    ],
  };
}

/** One note on the staff of a clef. */
export function OneNote({
  clef,
  fifths = 0,
  note,
  label,
}: {
  readonly clef: Clef;
  readonly fifths?: number;
  readonly note: Written;
  readonly label: string;
}) {
  const score = useMemo(() => notesAlone(clef, [note], fifths), [clef, note, fifths]);
  return <Snippet score={score} label={label} scale={130} className="max-md:max-w-44" />;
}
