import {
  type Conventions,
  FADE_STEPS,
  type FadeStep,
  type SoundSwitches,
  type InstrumentId,
  taughtAs,
} from '@cifra/core';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { EAR_WORDS, HEARD_WORDS } from '../words/practiseWords';
import { FADE_WORDS } from '../words/pageWords';
import type { StripSize } from '../player/PartStrip';
import { QUICK } from './PlayBar';

interface Props {
  readonly heard: SoundSwitches;
  readonly again: boolean;
  /** Others of the class that can play along, and those that do. */
  readonly along: readonly InstrumentId[];
  readonly others: readonly InstrumentId[];
  readonly conventions: Conventions;
  readonly fade: FadeStep | undefined;
  readonly peeks: number;
  readonly size: StripSize;
  readonly onSize: (size: StripSize) => void;
  readonly onHeard: (heard: SoundSwitches) => void;
  readonly onAgain: (again: boolean) => void;
  readonly onOthers: (others: readonly InstrumentId[]) => void;
  readonly onFade: (fade: FadeStep | undefined) => void;
}

const UNDER = ['drone', 'bass'] as const;
const AS_PLANNED = 'planned';

/** What is heard beside the part, who plays along, and how much help stands over the notes. */
export function SoundPanel({
  heard,
  again,
  along,
  others,
  conventions,
  fade,
  peeks,
  size,
  onSize,
  onHeard,
  onAgain,
  onOthers,
  onFade,
}: Props) {
  return (
    <div className="space-y-4 px-4 py-3">
      <section aria-label="What is heard" className="md:hidden">
        <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">What is heard</h2>
        {QUICK.map((q) => (
          <Toggle
            key={q}
            id={`heard-${q}`}
            label={HEARD_WORDS[q]}
            checked={heard[q]}
            onChange={(on) => onHeard({ ...heard, [q]: on })}
          />
        ))}
        <Toggle id="heard-again" label="Over and over" checked={again} onChange={onAgain} />
      </section>
      <section aria-label="Under it">
        <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Under it</h2>
        {UNDER.map((u) => (
          <Toggle
            key={u}
            id={`heard-${u}`}
            label={HEARD_WORDS[u]}
            checked={heard[u]}
            onChange={(on) => onHeard({ ...heard, [u]: on })}
          />
        ))}
        <p className="text-[12.5px] text-secondary">{EAR_WORDS}</p>
      </section>
      {along.length > 0 && (
        <section aria-label="Playing along">
          <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Playing along</h2>
          {along.map((i) => (
            <Toggle
              key={i}
              id={`along-${i}`}
              label={taughtAs(i, conventions).name}
              checked={others.includes(i)}
              onChange={(on) => onOthers(on ? [...others, i] : others.filter((o) => o !== i))}
            />
          ))}
        </section>
      )}
      <section aria-label="Fading">
        <SelectField
          id="practise-fade"
          label="Help over the notes"
          value={fade ?? AS_PLANNED}
          onChange={(e) => onFade(e.target.value === AS_PLANNED ? undefined : (e.target.value as FadeStep))}
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
          Tap a note to see its figure. Peeks at hidden ones: {peeks}.
        </p>
      </section>
    </div>
  );
}
