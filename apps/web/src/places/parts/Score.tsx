import { type Exercise, type Part, type Score as MusicScore, type Written } from '@cifra/core';
import { useRef, useState } from 'react';
import { useScoreStrip } from '../../engraving/useEngraving';
import { Failure, StaffSkeleton } from '../../ui/States';

interface Props {
  readonly exercise: Exercise;
  readonly parts: readonly Part[];
}

const PIXELS_PER_MM = 3.4;

/** Every instrument under the other, as it reads or as it sounds, with the names fixed at the left: for checking. */
export function Score({ exercise, parts }: Props) {
  const [sounding, setSounding] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
  const lines = parts.map((p): MusicScore<Written> => (sounding ? soundingScore(p) : p.score));
  const { data, error, mutate } = useScoreStrip(`${exercise.source.title} ${sounding ? 'sounds' : 'reads'}`, lines);
  const scale = PIXELS_PER_MM / 100;
  return (
    <section aria-label="Score" className="p-2 md:p-5">
      <div className="mb-3 flex items-center gap-4">
        <div
          role="radiogroup"
          aria-label="Pitch of the score"
          className="flex overflow-hidden rounded-md border border-[#8a97ab] bg-white"
        >
          {[['as each player reads it', false] as const, ['as it sounds', true] as const].map(([label, value]) => (
            <button
              key={label}
              type="button"
              role="radio"
              aria-checked={sounding === value}
              onClick={() => setSounding(value)}
              className={`h-9 px-3.5 ${sounding === value ? 'bg-accent-soft font-semibold text-accent' : 'text-secondary'}`}
            >
              {label}
            </button>
          ))}
        </div>
        <p className="text-[13px] text-secondary max-md:hidden">For checking. Scroll along the bars; the names stay.</p>
      </div>
      {error !== undefined ? (
        <Failure
          title="The score could not be engraved"
          detail="The line itself is safe."
          onRetry={() => void mutate()}
        />
      ) : data === undefined ? (
        <div className="bg-white p-10 shadow-sm">
          <StaffSkeleton systems={4} label="Engraving the score" />
        </div>
      ) : (
        <div
          ref={scroller}
          tabIndex={0}
          role="group"
          aria-label="All parts under each other"
          className="relative overflow-x-auto bg-white shadow-sm"
        >
          <div className="relative flex w-max" style={{ height: data.page.height * scale + 24 }}>
            <div className="sticky left-0 z-10 w-28 shrink-0 border-r border-line bg-white/95">
              {parts.map((p, i) => {
                const staff = data.staves[i];
                return staff === undefined ? null : (
                  <p
                    key={p.instrument.id}
                    className="absolute right-2 -translate-y-1/2 text-right text-[13px] font-medium"
                    style={{ top: ((staff.top + staff.bottom) / 2) * scale + 12 }}
                  >
                    {p.instrument.shortName}
                  </p>
                );
              })}
            </div>
            <div
              className="sheet py-3"
              style={{ width: data.page.width * scale }}
              dangerouslySetInnerHTML={{ __html: data.page.svg }}
            />
          </div>
        </div>
      )}
    </section>
  );
}

/** A part as it sounds, in the clef that its player reads. */
const soundingScore = (p: Part): MusicScore<Written> => {
  const octaves = p.decisions.octave.octaves;
  const concert = p.concert as unknown as MusicScore<Written>;
  return {
    ...concert,
    measures: concert.measures.map((m, i) => {
      const { clef: _source, ...rest } = m;
      return {
        ...rest,
        ...(i === 0 ? { clef: p.decisions.clef.clef } : {}),
        events: m.events.map((e) =>
          e.kind === 'note' && octaves !== 0
            ? { ...e, pitch: { ...e.pitch, octave: e.pitch.octave + octaves } as typeof e.pitch }
            : e,
        ),
      };
    }),
  };
};
