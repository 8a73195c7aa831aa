import { chordsOf, chordText, openingOf, type PagePlan, placeMeasures, stylesFor } from '@cifra/core';
import { useMemo } from 'react';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { EAR_WORDS, HEARD_WORDS, STYLE_WORDS } from '../words/practiseWords';
import type { Practice } from './usePractice';

/** A drone or an accompaniment under the part: how it plays, and which chords. */
export function Backing({ plan, practice }: { readonly plan: PagePlan | undefined; readonly practice: Practice }) {
  const { heard, setHeard, style, setStyle } = practice;
  const styles = plan === undefined ? [] : stylesFor(openingOf(plan.part.concert).meter);
  return (
    <section aria-label="Under it">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Under it</h2>
      {(['drone', 'accompaniment'] as const).map((u) => (
        <Toggle
          key={u}
          id={`heard-${u}`}
          label={HEARD_WORDS[u]}
          checked={heard[u]}
          onChange={(on) => setHeard({ ...heard, [u]: on })}
        />
      ))}
      {heard.accompaniment && styles.length > 1 && (
        <SelectField
          id="backing-style"
          label="In the style of a"
          value={style ?? styles[0]}
          onChange={(e) => setStyle(styles.find((s) => s === e.target.value))}
        >
          {styles.map((s) => (
            <option key={s} value={s}>
              {STYLE_WORDS[s]}
            </option>
          ))}
        </SelectField>
      )}
      {heard.accompaniment && plan !== undefined && <Chords plan={plan} />}
      <p className="mt-1 text-[12.5px] text-secondary">{EAR_WORDS}</p>
    </section>
  );
}

/** The accompaniment's chords by bar, as they sound. */
function Chords({ plan }: { readonly plan: PagePlan }) {
  const { concert } = plan.part;
  const { bars, areWritten } = useMemo(() => {
    const found = chordsOf(concert);
    const numbers = placeMeasures(concert).map((p) => p.number);
    const bars = new Map<number, string[]>();
    for (const { bar, chord } of found.chords) bars.set(bar, [...(bars.get(bar) ?? []), chordText(chord)]);
    return { areWritten: found.areWritten, bars: [...bars].map(([bar, names]) => ({ number: numbers[bar], names })) };
  }, [concert]);
  return (
    <>
      <dl aria-label="Chords as they sound" className="mt-2 flex flex-wrap gap-x-3 gap-y-0.5">
        {bars.map(({ number, names }) => (
          <div key={number} className="flex items-baseline gap-1">
            <dt className="text-[12.5px] text-secondary">{number}</dt>
            <dd className="font-semibold">{names.join(' ')}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-[12.5px] text-secondary">
        {areWritten
          ? 'Its chords by bar, as they sound.'
          : 'Chords worked out from the notes, by bar, as they sound. A teacher puts others over the line in Write.'}
      </p>
    </>
  );
}
