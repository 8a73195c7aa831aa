import { type Instrument } from '@cifra/core';
import { CAUTION_WORDS } from '../../words/sectionWords';
import { list } from '../../words/spoken';

const clefWords = ([first, ...next]: Instrument['clefs']): string =>
  `Reads ${first} clef${next.length === 0 ? '' : ` first; ${list(next)} clef later`}.`;

/** What a teacher needs to know of an instrument besides its figures. */
export function AboutInstrument({ instrument }: { readonly instrument: Instrument }) {
  return (
    <section className="border-t border-line px-4 py-4 text-[13px] text-secondary">
      <h2 className="mb-1 font-sans font-semibold">About it</h2>
      <ul className="space-y-1">
        <li>{clefWords(instrument.clefs)}</li>
        <li>When the class plays B♭ together, it sounds B♭{instrument.unisonOctave} here.</li>
        {instrument.cautions.map((c) => (
          <li key={c}>{CAUTION_WORDS[c]}</li>
        ))}
      </ul>
    </section>
  );
}
