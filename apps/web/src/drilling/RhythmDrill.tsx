import { RHYTHM_KINDS, type RhythmKind } from '@cifra/core';
import { useState } from 'react';
import { SelectField } from '../ui/Field';
import type { DrillGiven } from './drill';
import { LengthDrill } from './LengthDrill';
import { TapDrill } from './TapDrill';

const TAP = 'tap';
type Kind = RhythmKind | typeof TAP;
const KIND_WORDS: Readonly<Record<Kind, string>> = {
  tap: 'Tap a line',
  heard: 'How did it go on?',
  beats: 'How many beats?',
  rest: 'How long is the rest?',
  complete: 'Complete the bar',
  pickup: 'Where does the pickup\u2019s time go?',
};

/** Lengths and beats: to be counted, completed, and tapped against the beat. */
export function RhythmDrill(given: DrillGiven) {
  const [kind, setKind] = useState<Kind>(TAP);
  const settings = (
    <SelectField
      id="rhythm-kind"
      label="Ask"
      className="w-60"
      value={kind}
      onChange={(e) => setKind(e.target.value as Kind)}
    >
      {[TAP, ...RHYTHM_KINDS].map((k) => (
        <option key={k} value={k}>
          {KIND_WORDS[k as Kind]}
        </option>
      ))}
    </SelectField>
  );
  return kind === TAP ? (
    <TapDrill given={given} settings={settings} />
  ) : (
    <LengthDrill key={kind} kind={kind} given={given} settings={settings} />
  );
}
