import type { PageOwner } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { useInstruments } from './useInstruments';

/** Whose page a line may stand on: one that sounds as it reads, or any instrument's. */
export function PageOwnerOptions({ concert, chosen }: { readonly concert: string; readonly chosen?: PageOwner }) {
  return (
    <>
      <option value="concert">{concert}</option>
      {useInstruments(chosen).map((i) => (
        <option key={i.id} value={i.id}>
          {instrumentTitle(i)}
        </option>
      ))}
    </>
  );
}
