import { BAND_ROW_NAMES, type BandDto, type BandRowName } from '@cifra/contract';
import { Toggle } from '../ui/Toggle';

const LABEL: Readonly<Record<BandRowName, string>> = { diagram: 'Figure, drawn', figure: 'Figure, as text', name: 'Name in force', sounds: 'Sounds (concert)', count: 'Count' };

interface Props {
  readonly family: 'woodwind' | 'brass';
  readonly band: BandDto;
  /** The whole class is shown: a switch sets both families. */
  readonly both: boolean;
  readonly strip: boolean;
  readonly onChange: (band: BandDto) => void;
  readonly onStrip: (on: boolean) => void;
}

/** What stands over each note, switched on and off at once; woodwinds and brass each keep their own. */
export function BandPanel({ family, band, both, strip, onChange, onStrip }: Props) {
  const rows = band[family];
  const toggle = (row: BandRowName, on: boolean) => {
    const change = (before: readonly BandRowName[]) => BAND_ROW_NAMES.filter((r) => (r === row ? on : before.includes(r)));
    onChange(both ? { woodwind: change(band.woodwind), brass: change(band.brass) } : { ...band, [family]: change(rows) });
  };
  return (
    <section className="border-b border-line px-4 py-3">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Over each note{both ? '' : family === 'brass' ? ', brass' : ', woodwinds'}</h2>
      {BAND_ROW_NAMES.map((row) => <Toggle key={row} id={`row-${row}`} label={LABEL[row]} checked={rows.includes(row)} onChange={(on) => toggle(row, on)} />)}
      <Toggle id="strip" label="All its notes at the head" checked={strip} onChange={onStrip} />
      {rows.includes('name') && <p className="mt-1 text-[12.5px] text-secondary">Under a letter: a line is the key signature, dots a sign earlier in the bar, an arc a tie.</p>}
    </section>
  );
}
