import type { ClassView } from '@cifra/contract';
import { type Instrument, type InstrumentId, SECTIONS } from '@cifra/core';
import { useInstruments } from '../../classroom/useInstruments';
import { SelectField } from '../../ui/Field';
import { SECTION_WORDS } from '../../words/sectionWords';

/** Every instrument by section; those of the class carry a point. */
export function ChartInstruments({
  chosen,
  group,
  onChoose,
}: {
  readonly chosen: InstrumentId;
  readonly group: ClassView;
  readonly onChoose: (id: InstrumentId) => void;
}) {
  const instruments = useInstruments(chosen);
  const row = (i: Instrument) => (
    <li key={i.id}>
      <button
        type="button"
        aria-current={i.id === chosen ? 'true' : undefined}
        onClick={() => onChoose(i.id)}
        className={`block w-full truncate border-l-[3px] py-1.5 pr-3 pl-[15px] text-left ${i.id === chosen ? 'border-accent bg-white font-semibold' : 'border-transparent hover:bg-desk'}`}
      >
        {i.name}
        {group.instruments.includes(i.id) && (
          <span className="ml-1.5 text-accent" title="in the class">
            <span aria-hidden>•</span>
            <span className="sr-only">, in the class</span>
          </span>
        )}
      </button>
    </li>
  );
  return (
    <>
      <div className="border-b border-line bg-panel p-3 md:hidden">
        <SelectField
          id="chart-instrument"
          label="Instrument"
          value={chosen}
          onChange={(e) => onChoose(e.target.value as InstrumentId)}
        >
          {instruments.map((i) => (
            <option key={i.id} value={i.id}>
              {i.name}
            </option>
          ))}
        </SelectField>
      </div>
      <nav
        aria-label="Instruments"
        className="w-[12.75rem] shrink-0 overflow-y-auto border-r border-line bg-panel py-2 max-md:hidden"
      >
        {SECTIONS.map((section) => (
          <div key={section} className="mb-1.5">
            <h2 className="px-4 pt-1.5 pb-0.5 font-sans text-[12.5px] font-semibold text-secondary">
              {SECTION_WORDS[section]}
            </h2>
            <ul>{instruments.filter((i) => i.section === section).map(row)}</ul>
          </div>
        ))}
      </nav>
    </>
  );
}
