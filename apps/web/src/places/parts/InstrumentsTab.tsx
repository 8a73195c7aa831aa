import { type Instrument, inScoreOrder, type InstrumentId, instrumentOf, INSTRUMENTS, SECTIONS } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Check, Plus } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useState } from 'react';
import { useOwnInstruments } from '../../classroom/useInstruments';
import { Button } from '../../ui/Button';
import { SECTION_WORDS } from '../../words/sectionWords';
import { OwnInstrumentForm } from './OwnInstrumentForm';

interface Props {
  readonly instruments: readonly InstrumentId[];
  readonly onChange: (instruments: readonly InstrumentId[]) => void;
}

/** Which instruments sit in the room: of the catalogue, and of one's own. */
export function InstrumentsTab({ instruments, onChange }: Props) {
  const kept = useOwnInstruments();
  /** Made here, and shown on while the class is not saved yet, even where they are taken out again. */
  const [made, setMade] = useState<readonly InstrumentId[]>([]);
  const [making, setMaking] = useState(false);
  const own = inScoreOrder([...kept, ...made]).map(instrumentOf);
  const toggle = (id: InstrumentId, on: boolean) =>
    onChange(inScoreOrder(on ? [...instruments, id] : instruments.filter((i) => i !== id)));
  const group = (name: string, list: readonly Instrument[]) => (
    <fieldset key={name} className="mb-4 break-inside-avoid">
      <legend className="mb-0.5 text-[13px] font-semibold text-secondary">{name}</legend>
      {list.map((i) => (
        <div key={i.id} className="flex min-h-7 items-center gap-2.5">
          <Checkbox.Root
            id={`play-${i.id}`}
            checked={instruments.includes(i.id)}
            onCheckedChange={(on) => toggle(i.id, on === true)}
            className="grid size-5 shrink-0 place-items-center rounded border border-[#8a97ab] bg-white data-[state=checked]:border-accent data-[state=checked]:bg-accent"
          >
            <Checkbox.Indicator className="text-white">
              <Check size={14} aria-hidden />
            </Checkbox.Indicator>
          </Checkbox.Root>
          <label htmlFor={`play-${i.id}`} className="flex-1 cursor-pointer text-[13.5px] leading-tight">
            {instrumentTitle(i)}
          </label>
        </div>
      ))}
    </fieldset>
  );
  return (
    <>
      <div className="gap-6 sm:columns-3">
        {SECTIONS.map((section) =>
          group(
            SECTION_WORDS[section],
            INSTRUMENTS.filter((i) => i.section === section),
          ),
        )}
        {own.length > 0 && group('Your own', own)}
      </div>
      {making ? (
        <OwnInstrumentForm
          taken={[...INSTRUMENTS, ...own].map((i) => i.name)}
          onCancel={() => setMaking(false)}
          onMake={(id) => {
            setMade([...made, id]);
            toggle(id, true);
            setMaking(false);
          }}
        />
      ) : (
        <Button onClick={() => setMaking(true)} icon={<Plus size={15} aria-hidden />}>
          Make an instrument of your own
        </Button>
      )}
    </>
  );
}
