import { inScoreOrder, type InstrumentId, instrumentOf } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { useInstruments } from './useInstruments';

/** All instruments to choose from, those of the class first. */
export function InstrumentOptions({ ofClass }: { readonly ofClass: readonly InstrumentId[] }) {
  const others = useInstruments().filter((i) => !ofClass.includes(i.id));
  return [
    { label: 'In this class', list: inScoreOrder(ofClass).map(instrumentOf) },
    { label: 'Others', list: others },
  ].map(({ label, list }) => (
    <optgroup key={label} label={label}>
      {list.map((i) => (
        <option key={i.id} value={i.id}>
          {instrumentTitle(i)}
        </option>
      ))}
    </optgroup>
  ));
}
