import { INSTRUMENTS, type InstrumentId } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';

/** All instruments to choose from, those of the class first. */
export function InstrumentOptions({ ofClass }: { readonly ofClass: readonly InstrumentId[] }) {
  const isHere = (id: InstrumentId): boolean => ofClass.includes(id);
  return [
    { label: 'In this class', list: INSTRUMENTS.filter((i) => isHere(i.id)) },
    { label: 'Others', list: INSTRUMENTS.filter((i) => !isHere(i.id)) },
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
