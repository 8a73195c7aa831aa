import { FADE_STEPS, type FadeStep } from '@cifra/core';
import type { ReactNode } from 'react';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { HEARD_WORDS } from '../words/practiseWords';
import { FADE_WORDS } from '../words/pageWords';
import type { StripSize } from '../player/PartStrip';
import { QUICK } from './PlayBar';
import type { Practice } from './usePractice';

interface Props {
  readonly practice: Practice;
  readonly size: StripSize;
  readonly onSize: (size: StripSize) => void;
  /** What sounds under the part and with it. */
  readonly children: ReactNode;
}

const AS_PLANNED = 'planned';

/** What is heard beside the part, who plays along, and how much help stands over the notes. */
export function SoundPanel({ practice, size, onSize, children }: Props) {
  const { heard, setHeard, again, setAgain, fade, setFade, kept } = practice;
  return (
    <div className="space-y-4 px-4 py-3">
      <section aria-label="What is heard" className="lg:hidden">
        <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">What is heard</h2>
        {QUICK.map((q) => (
          <Toggle
            key={q}
            id={`heard-${q}`}
            label={HEARD_WORDS[q]}
            checked={heard[q]}
            onChange={(on) => setHeard({ ...heard, [q]: on })}
          />
        ))}
        <Toggle id="heard-again" label="Over and over" checked={again} onChange={setAgain} />
      </section>
      {children}
      <section aria-label="Fading">
        <SelectField
          id="practise-fade"
          label="Help over the notes"
          value={fade ?? AS_PLANNED}
          onChange={(e) => setFade(e.target.value === AS_PLANNED ? undefined : (e.target.value as FadeStep))}
        >
          <option value={AS_PLANNED}>as the plan says</option>
          {FADE_STEPS.map((f) => (
            <option key={f} value={f}>
              {FADE_WORDS[f]}
            </option>
          ))}
        </SelectField>
        <Toggle
          id="practise-size"
          label="Large, for the projector"
          checked={size === 'projector'}
          onChange={(on) => onSize(on ? 'projector' : 'stand')}
        />
        <p className="mt-1 text-[12.5px] text-secondary">
          Tap a note to see its figure. Peeks at hidden ones: {kept.peeks}.
        </p>
      </section>
    </div>
  );
}
