import { type Exercise, type Part, type Score as MusicScore, type Written } from '@cifra/core';
import { useRef, useState } from 'react';
import { useScoreStrip } from '../../engraving/useEngraving';
import { DRAWN, Loaded } from '../../ui/Loaded';

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
  const strip = useScoreStrip(`${exercise.source.title} ${sounding ? 'sounds' : 'reads'}`, lines);
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
      <Loaded
        of={strip}
        what="The score"
        verb={DRAWN}
        detail="The line itself is safe."
        systems={4}
        className="bg-white p-10 shadow-sm"
      >
        {(drawn) => (
          <div
            ref={scroller}
            tabIndex={0}
            role="group"
            aria-label="All parts under each other"
            className="relative overflow-x-auto bg-white shadow-sm"
          >
            <div className="relative flex w-max" style={{ height: drawn.page.height * scale + 24 }}>
              <div className="sticky left-0 z-10 w-28 shrink-0 border-r border-line bg-white/95">
                {parts.map((p, i) => {
                  const staff = drawn.staves[i];
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
                style={{ width: drawn.page.width * scale }}
                dangerouslySetInnerHTML={{ __html: drawn.page.svg }}
              />
            </div>
          </div>
        )}
      </Loaded>
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
        ...(i === 0 && { clef: p.decisions.clef.clef }),
        events: m.events.map((e) =>
          e.kind === 'note' && octaves !== 0
            ? { ...e, pitch: { ...e.pitch, octave: e.pitch.octave + octaves } as typeof e.pitch }
            : e,
        ),
      };
    }),
  };
};
