import { type FadeStep, FADE_STEPS, type InstrumentId, type Schools, taughtAs } from '@cifra/core';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { EAR_WORDS, HEARD_WORDS } from '../words/practiseWords';
import { FADE_WORDS } from '../words/pageWords';
import type { Heard } from './programme';

interface Props {
  readonly heard: Heard;
  /** Others of the class that can play along, and those that do. */
  readonly along: readonly InstrumentId[];
  readonly others: readonly InstrumentId[];
  readonly schools: Schools;
  readonly fade: FadeStep | undefined;
  readonly peeks: number;
  readonly onHeard: (heard: Heard) => void;
  readonly onOthers: (others: readonly InstrumentId[]) => void;
  readonly onFade: (fade: FadeStep | undefined) => void;
}

const UNDER = ['drone', 'bass'] as const;
const AS_PLANNED = 'planned';

/** What is heard beside the part, who plays along, and how much help stands over the notes. */
export function SoundPanel({ heard, along, others, schools, fade, peeks, onHeard, onOthers, onFade }: Props) {
  return (
    <div className="space-y-4 px-4 py-3">
      <section aria-label="Under it">
        <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Under it</h2>
        {UNDER.map((u) => <Toggle key={u} id={`heard-${u}`} label={HEARD_WORDS[u]} checked={heard[u]} onChange={(on) => onHeard({ ...heard, [u]: on })} />)}
        <p className="text-[12.5px] text-secondary">{EAR_WORDS}</p>
      </section>
      {along.length > 0 && (
        <section aria-label="Playing along">
          <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Playing along</h2>
          {along.map((i) => <Toggle key={i} id={`along-${i}`} label={taughtAs(i, schools).name} checked={others.includes(i)} onChange={(on) => onOthers(on ? [...others, i] : others.filter((o) => o !== i))} />)}
        </section>
      )}
      <section aria-label="Help over the notes">
        <SelectField id="practise-fade" label="Help over the notes" value={fade ?? AS_PLANNED} onChange={(e) => onFade(e.target.value === AS_PLANNED ? undefined : e.target.value as FadeStep)}>
          <option value={AS_PLANNED}>as the plan says</option>
          {FADE_STEPS.map((f) => <option key={f} value={f}>{FADE_WORDS[f]}</option>)}
        </SelectField>
        <p className="mt-1 text-[12.5px] text-secondary">Tap a note to see its figure. Peeks at hidden ones: {peeks}.</p>
      </section>
    </div>
  );
}
