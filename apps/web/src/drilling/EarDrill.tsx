import { useState } from 'react';
import { SelectField } from '../ui/Field';
import type { DrillGiven } from './drill';
import { EchoDrill } from './EchoDrill';
import { FindDrill, type FoundBy } from './FindDrill';

const BY = { name: 'naming them', figure: 'their figures', playing: 'playing them' } as const;
type By = keyof typeof BY & (FoundBy | 'playing');

/** What is heard is found again: by name, by figure, or on the instrument. */
export function EarDrill(given: DrillGiven) {
  const [by, setBy] = useState<By>('name');
  const settings = (
    <SelectField
      id="ear-by"
      label="Answer by"
      className="w-40"
      value={by}
      onChange={(e) => setBy(e.target.value as By)}
    >
      {Object.entries(BY).map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </SelectField>
  );
  return by === 'playing' ? (
    <EchoDrill given={given} settings={settings} />
  ) : (
    <FindDrill given={given} by={by} settings={settings} />
  );
}
