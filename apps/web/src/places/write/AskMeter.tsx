import { type Clef, CLEFS, instrumentOf, type Meter, METERS } from '@cifra/core';
import { dequal } from 'dequal';
import { useState } from 'react';
import { SelectField } from '../../ui/Field';
import { Toggle } from '../../ui/Toggle';
import { Ask, type FormProps, here } from './Ask';

const METER_NAMES = (m: Meter): string =>
  m.symbol === 'cut' ? '2/2, as a cut sign' : m.symbol === 'common' ? '4/4, as a sign' : `${m.beats}/${m.unit}`;
const MORE_METERS: readonly Meter[] = [
  ...METERS,
  { beats: 4, unit: 4, symbol: 'common' },
  { beats: 2, unit: 2 },
  { beats: 3, unit: 2 },
  { beats: 5, unit: 4 },
  { beats: 6, unit: 4 },
  { beats: 9, unit: 8 },
  { beats: 12, unit: 8 },
];

export function MeterForm({ writing, onClose }: FormProps) {
  const { placed, later } = here(writing);
  // A file may bring a meter that is offered nowhere: it stays what is chosen.
  const meters = MORE_METERS.some((m) => dequal(m, placed.meter)) ? MORE_METERS : [placed.meter, ...MORE_METERS];
  const [chosen, setChosen] = useState(() => meters.findIndex((m) => dequal(m, placed.meter)));
  const [rebar, setRebar] = useState(true);
  const own = later && placed.measure.meter !== undefined;
  return (
    <Ask
      onClose={onClose}
      onDo={() => void writing.run({ kind: 'meter', meter: meters[chosen], rebar })}
      does="Set the meter"
      undo={
        own
          ? { label: 'No change here', run: () => void writing.run({ kind: 'meter', meter: undefined, rebar }) }
          : undefined
      }
    >
      <SelectField
        id="meter"
        label="Meter"
        value={chosen}
        onChange={(e) => setChosen(Number(e.target.value))}
        autoFocus
      >
        {meters.map((m, i) => (
          <option key={METER_NAMES(m)} value={i}>
            {METER_NAMES(m)}
          </option>
        ))}
      </SelectField>
      <Toggle
        id="rebar"
        label="Set the bar lines anew, with ties where they must be"
        checked={rebar}
        onChange={setRebar}
      />
    </Ask>
  );
}

export function ClefForm({ writing, onClose }: FormProps) {
  const { placed, later } = here(writing);
  const [clef, setClef] = useState<Clef>(placed.clef);
  const { owner } = writing.snapshot().exercise;
  const usual = owner === 'concert' ? CLEFS : [...new Set([...instrumentOf(owner).clefs, ...CLEFS])];
  const own = later && placed.measure.clef !== undefined;
  return (
    <Ask
      onClose={onClose}
      onDo={() => void writing.run({ kind: 'clef', clef })}
      does="Set the clef"
      undo={
        own ? { label: 'No change here', run: () => void writing.run({ kind: 'clef', clef: undefined }) } : undefined
      }
    >
      <SelectField id="clef" label="Clef" value={clef} onChange={(e) => setClef(e.target.value as Clef)} autoFocus>
        {usual.map((c) => (
          <option key={c} value={c}>
            {c}
          </option>
        ))}
      </SelectField>
      <p className="text-[13px] text-secondary">The notes keep their sound and move on the staff.</p>
    </Ask>
  );
}
